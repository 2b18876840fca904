// What keeps an item off the shelf, by the part and the field that it is about.
import { type Problem } from '../model';
import { groupsOfPart } from './fields';
import { figuresOfPart } from './figures';
import type { GearItem } from './item';
import { addressOfPath, nameOfPart, ownerOf, type Address } from './parts';

/** A problem where it can be mended. */
export type Trouble = {
  readonly address: Address;
  /** The field or figure of the part, as far as it is one: `rIn.value`. */
  readonly field: string;
  readonly reason: string;
  /** The same with the names of the parts and the field, for who looks at the whole box. */
  readonly words: string;
};

/** `IN, as built`: a part with the parts that hold it; the box itself has no word. */
function partWords(item: GearItem, address: Address): readonly string[] {
  return address === '' ? [] : [...partWords(item, ownerOf(address)), nameOfPart(item, address)];
}

/**
 * Is a problem told at a field?
 * @param at where the problem is, as `Trouble.field` has it: what a list lacks is told at its first field
 */
export const isAbout = (at: string, field: string): boolean =>
  at === field || at.startsWith(`${field}.`) || field === `${at}.0`;

function fieldWords(item: GearItem, address: Address, path: string): string | undefined {
  const field = groupsOfPart(item, address)
    .flatMap(({ fields }) => fields)
    .find((one) => isAbout(path, one.path));
  if (field) return field.label.toLowerCase();
  return figuresOfPart(item, address).find(({ at }) => isAbout(path, at.field))?.what;
}

/** A problem of `checkItem`, led to its part. */
export function troubleOf(item: GearItem, { path, reason }: Problem): Trouble {
  const { address, field } = addressOfPath(item, path);
  return { address, field, reason: sentence(reason), words: troubleWords(item, address, field, reason) };
}

const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

/** `IN, as built, input impedance: more than 0.` */
export function troubleWords(item: GearItem, address: Address, field: string, reason: string): string {
  const about = [...partWords(item, address), fieldWords(item, address, field) ?? ''].filter(
    (word) => word !== '',
  );
  return about.length === 0 ? sentence(reason) : `${about.join(', ')}: ${reason}.`;
}
