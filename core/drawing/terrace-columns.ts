// Where the blocks of a unit's rows stand: columns, so that what follows stands to the right on every row.
import type { Row, Rows } from '../model';

/** A vertical stretch of a split or merge, in the gap ahead of a column. */
export type Lane = { readonly gap: number; readonly row: number; readonly use: 'split' | 'merge' };

export type Columns = {
  readonly of: ReadonlyMap<string, number>;
  readonly count: number;
  readonly lanes: readonly Lane[];
};

/** The column behind which a row begins: −1 for one from a jack. */
export const behind = (row: Row, of: ReadonlyMap<string, number>): number =>
  'after' in row.from ? (of.get(row.from.after) ?? -1) : -1;

/** The last column that a row takes. */
export const lastColumn = (row: Row, of: ReadonlyMap<string, number>): number => {
  const last = row.blocks.at(-1);
  return last === undefined ? behind(row, of) : (of.get(last) ?? 0);
};

/**
 * The column of every block: behind the one before it, behind where its row branched off, and behind the end of every
 * row that joins it. A ring is cut off after as many turns as there are blocks.
 */
export function columnsOf({ rows }: Rows): Columns {
  const of = new Map(rows.flatMap(({ blocks }) => blocks.map((id): [string, number] => [id, 0])));
  const turns = of.size + 1;
  for (let turn = 0; turn < turns; turn += 1) {
    let isStill = true;
    for (const row of rows) {
      let at = behind(row, of);
      for (const id of row.blocks) {
        const joined = rows.filter(({ into }) => into?.block === id).map((one) => lastColumn(one, of) + 1);
        const column = Math.min(turns, Math.max(at + 1, of.get(id) ?? 0, ...joined));
        if (column !== of.get(id)) isStill = false;
        of.set(id, column);
        at = column;
      }
    }
    if (isStill) break;
  }
  const lanes = rows.flatMap((row, i): Lane[] => [
    ...('after' in row.from ? [{ gap: behind(row, of) + 1, row: i, use: 'split' } as const] : []),
    ...(row.into ? [{ gap: of.get(row.into.block) ?? 0, row: i, use: 'merge' } as const] : []),
  ]);
  return { of, count: Math.max(0, ...[...of.values()].map((column) => column + 1)), lanes };
}
