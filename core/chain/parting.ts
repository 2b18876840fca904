// How a signal parts: both ways at once, or left here and right there.
import { boxOf, type Box, type Reads } from '../model';
import type { End, Place, Stop } from './chain';
import { isGrid } from './relay';
import { segmentsOf } from './segments';

type Split = Extract<End, { kind: 'split' }>;

/** The jacks that a stop leaves its box by, each with the sides that it gives: 1 left, 2 right, 3 both. */
function exitsOf(box: Box, { blocks }: Stop): ReadonlyMap<string, number> {
  const last = blocks.at(-1);
  const exits = new Map<string, number>();
  for (const { exit, loop, blocks: passed, channels } of segmentsOf(box, ''))
    // The rows of a unit are laid so that what is last leaves.
    if (exit !== null && loop === null && (isGrid(box) || passed.at(-1) === last))
      exits.set(exit, (exits.get(exit) ?? 0) | channels);
  return exits;
}

/**
 * How two ways take what the place ahead of them gives. By leads from a left and a right jack, and no other, they are its
 * sides; from what has no right side, or inside its box, they are none.
 */
export function partingHow(
  of: Reads<'boxes'>,
  before: Place | undefined,
  { how, tails }: Split,
): Split['how'] {
  const stop = before?.stops.length === 1 ? before.stops[0] : undefined;
  const box = boxOf(of, stop?.box);
  if (!stop || !box || how === 'either' || tails.length !== 2) return how;
  if (tails.some(({ places: [head] }) => head?.gap?.kind === 'inside')) return 'both';
  const given = [...exitsOf(box, stop).values()];
  if (!given.includes(2)) return 'both';
  return given.length === 2 && given.some((side) => (side & 1) === 1) ? 'sides' : how;
}
