// The parts of an item by their address: `jacks/in`, `jacks/in/modes/line`, nothing for the box itself.
import { isPlain, type Plain } from '../model';
import type { GearItem } from './item';

/** Where a part of an item stands: lists and ids by turns; a wire by its number in its wiring. */
export type Address = string;

export type PartKind =
  | 'box'
  | 'jack'
  | 'mode'
  | 'block'
  | 'state'
  | 'pickup'
  | 'control'
  | 'wiring'
  | 'wire'
  | 'loop'
  | 'hidden setting'
  | 'switch'
  | 'contact'
  | 'service';

const KINDS: Readonly<Record<string, PartKind>> = {
  jacks: 'jack',
  modes: 'mode',
  blocks: 'block',
  states: 'state',
  pickups: 'pickup',
  controls: 'control',
  patches: 'wiring',
  wires: 'wire',
  loops: 'loop',
  hidden: 'hidden setting',
  switches: 'switch',
  contacts: 'contact',
  service: 'service',
};

const steps = (address: Address): readonly string[] => (address === '' ? [] : address.split('/'));

export const kindOfPart = (address: Address): PartKind => KINDS[steps(address).at(-2) ?? ''] ?? 'box';

/** The address of what holds the part: a mode's jack; of the box's own parts the box. */
export const ownerOf = (address: Address): Address => steps(address).slice(0, -2).join('/');

export const listOf = (address: Address): string => steps(address).at(-2) ?? '';
export const idOf = (address: Address): string => steps(address).at(-1) ?? '';

export const within = (owner: Address, list: string, id: string | number): Address =>
  `${owner === '' ? '' : `${owner}/`}${list}/${id}`;

function inList(list: unknown, id: string): unknown {
  if (!Array.isArray(list)) return undefined;
  const items = list as readonly unknown[];
  return (
    items.find((one) => isPlain(one) && one.id === id) ?? (/^\d+$/.test(id) ? items[Number(id)] : undefined)
  );
}

/** The part at an address, or undefined. Works on drafts too: what comes back is of the draft then. */
export function partAt(item: unknown, address: Address): Plain | undefined {
  let at: unknown = item;
  const way = steps(address);
  for (let i = 0; i < way.length && at !== undefined; i += 2)
    at = inList(isPlain(at) ? at[way[i] ?? ''] : undefined, way[i + 1] ?? '');
  return isPlain(at) ? at : undefined;
}

/** The list that a part is in or would be, or undefined. */
export function listAt(item: unknown, owner: Address, list: string): unknown[] | undefined {
  const found = partAt(item, owner)?.[list];
  return Array.isArray(found) ? (found as unknown[]) : undefined;
}

/** The address that a path of the document stands in, and the rest: `jacks[2].modes[0].rIn.value`. */
export function addressOfPath(
  item: GearItem,
  path: string,
): { readonly address: Address; readonly field: string } {
  let address = '';
  let rest = path;
  let at: unknown = item;
  for (;;) {
    const match = /^([a-z]+)\[(\d+)\]\.?/i.exec(rest);
    const list = match?.[1] ?? '';
    if (!match || !Object.hasOwn(KINDS, list))
      return { address, field: rest.replaceAll(/\[(\d+)\]/g, '.$1') };
    const items: unknown = isPlain(at) ? at[list] : undefined;
    const number = Number(match[2]);
    at = Array.isArray(items) ? (items as unknown[])[number] : undefined;
    const id = isPlain(at) && typeof at.id === 'string' ? at.id : String(number);
    address = within(address, list, id);
    rest = rest.slice(match[0].length);
  }
}

/** What a part is called on the screen: its printed name, its own name, or what it is. */
export function nameOfPart(item: unknown, address: Address): string {
  const part = partAt(item, address);
  const named = [part?.label, part?.name, part?.what].find((word) => typeof word === 'string' && word !== '');
  return typeof named === 'string' ? named : kindOfPart(address);
}
