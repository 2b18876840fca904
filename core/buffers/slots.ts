// Where buffers may stand as a search goes through it, and how many ways there are to fill that.
import type { Position } from './positions';

/** Where something may stand: one position; or left and right, which two buffers fill, or one with two sides. */
export type Slot = {
  readonly left: number;
  /** Null: mono. */
  readonly right: number | null;
  /** May one with two sides stand here, in mono by one of them? */
  readonly takesTwins: boolean;
};

/**
 * The slots of positions, in an order that every way goes along; none where a side may not be filled.
 * @param barred positions that no buffer may stand in
 * @param twin the number of a buffer with two sides; null: there is none
 * @param ways leads of each way
 * @returns without stereo ones that two ways pass in unlike order
 */
export function slotsOf(
  positions: readonly Position[],
  barred: ReadonlySet<number>,
  twin: number | null,
  ways: readonly (readonly string[])[],
): readonly Slot[] {
  const slots = positions.flatMap(({ side, pieces }, left): Slot[] => {
    const right = side && positions.findIndex(({ lead }) => lead === side.other);
    if (side?.is === 'right' || barred.has(left) || (right !== null && (right < 0 || barred.has(right))))
      return [];
    return [{ left, right, takesTwins: twin !== null && (pieces[twin] ?? null) !== null }];
  });
  const leadsOf = ({ left, right }: Slot) =>
    [left, right].flatMap((at) => (at === null ? [] : (positions[at]?.lead ?? [])));
  const isAlong = (slot: Slot, i: number): boolean =>
    slot.right === null ||
    slots.every((other, k) => {
      const [own, others] = [leadsOf(slot), leadsOf(other)];
      return (
        i === k ||
        ways.every((way) => {
          const [a, b] = [own, others].map((leads) => way.findIndex((lead) => leads.includes(lead)));
          return a === undefined || b === undefined || a < 0 || b < 0 || a < b === i < k;
        })
      );
    });
  return slots.filter(isAlong);
}

/** How many placements there are, slot by slot: ways to have placed so many of one side and so many of two. */
export function countOf(
  slots: readonly Slot[],
  buffers: readonly (1 | 2)[],
  most: number = buffers.length,
): number {
  const twins = buffers.filter((sides) => sides === 2).length;
  const singles = buffers.length - twins;
  const width = twins + 1;
  let ways = new Float64Array((singles + 1) * width);
  ways[0] = 1;
  for (const { right, takesTwins } of slots) {
    const next = Float64Array.from(ways);
    const add = (at: number, count: number) => (next[at] = (next[at] ?? 0) + count);
    for (let one = 0; one <= singles; one += 1)
      for (let two = 0; two <= twins && one + two < most; two += 1) {
        const here = ways[one * width + two] ?? 0;
        const free = singles - one;
        if (takesTwins && two < twins) add(one * width + two + 1, here * (twins - two));
        if (right === null && free > 0) add((one + 1) * width + two, here * free);
        if (right !== null && free > 1 && one + two + 2 <= most)
          add((one + 2) * width + two, here * free * (free - 1));
      }
    ways = next;
  }
  return ways.reduce((sum, count) => sum + count, 0);
}

/** How many buffers of one side find a place at once. */
export const roomIn = (slots: readonly Slot[]): number =>
  slots.reduce((sum, { right }) => sum + (right === null ? 1 : 2), 0);

/** How many buffers may be placed at once so that there are no more than so many placements; one at least. */
export function mostWithin(slots: readonly Slot[], buffers: readonly (1 | 2)[], placements: number): number {
  let most = Math.min(roomIn(slots), buffers.length);
  while (most > 1 && countOf(slots, buffers, most) > placements) most -= 1;
  return most;
}
