// Changes of an item while it is made: named, pure, and free to leave it unfinished. `checkItem` says what is missing.
import type { Draft } from 'immer';
import {
  clone,
  forgetInBox,
  produce,
  same,
  setFigureAt,
  type Figure,
  type FigurePath,
  type Named,
  type Plain,
} from '../model';
import { writeAt } from './field';
import { newPartId, type GearItem } from './item';
import { idOf, kindOfPart, listAt, listOf, nameOfPart, ownerOf, partAt, within, type Address } from './parts';
import { blockFrom, jackFrom } from './templates';

export type GearEdit =
  | { readonly edit: 'set field'; readonly address: Address; readonly path: string; readonly value: unknown }
  | { readonly edit: 'set figure'; readonly at: FigurePath; readonly figure: Figure | undefined }
  /** `after`: the part that it stands behind, else the last; `template` of a jack or a block. */
  | {
      readonly edit: 'add part';
      readonly owner: Address;
      readonly list: string;
      readonly template?: string;
      readonly panel?: string;
      readonly after?: string;
    }
  | { readonly edit: 'remove part'; readonly address: Address }
  /** One place earlier or later among its own: a jack among those of its panel. */
  | { readonly edit: 'move part'; readonly address: Address; readonly by: -1 | 1 }
  /** Ends as a choice has them: `jack in`, `block fuzz in`. */
  | { readonly edit: 'wire'; readonly patch: string; readonly from: Plain; readonly to: Plain }
  /** The switch position, state or wiring that is in force while nothing says otherwise. */
  | { readonly edit: 'set at rest'; readonly address: Address };

export type GearEdited = {
  readonly item: GearItem;
  /** What the undo list calls it. */
  readonly label: string;
  /** The part to look at now. */
  readonly at: Address;
};

type ItemDraft = Draft<GearItem>;

const LAWS: Readonly<Record<string, Plain>> = {
  db: { type: 'db', lo: -60, hi: 0 },
  pot: { type: 'pot', ohm: 500_000, taper: 'audio' },
  positions: { type: 'positions', names: ['1', '2'] },
  unknown: { type: 'unknown' },
};

/** Facts that come and go with others: a loudspeaker's, an outlet's, those of a law. */
function settle(part: Draft<Plain>, path: string, value: unknown): void {
  if (path === 'law.type') part.law = { ...LAWS[String(value)] };
  if (path !== 'carries' && path !== 'direction') return;
  const isOutlet = part.direction === 'out';
  const keep = (fact: string, belongs: boolean, made: Plain) => {
    if (!belongs) delete part[fact];
    else part[fact] ??= made;
  };
  keep('speaker', part.carries === 'speaker', {
    needsLoad: false,
    internalLoad: false,
    isLoad: 'never',
    bridged: 'no',
  });
  keep('dcOutlet', part.carries === 'dc' && isOutlet, {
    volts: { value: 9, source: 'assumed' },
    kind: 'dc',
    group: null,
  });
  keep('mainsOutlet', part.carries === 'mains' && isOutlet, { earthed: true, group: null });
}

/** An empty record of facts is no fact: a size of nothing, a price of nothing. */
const WHOLE_OR_NONE = ['size', 'price', 'midi', 'clock'] as const;

function setField(draft: ItemDraft, address: Address, path: string, value: unknown): void {
  const part = partAt(draft, address);
  if (!part) return;
  const head = path.split('.')[0] ?? '';
  writeAt(part, path, value);
  settle(part, path, value);
  const record = part[head];
  // Banks without a number are none.
  if (address === '' && path === 'banks.count' && value === undefined) delete part.banks;
  if (
    address === '' &&
    (WHOLE_OR_NONE as readonly string[]).includes(head) &&
    Object.keys(Object(record) as object).length === 0
  )
    delete part[head];
}

/** A new part of a list as it begins. */
function begun(list: string, template: string | undefined): Plain {
  switch (list) {
    case 'jacks':
      return jackFrom(template ?? 'input');
    case 'blocks':
      return blockFrom(template ?? 'effect');
    case 'modes':
      return { name: 'position' };
    case 'states':
      return { name: 'state', mutes: false, inverts: false };
    case 'pickups':
      return { name: 'Pickup' };
    case 'controls':
      return {
        label: 'LEVEL',
        actsOn: { box: true },
        sets: 'level',
        law: LAWS.unknown,
        position: null,
        basis: null,
      };
    case 'patches':
      return { name: 'Other wiring', wires: [] };
    case 'loops':
      return { name: 'Loop', sends: [], returns: [], stands: 'anywhere' };
    case 'switches':
      return { label: 'A', action: 'momentary', does: 'free' };
    case 'contacts':
      return { name: 'contact', jack: '', pole: 'tip', is: 'latching' };
    case 'hidden':
      return { label: 'Switch inside', value: '', note: '' };
    default:
      return { date: '', what: '', by: '' };
  }
}

const isIded = (part: unknown): part is { id: string } =>
  typeof part === 'object' && part !== null && 'id' in part && typeof part.id === 'string';

const isSwitchInput = ({ carries, direction }: ItemDraft['jacks'][number]): boolean =>
  carries === 'switch' && direction !== 'out';

/** Adds a part and gives its address. */
function addPart(draft: ItemDraft, call: Extract<GearEdit, { edit: 'add part' }>): Address {
  const { owner, list, template, panel, after } = call;
  const holder = partAt(draft, owner);
  if (!holder) return owner;
  if (!Array.isArray(holder[list])) holder[list] = [];
  const items = listAt(draft, owner, list) ?? [];
  const ided = items.filter(isIded);
  const part: Plain = { ...clone(begun(list, template)) };
  const printed = (one: unknown) => {
    const { label, name } = one as { label?: string; name?: string };
    return label ?? name ?? list;
  };
  const word = printed(part);
  // A second OUT is OUT 2, as it would be printed.
  const names = new Set(items.map(printed));
  let name = word;
  for (let n = 2; names.has(name); n += 1) name = `${word.replace(/ \d+$/, '')} ${n}`;
  if ('label' in part) part.label = name;
  else if ('name' in part) part.name = name;
  const id = newPartId(name, ided);
  const whole: Plain = { ...part, id };
  if (list === 'jacks' && panel !== undefined) whole.panel = panel;
  if (list === 'patches')
    whole.wires = clone(draft.patches.find((one) => one.id === draft.patch)?.wires ?? []);
  const at = items.findIndex((one) => isIded(one) && one.id === after);
  if (list === 'contacts') whole.jack = draft.jacks.find(isSwitchInput)?.id ?? '';
  items.splice(at < 0 ? items.length : at + 1, 0, whole);
  if (list === 'modes' && holder.mode === null) holder.mode = id;
  return within(owner, list, id);
}

const NAMED: Readonly<Record<string, Named>> = {
  jacks: 'jack',
  blocks: 'block',
  modes: 'mode',
  states: 'block state',
  pickups: 'pickup',
  controls: 'control',
  patches: 'inner wiring',
};

/** Takes a part away, and every name of it within the item; what stood at rest is the first of those left. */
function removePart(draft: ItemDraft, address: Address): Address {
  const [owner, list, id] = [ownerOf(address), listOf(address), idOf(address)];
  const items = listAt(draft, owner, list);
  const at = items?.findIndex((one, i) => (isIded(one) ? one.id === id : String(i) === id)) ?? -1;
  if (!items || at < 0) return owner;
  // A block has a state and a box an inner wiring, whatever is taken away.
  if (items.length === 1 && (list === 'states' || list === 'patches')) return address;
  items.splice(at, 1);
  const kind = NAMED[list];
  const rest = items.find(isIded)?.id;
  const holder = partAt(draft, owner);
  if (kind !== undefined) forgetInBox(draft, kind, owner === '' ? [id] : [idOf(owner), id]);
  if (list === 'states' && holder?.state === id && rest !== undefined) holder.state = rest;
  if (list === 'modes' && holder && (holder.mode === id || holder.mode === null)) holder.mode = rest ?? null;
  if (list === 'patches' && draft.patch === id && rest !== undefined) draft.patch = rest;
  if (list === 'loops' && items.length === 0) delete draft.loops;
  if (list === 'contacts' && items.length === 0 && holder) delete holder.contacts;
  const next = items[Math.min(at, items.length - 1)];
  return isIded(next) ? within(owner, list, next.id) : owner;
}

function movePart(draft: ItemDraft, address: Address, by: -1 | 1): void {
  const list = listAt(draft, ownerOf(address), listOf(address));
  const id = idOf(address);
  if (!list) return;
  const from = list.findIndex((one) => isIded(one) && one.id === id);
  const part = list[from] as Plain | undefined;
  // A jack goes past its neighbour on the same panel.
  const isPeer = (one: unknown) => kindOfPart(address) !== 'jack' || (one as Plain).panel === part?.panel;
  let to = from + by;
  while (to >= 0 && to < list.length && !isPeer(list[to])) to += by;
  if (!part || to < 0 || to >= list.length) return;
  list.splice(from, 1);
  list.splice(to, 0, part);
}

function wire(draft: ItemDraft, call: Extract<GearEdit, { edit: 'wire' }>): Address {
  const { patch, from, to } = call;
  const wires = listAt(draft, within('', 'patches', patch), 'wires');
  if (!wires) return '';
  const there = wires.findIndex((one) => same((one as Plain).from, from) && same((one as Plain).to, to));
  if (there < 0) wires.push(clone({ from, to }));
  return within(within('', 'patches', patch), 'wires', there < 0 ? wires.length - 1 : there);
}

function setAtRest(draft: ItemDraft, address: Address): void {
  const holder = partAt(draft, ownerOf(address));
  const field = { modes: 'mode', states: 'state', patches: 'patch' }[listOf(address)];
  if (holder && field !== undefined) holder[field] = idOf(address);
}

/** Applies an edit. It never throws over what is missing: an item in the making may be unfinished. */
export function applyGearEdit(item: GearItem, call: GearEdit): GearEdited {
  let at: Address = 'address' in call ? call.address : '';
  const next = produce(item, (draft) => {
    switch (call.edit) {
      case 'set field':
        setField(draft, call.address, call.path, call.value);
        break;
      case 'set figure':
        setFigureAt(draft, call.at, call.figure);
        break;
      case 'add part':
        at = addPart(draft, call);
        break;
      case 'remove part':
        at = removePart(draft, call.address);
        break;
      case 'move part':
        movePart(draft, call.address, call.by);
        break;
      case 'wire':
        at = wire(draft, call);
        break;
      case 'set at rest':
        setAtRest(draft, call.address);
    }
  });
  return { item: next, label: labelOf(item, call, next, at), at };
}

function labelOf(before: GearItem, call: GearEdit, after: GearItem, at: Address): string {
  switch (call.edit) {
    case 'set field':
      return `Change ${nameOfPart(before, call.address)}`;
    case 'set figure':
      return 'Change figure';
    case 'add part':
      return `Add ${nameOfPart(after, at)}`;
    case 'remove part':
      return `Remove ${nameOfPart(before, call.address)}`;
    case 'move part':
      return `Move ${nameOfPart(before, call.address)}`;
    case 'wire':
      return 'Lay a wire';
    case 'set at rest':
      return `${nameOfPart(before, ownerOf(call.address))}: ${nameOfPart(before, call.address)} at rest`;
  }
}
