// Tables as files: written so that spreadsheets keep them as they are, read as they come back.
import Papa from 'papaparse';
import { cleanText } from '../units';

export type Cell = string | number;

/**
 * Cells that a spreadsheet would take for a formula are written with an apostrophe ahead: signs of formulas, their
 * full-width forms too, with or without blanks before them.
 */
const RISKY = /^(?:'|[\t\r\n]|\s*[=+\-@\uff1d\uff0b\uff0d\uff20])/;
const guard = (cell: Cell): Cell =>
  typeof cell === 'string' ? cleanText(RISKY.test(cell) ? `'${cell}` : cell) : cell;

const BOM = '\uFEFF';

/** A table as CSV: UTF-8 with a byte order mark, lines ended by CR LF, numbers as numbers, text guarded. */
export function toCsv(rows: readonly (readonly Cell[])[]): string {
  return `${BOM}${Papa.unparse(
    rows.map((row) => row.map(guard)),
    { newline: '\r\n' },
  )}\r\n`;
}

/** Reads a table written by `toCsv`: the apostrophes are taken off again; every cell is text. */
export const fromCsv = (text: string): readonly (readonly string[])[] =>
  read(text, { delimiter: ',', newline: '\r\n' });

/**
 * Reads a table that went through somebody's spreadsheet: separators and line ends are what they are found to be.
 * Every cell is text.
 */
export const readTable = (text: string): readonly (readonly string[])[] =>
  read(text, { delimiter: separatorOf(text) });

/** Cells as the clipboard has them: tabs between, a row a line; the last line is ended too, so that it may be empty. */
export const toTabs = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    rows.map((row) => row.map(cleanText)),
    { delimiter: '\t', newline: '\n' },
  )}\n`;

export const fromTabs = (text: string): readonly (readonly string[])[] => read(text, { delimiter: '\t' });

const SEPARATORS = [',', ';', '\t', '|'];

/** What parts the cells of the first line: in those below it people may have written any of them. */
function separatorOf(text: string): string {
  const cells = (delimiter: string) =>
    Papa.parse<string[]>(text, { delimiter, preview: 1 }).data[0]?.length ?? 0;
  return SEPARATORS.reduce((best, one) => (cells(one) > cells(best) ? one : best));
}

function read(text: string, how: Papa.ParseConfig): readonly (readonly string[])[] {
  const { data } = Papa.parse<string[]>(text.startsWith(BOM) ? text.slice(1) : text, {
    ...how,
    skipEmptyLines: false,
  });
  const rows = data.map((row) =>
    row.map((cell) => (cell.startsWith("'") && RISKY.test(cell.slice(1)) ? cell.slice(1) : cell)),
  );
  const last = rows.at(-1);
  return last?.length === 1 && last[0] === '' ? rows.slice(0, -1) : rows;
}
