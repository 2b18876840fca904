// The table of sounds: what each sound sets, against the sound before it; and acts on ranges of it.
import type { EditGroup, SingleEdit } from '../edits';
import { fromTabs, readTable, toCsv, toTabs } from '../file';
import { derive, newSound, type Sound } from '../model';
import { count } from '../units';
import { after, cellEdit, cellOf, nextOf, readCell, type Cell } from './cells';
import { cellName, headOf, soundColumns, type Column, type ForTable } from './columns';

/** A cell beside the one of the sound before. */
export type TableCell = Cell & { readonly differs: boolean };

export type SoundTable = {
  readonly columns: readonly Column[];
  readonly rows: readonly { readonly sound: Sound; readonly cells: readonly TableCell[] }[];
};

const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

/** The table of a night. The first sound differs from none. */
export const soundTable = derive(OF, (of: ForTable): SoundTable => {
  const columns = soundColumns(of);
  let before: readonly Cell[] = [];
  return {
    columns,
    rows: of.sounds.map((sound) => {
      const cells = columns.map((column) => cellOf(of, column, sound));
      const told = cells.map((cell, i) => ({
        ...cell,
        differs: before.length > 0 && before[i]?.text !== cell.text,
      }));
      before = cells;
      return { sound, cells: told };
    }),
  };
});

/** What sounds set beside blocks and guitars, for paper: pickups, levels, programs, tails, pedals, as far as some sound says so. */
export const calledBySounds = (
  of: ForTable,
): readonly { readonly name: string; readonly texts: readonly string[] }[] => {
  const { columns, rows } = soundTable(of);
  return columns.flatMap((column, i) => {
    const { kind } = column;
    const cells = rows.flatMap(({ cells: own }) => own[i] ?? []);
    const isTold = kind !== 'guitar' && kind !== 'block' && cells.some(({ from }) => from === 'sound');
    return isTold ? [{ name: headOf(column), texts: cells.map(({ text }) => text) }] : [];
  });
};

/** A rectangle of cells: sounds by number, columns as they are shown. */
export type CellRange = { readonly rows: readonly number[]; readonly columns: readonly Column[] };

/** What an act on the table comes to: an edit, or why it is not done; null: nothing changes. */
export type TableAct = { readonly edit: EditGroup } | { readonly refused: string } | null;

const actOf = (edits: readonly SingleEdit[], label = `Set ${count(edits.length, 'cell')}`): TableAct =>
  edits.length === 0 ? null : { edit: { edit: 'together', arguments: { label, edits } } };

const eachCell = (of: ForTable, { rows, columns }: CellRange) =>
  rows.flatMap((row) => {
    const sound = of.sounds[row];
    return sound ? columns.map((column) => ({ sound, column })) : [];
  });

/** Edits of cells one after the other, each of the sound as the ones before it leave it. */
function inTurn<T extends { readonly sound: Sound; readonly column: Column }>(
  cells: readonly T[],
  valueOf: (sound: Sound, cell: T) => string | null | undefined,
): readonly SingleEdit[] {
  const now = new Map<string, Sound>();
  return cells.flatMap((cell) => {
    const sound = now.get(cell.sound.id) ?? cell.sound;
    const value = valueOf(sound, cell);
    if (value === undefined) return [];
    now.set(sound.id, after(sound, cell.column, value));
    return [cellEdit(cell.column, sound, value)];
  });
}

/** Every cell of a range back to what stands below it, or to nothing. */
export const clearCells = (of: ForTable, range: CellRange): TableAct =>
  actOf(
    inTurn(eachCell(of, range), (sound, { column }) =>
      cellOf(of, column, sound).from === 'sound' ? null : undefined,
    ),
  );

/** The first cell of a range pressed, the others set as it is then, where they can be. */
export function pressCells(of: ForTable, range: CellRange): TableAct {
  const cells = eachCell(of, range);
  const [first] = cells;
  const value = first && nextOf(of, first.column, first.sound);
  if (!first || value === null || value === undefined) return null;
  return actOf(
    inTurn(cells, (sound, { column }) => {
      const read = readCell(of, column, sound, value);
      const can = column === first.column ? value : 'value' in read ? read.value : null;
      return can === null || cellOf(of, column, sound).value === can ? undefined : can;
    }),
  );
}

/** Text written into cells: all of it, or nothing and what is wrong with the first three. */
function written(
  of: ForTable,
  cells: readonly { readonly sound: Sound; readonly column: Column; readonly text: string }[],
): TableAct {
  const refused: string[] = [];
  const edits = inTurn(cells, (sound, { column, text }) => {
    if (cellOf(of, column, sound).text === text.trim()) return undefined;
    const read = readCell(of, column, sound, text);
    if ('value' in read) return read.value;
    refused.push(`${cellName(sound, column)}: ${read.refused}`);
    return undefined;
  });
  if (refused.length === 0) return actOf(edits);
  const more = refused.length > 3 ? `; and ${refused.length - 3} more` : '';
  return { refused: `Nothing is changed. ${refused.slice(0, 3).join('; ')}${more}.` };
}

/** Text typed into every cell of a range. */
export const typeInto = (of: ForTable, range: CellRange, text: string): TableAct =>
  written(
    of,
    eachCell(of, range).map((cell) => ({ ...cell, text })),
  );

/** The cells of a range as text with tabs, for the clipboard. */
export const copyCells = (of: ForTable, { rows, columns }: CellRange): string =>
  toTabs(
    rows.flatMap((row) => {
      const sound = of.sounds[row];
      return sound ? [columns.map((column) => cellOf(of, column, sound).text)] : [];
    }),
  );

/**
 * Text with tabs put into the table from a cell on; one cell of it fills the range.
 * @param shown all columns, in the order in which they are shown
 */
export function pasteInto(of: ForTable, range: CellRange, shown: readonly Column[], text: string): TableAct {
  const grid = fromTabs(text);
  const [only] = grid[0] ?? [];
  if (grid.length === 1 && grid[0]?.length === 1) return typeInto(of, range, only ?? '');
  const [top, left] = [range.rows[0] ?? 0, shown.findIndex(({ key }) => key === range.columns[0]?.key)];
  const wide = Math.max(0, ...grid.map((row) => row.length));
  if (top + grid.length > of.sounds.length || left + wide > shown.length)
    return {
      refused: `Nothing is changed. What is to be pasted is ${count(grid.length, 'row')} by ${count(wide, 'column')}; from here there is room for ${of.sounds.length - top} by ${shown.length - left}.`,
    };
  return written(
    of,
    grid.flatMap((row, y) =>
      row.flatMap((cell, x) => {
        const [sound, column] = [of.sounds[top + y], shown[left + x]];
        return sound && column ? [{ sound, column, text: cell }] : [];
      }),
    ),
  );
}

/** The first row of a range, written into its other rows. */
export function fillDown(of: ForTable, { rows, columns }: CellRange): TableAct {
  const first = of.sounds[rows[0] ?? -1];
  if (!first) return null;
  return written(
    of,
    columns.flatMap((column) => {
      const { text } = cellOf(of, column, first);
      return rows.slice(1).flatMap((row) => {
        const sound = of.sounds[row];
        return sound ? [{ sound, column, text }] : [];
      });
    }),
  );
}

const SOUND = 'Sound';

/** What heads the columns in a file: each once. */
function headsOf(columns: readonly Column[]): readonly string[] {
  const seen = new Map<string, number>();
  return columns.map((column) => {
    const head = headOf(column);
    const n = (seen.get(head) ?? 0) + 1;
    seen.set(head, n);
    return n === 1 ? head : `${head} (${n})`;
  });
}

/** The whole table as CSV. */
export function soundsCsv(of: ForTable): string {
  const { columns, rows } = soundTable(of);
  return toCsv([
    [SOUND, ...headsOf(columns)],
    ...rows.map(({ sound, cells }) => [sound.name, ...cells.map(({ text }) => text)]),
  ]);
}

/** A table of sounds that comes back from a file: what is other is set; sounds of names that are not there yet are made. */
export function readSounds(of: ForTable, text: string): TableAct {
  const [head = [], ...lines] = readTable(text);
  const columns = soundColumns(of);
  const heads = headsOf(columns);
  if (head[0]?.trim() !== SOUND)
    return { refused: `Line 1: this is no table of sounds; its first column is to be headed “${SOUND}”.` };
  const at = head.slice(1).map((name) => columns[heads.indexOf(name.trim())]);
  const unknown = head.slice(1).filter((name, i) => name.trim() !== '' && !at[i]);
  if (unknown.length > 0)
    return { refused: `Line 1: nothing in this rig is headed “${unknown[0] ?? ''}”. Nothing is changed.` };
  const sounds = [...of.sounds];
  const named = lines.flatMap((line) => {
    const name = (line[0] ?? '').trim();
    if (name === '') return [];
    const known = sounds.find((sound) => sound.name === name);
    const sound = known ?? newSound({ sounds }, null, name);
    if (!known) sounds.push(sound);
    return [{ line, sound }];
  });
  const cells = named.flatMap(({ line, sound }) =>
    at.flatMap((column, i) => (column ? [{ sound, column, text: line[i + 1] ?? '' }] : [])),
  );
  const act = written({ ...of, sounds }, cells);
  if (act && 'refused' in act) return act;
  const made = sounds.slice(of.sounds.length);
  return actOf(
    [
      ...made.map((sound, i): SingleEdit => ({
        edit: 'addSound',
        arguments: { sound, index: of.sounds.length + i },
      })),
      ...(act ? act.edit.arguments.edits : []),
    ],
    'Read table of sounds',
  );
}
