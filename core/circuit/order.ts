// In which order unknowns are eliminated, found once for a topology: what costs least, at a pivot that is strong enough.
import type { Entry, System } from './system';

/** No one voltage or current fits a circuit: what is not fixed, by name. */
export class SingularError extends Error {
  override name = 'SingularError';

  constructor(readonly unknowns: readonly string[]) {
    super(
      `nothing fixes ${unknowns.join(', ')}: a node without a way to ground, or sources that contradict each other`,
    );
  }
}

/** A pivot is strong enough at this share of the strongest in its column. */
const STRONG = 1e-3;
/** What is left of sums that cancel is nothing under this share of them. */
const NOTHING = 4e-15;

export type Pivot = { readonly row: number; readonly column: number };

/** The value of an entry at ω, as real and imaginary part. */
export const valueAt = ({ g, c, gamma, quadrature }: Entry, omega: number): readonly [number, number] => [
  g,
  quadrature + omega * c - (gamma === 0 ? 0 : gamma / omega),
];

/**
 * The order of elimination, by trying it at one frequency.
 * @param last columns that stand last, in this order: of these the solution is wanted
 * @throws SingularError where nothing fixes an unknown at that frequency
 */
export function orderOf(
  { unknowns, entries }: System,
  last: readonly number[],
  omega: number,
): readonly Pivot[] {
  const n = unknowns.length;
  const [re, im, size] = [0, 1, 2].map(() => new Float64Array(n * n)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  for (const entry of entries) {
    if (entry.column === n) continue;
    const i = entry.row * n + entry.column;
    [re[i], im[i]] = valueAt(entry, omega);
    size[i] = Math.hypot(re[i] ?? 0, im[i] ?? 0);
  }
  const abs = (row: number, column: number): number => {
    const i = row * n + column;
    const value = Math.hypot(re[i] ?? 0, im[i] ?? 0);
    return value <= NOTHING * (size[i] ?? 0) ? 0 : value;
  };
  const rows = new Set(Array.from({ length: n }, (_, i) => i));
  const columns = new Set(rows);
  const pivots: Pivot[] = [];
  while (columns.size > 0) {
    const free = [...columns].filter((column) => !last.includes(column));
    const allowed = free.length > 0 ? free : last.filter((column) => columns.has(column)).slice(0, 1);
    const pivot = bestOf(rows, columns, allowed, abs);
    if (!pivot) throw new SingularError([...columns].map((column) => unknowns[column] ?? ''));
    rows.delete(pivot.row);
    columns.delete(pivot.column);
    pivots.push(pivot);
    eliminate(n, { re, im, size }, pivot, rows, columns);
  }
  return pivots;
}

/** The pivot whose elimination fills in least, of those that are strong enough in their column. */
function bestOf(
  rows: ReadonlySet<number>,
  columns: ReadonlySet<number>,
  allowed: readonly number[],
  abs: (row: number, column: number) => number,
): Pivot | null {
  const inRow = new Map(
    [...rows].map((row) => [row, [...columns].filter((column) => abs(row, column) > 0).length]),
  );
  let best: (Pivot & { readonly cost: number; readonly value: number }) | null = null;
  for (const column of allowed) {
    const own = [...rows].flatMap((row) => {
      const value = abs(row, column);
      return value > 0 ? [{ row, value }] : [];
    });
    const strongest = Math.max(0, ...own.map(({ value }) => value));
    for (const { row, value } of own) {
      if (value < STRONG * strongest) continue;
      const cost = ((inRow.get(row) ?? 1) - 1) * (own.length - 1);
      if (!best || cost < best.cost || (cost === best.cost && value > best.value))
        best = { row, column, cost, value };
    }
  }
  return best;
}

function eliminate(
  n: number,
  { re, im, size }: Readonly<Record<'re' | 'im' | 'size', Float64Array>>,
  pivot: Pivot,
  rows: ReadonlySet<number>,
  columns: ReadonlySet<number>,
): void {
  const p = pivot.row * n + pivot.column;
  const [pr, pi] = [re[p] ?? 0, im[p] ?? 0];
  const norm = pr * pr + pi * pi;
  for (const row of rows) {
    const l = row * n + pivot.column;
    const [ar, ai] = [re[l] ?? 0, im[l] ?? 0];
    if (ar === 0 && ai === 0) continue;
    const [lr, li] = [(ar * pr + ai * pi) / norm, (ai * pr - ar * pi) / norm];
    for (const column of columns) {
      const [u, t] = [pivot.row * n + column, row * n + column];
      const [ur, ui] = [re[u] ?? 0, im[u] ?? 0];
      if (ur === 0 && ui === 0) continue;
      const [xr, xi] = [lr * ur - li * ui, lr * ui + li * ur];
      re[t] = (re[t] ?? 0) - xr;
      im[t] = (im[t] ?? 0) - xi;
      size[t] = Math.max(size[t] ?? 0, Math.hypot(xr, xi), Math.hypot(re[t] ?? 0, im[t] ?? 0));
    }
  }
}
