// Which cells of the table are chosen, and how keys move through it.

export type At = { readonly row: number; readonly column: number };

/** A rectangle from where it was begun to where the cursor is. */
export type Chosen = { readonly begun: At; readonly at: At };

export type Size = { readonly rows: number; readonly columns: number };

const within = (value: number, count: number) => Math.max(0, Math.min(count - 1, value));

export const clamp = ({ row, column }: At, { rows, columns }: Size): At => ({
  row: within(row, rows),
  column: within(column, columns),
});

const span = (a: number, b: number): readonly number[] =>
  Array.from({ length: Math.abs(a - b) + 1 }, (_, i) => Math.min(a, b) + i);

/** Rows and columns of what is chosen, by number. */
export const spans = ({ begun, at }: Chosen) => ({
  rows: span(begun.row, at.row),
  columns: span(begun.column, at.column),
});

export type Key = {
  readonly key: string;
  readonly shift: boolean;
  /** Control, or the command key. */
  readonly far: boolean;
};

/** Where a key leads; null: it moves nothing. @param page rows that are seen at once */
export function moved(chosen: Chosen, { key, shift, far }: Key, size: Size, page: number): Chosen | null {
  const { at } = chosen;
  const [last, bottom] = [size.columns - 1, size.rows - 1];
  const to: Readonly<Record<string, At>> = {
    ArrowUp: { ...at, row: far ? 0 : at.row - 1 },
    ArrowDown: { ...at, row: far ? bottom : at.row + 1 },
    ArrowLeft: { ...at, column: far ? 0 : at.column - 1 },
    ArrowRight: { ...at, column: far ? last : at.column + 1 },
    Home: { row: far ? 0 : at.row, column: 0 },
    End: { row: far ? bottom : at.row, column: last },
    PageUp: { ...at, row: at.row - page },
    PageDown: { ...at, row: at.row + page },
  };
  const next = to[key];
  if (!next) return null;
  const there = clamp(next, size);
  return { begun: shift ? chosen.begun : there, at: there };
}
