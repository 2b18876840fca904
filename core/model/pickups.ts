// What the positions of an instrument's selector join.
import type { Block } from './types';

type Pickup = Block['pickups'][number];

/** One pickup of a position: whole or one coil of its two, as it is or with its ends exchanged. */
export type Coil = { readonly pickup: Pickup; readonly half: boolean; readonly flipped: boolean };

/** What is heard of an instrument in one position of its selector. */
export type Combination = {
  readonly name: string;
  readonly joined: 'parallel' | 'series';
  /** Of a series, the one at ground first; none where nothing is known of a pickup. */
  readonly coils: readonly Coil[];
};

const whole = (pickup: Pickup): Coil => ({ pickup, half: false, flipped: false });

/** The printed names of what can be chosen: the selector's positions, else the pickups. */
export const pickupChoices = ({ selector, pickups }: Block): readonly string[] =>
  selector.length > 0 ? selector : pickups.map(({ name }) => name);

/** Pickups one after the other: each by itself, or with both neighbours in the positions between. */
function usual({ selector, pickups }: Block, at: number): readonly Pickup[] {
  if (selector.length === pickups.length) return pickups.slice(at, at + 1);
  if (selector.length !== 2 * pickups.length - 1) return pickups.slice(0, 1);
  return pickups.slice(Math.floor(at / 2), Math.ceil(at / 2) + 1);
}

/**
 * What is joined where a sound wants a position or a pickup by its name or id; the first where it wants none, or one
 * that there is not.
 */
export function combinationOf(block: Block, wanted: string | null | undefined): Combination {
  const { pickups, selector, combinations = [] } = block;
  const single = pickups.find(({ id, name }) => id === wanted || name === wanted);
  const at = Math.max(0, selector.indexOf(wanted ?? ''));
  const isPosition = selector.includes(wanted ?? '') || (!single && selector.length > 0);
  const name = isPosition ? (selector[at] ?? '') : (single?.name ?? pickups[0]?.name ?? '');
  const stated = isPosition ? combinations.find((one) => one.name === name) : undefined;
  if (stated) {
    const coils = stated.coils.flatMap(({ pickup: id, half = false, flipped = false }): Coil[] => {
      const pickup = pickups.find((one) => one.id === id);
      return pickup ? [{ pickup, half, flipped }] : [];
    });
    return { name, joined: stated.joined, coils };
  }
  const own = isPosition ? usual(block, at) : single ? [single] : pickups.slice(0, 1);
  return { name, joined: 'parallel', coils: own.map(whole) };
}

/** A passive pickup of a piezo is a capacitor: it has no coil, and no resistance either. */
const isPiezo = ({ rOhm, lHenry, cFarad }: Pickup): boolean =>
  rOhm === undefined && lHenry === undefined && cFarad !== undefined;

/** What is played, as noted; else a piezo by what its pickups are, or a guitar. */
export const instrumentOf = ({ instrument, pickups }: Block): 'guitar' | 'bass' | 'piezo' =>
  instrument ?? (pickups.length > 0 && pickups.every(isPiezo) ? 'piezo' : 'guitar');
