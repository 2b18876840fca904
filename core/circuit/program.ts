// Elimination as a row of numbers, so that nothing is looked up or made while frequencies are run through.
import type { Pivot } from './order';
import type { System } from './system';

export type Program = {
  /**
   * For each pivot: its place, how many rows stand under it; for each of these the place under the pivot, how many places
   * change, and for each of those the place in the pivot's row and the place that changes.
   */
  readonly code: Int32Array;
  readonly places: number;
  /** Where each entry of the system stands. */
  readonly placeOf: Int32Array;
  /** Per wanted unknown, the last eliminated first: its pivot, its right side (−1: none), then pairs: place, which of those before. */
  readonly back: readonly Int32Array[];
};

/** The elimination of a system in an order, with the last few unknowns solved for. */
export function programOf({ unknowns, entries }: System, pivots: readonly Pivot[], wanted: number): Program {
  const right = unknowns.length;
  const rows = unknowns.map(() => new Map<number, number>());
  let places = 0;
  const placeAt = (row: number, column: number): number => {
    const inRow = rows[row];
    const known = inRow?.get(column);
    if (known !== undefined) return known;
    inRow?.set(column, places);
    places += 1;
    return places - 1;
  };
  const placeOf = Int32Array.from(entries, ({ row, column }) => placeAt(row, column));
  const code: number[] = [];
  const left = new Set(rows.keys());
  const done = new Set<number>();
  for (const { row, column } of pivots) {
    left.delete(row);
    done.add(column);
    const own = [...(rows[row] ?? [])].filter(([other]) => !done.has(other));
    const under = [...left].filter((other) => rows[other]?.has(column));
    code.push(placeAt(row, column), under.length);
    for (const other of under) {
      code.push(placeAt(other, column), own.length);
      for (const [at, place] of own) code.push(place, placeAt(other, at));
    }
  }
  const last = pivots.slice(pivots.length - wanted).reverse();
  const back = last.map(({ row, column }, i) => {
    const pairs = last.slice(0, i).flatMap((later, k) => {
      const place = rows[row]?.get(later.column);
      return place === undefined ? [] : [place, k];
    });
    return Int32Array.from([placeAt(row, column), rows[row]?.get(right) ?? -1, ...pairs]);
  });
  return { code: Int32Array.from(code), places, placeOf, back };
}
