// Amplifiers as routings see them: what of them something hangs between, and what they drive.
import { partsOf } from '../chain';
import type { Box, Reads } from '../model';
import type { Item } from './draft';
import { hasRole, wayOf, whole } from './items';
import { bothOf, sidesOf } from './sides';

type Of = Reads<'boxes'>;

/** An amplifier's halves; without a way to part them it is one item. A power amplifier by itself has no preamp. */
export type Halves = { readonly box: Box; readonly preamp: Item | null; readonly power: Item };

/** An amplifier as it is passed: its preamp and its power stage, which something may hang between. */
export function halvesOf(box: Box): Halves {
  const parts = partsOf(box, wayOf(box)).map((blocks): Item => ({ box: box.id, blocks, by: '>' }));
  const [first, ...others] = parts;
  const [second] = others;
  const sides = sidesOf(box, 'power');
  // One come to by a plain lead plays by both of its sides.
  const both = second && sides ? { ...bothOf(box, sides), by: second.by } : second;
  return first && both && others.length === 1
    ? { box, preamp: first, power: both }
    : { box, preamp: null, power: whole(box) };
}

export const isPowerAmp = ({ blocks }: Box): boolean =>
  blocks.length > 0 && blocks.every(({ role }) => role === 'power');

/** Halves of a power amplifier: the one stage; of one with two, both of them and the left by itself. */
export function stagesOf(box: Box): readonly Halves[] {
  const sides = sidesOf(box, 'power');
  if (!sides) return [{ box, preamp: null, power: whole(box) }];
  const left: Item = { box: box.id, blocks: sides.left, by: '>' };
  return [bothOf(box, sides), left].map((power) => ({ box, preamp: null, power }));
}

/** What there is to drive. */
export type Cabinets = {
  /** What the power of a head goes into: loudspeakers, and load boxes where there are none. */
  readonly cabinets: readonly Box[];
  readonly attenuator: Box | null;
};

/** Two cabinets, or two sides of one, for two power stages; null: there are none. */
function cabinetPair(free: readonly Box[]): Item | null {
  const wide = free.flatMap((box) => {
    const sides = sidesOf(box, 'speaker');
    return sides ? [bothOf(box, sides)] : [];
  });
  const [left, right] = free.map(whole);
  if (wide[0]) return wide[0];
  return left && right ? { ...left, by: '>>', second: { box: right.box, blocks: right.blocks } } : null;
}

/**
 * A power stage with what it drives: what is built in, else a cabinet of the rig, by the attenuator where there is one.
 * @param used boxes that something else drives
 */
export function driven(
  of: Of,
  { cabinets, attenuator }: Cabinets,
  power: Item,
  used: ReadonlySet<string> = new Set(),
): readonly Item[] {
  if (hasRole(of, power, 'speaker')) return [power];
  const free = cabinets.filter(({ id }) => !used.has(id));
  const pair = power.second ? cabinetPair(free) : null;
  if (pair) return [power, pair];
  const [cabinet] = free;
  if (!cabinet) return [power];
  const sides = sidesOf(cabinet, 'speaker');
  const own: Item = sides ? { box: cabinet.id, blocks: sides.left, by: '>' } : whole(cabinet);
  const between =
    attenuator && !used.has(attenuator.id) && hasRole(of, own, 'speaker') ? [whole(attenuator)] : [];
  return [power, ...between, own];
}
