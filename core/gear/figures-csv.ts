// The figures of one's gear as a table, one line a figure: filled in a spreadsheet, with the manual beside it.
import { readTable, toCsv, type Cell } from '../file';
import {
  figureKey,
  figurePlaces,
  problemWords,
  produce,
  same,
  setFigureAt,
  type Figure,
  type FigurePlace,
} from '../model';
import { readFigure, type FigureTexts } from './field';
import { checkItem, type GearItem } from './item';

const COLUMNS = [
  'item',
  'box',
  'part',
  'figure',
  'unit',
  'value',
  'low',
  'high',
  'source',
  'page',
  'date',
  'note',
  'where',
] as const;

type Column = (typeof COLUMNS)[number];

/** A number as it stands: in the unit of its column, to the last digit. */
const cell = (value: number | undefined): Cell => value ?? '';

/**
 * Every figure of the items, and an empty line for each that is not known. Numbers are plain, in the unit that the
 * line names; `item` and `where` say whose figure it is when the table comes back.
 */
export const figuresCsv = (items: readonly GearItem[]): string =>
  toCsv([
    [...COLUMNS],
    ...items.flatMap((item) =>
      figurePlaces(item).map(({ at, figure, of, what, unit }): Cell[] => [
        item.id,
        item.name,
        of,
        what,
        unit,
        cell(figure?.value),
        cell(figure?.low),
        cell(figure?.high),
        figure?.source ?? '',
        figure?.page ?? '',
        figure?.date ?? '',
        figure?.note ?? '',
        figureKey(at),
      ]),
    ),
  ]);

/** One figure that a table changes. */
export type FigureChange = {
  readonly item: string;
  readonly name: string;
  readonly place: FigurePlace;
  readonly to: Figure | undefined;
};

export type FiguresRead = {
  /** Items that the table changes, as they are after it; none of them breaks anything. */
  readonly items: readonly GearItem[];
  readonly changes: readonly FigureChange[];
  /** Lines that cannot be taken: which, and why. They change nothing. */
  readonly refused: readonly string[];
};

const SOURCES: readonly string[] = ['assumed', 'manual', 'measured'];
const NONE: FiguresRead = { items: [], changes: [], refused: [] };

type Line = (column: Column) => string;

const beside = (figure: Figure) =>
  Object.fromEntries(Object.entries(figure).filter(([key]) => !(COLUMNS as readonly string[]).includes(key)));

function figureOfLine(line: Line, place: FigurePlace): ReturnType<typeof readFigure> {
  const said = line('source').trim().toLowerCase();
  // A figure that somebody filled in without a word of where from is out of the manual that lay beside.
  const source = said === '' ? 'manual' : said;
  if (!SOURCES.includes(source))
    return { ok: false, reason: `source: “${said}” is none of ${SOURCES.join(', ')}` };
  const texts: FigureTexts = {
    value: line('value'),
    low: line('low'),
    high: line('high'),
    page: line('page'),
    note: line('note'),
    date: line('date'),
    source: source as Figure['source'],
  };
  const read = readFigure(texts, place.unit);
  // What else a figure may carry has no column, and stays.
  return read.ok && read.value && place.figure
    ? { ok: true, value: { ...beside(place.figure), ...read.value } }
    : read;
}

type Entry = FigureChange & { readonly line: number };

/** Why an item cannot be so, in words; null if it can. */
function refusal(item: GearItem): string | null {
  const checked = checkItem(item);
  const [problem] = checked.ok ? [] : checked.problems;
  return problem ? problemWords(item, problem) : null;
}

const filled = (item: GearItem, { place, to }: Entry): GearItem =>
  produce(item, (draft) => setFigureAt(draft, place.at, to));

/** An item with the entries of a table in it: all at once where they pass together, else those that pass one by one. */
function fill(item: GearItem, entries: readonly Entry[], refuse: (line: number, reason: string) => void) {
  const taken: Entry[] = [];
  const whole = (): GearItem | null => {
    try {
      const all = entries.reduce(filled, item);
      return refusal(all) === null ? all : null;
    } catch {
      return null;
    }
  };
  const all = whole();
  if (all) return { item: all, taken: entries };
  let at = item;
  for (const entry of entries) {
    try {
      const next = filled(at, entry);
      const reason = refusal(next);
      if (reason !== null) refuse(entry.line, `${item.name}: ${reason}`);
      else {
        at = next;
        taken.push(entry);
      }
    } catch (error) {
      refuse(entry.line, error instanceof Error ? error.message : String(error));
    }
  }
  return { item: at, taken };
}

/**
 * Reads a table of figures against the items it is of. Columns may stand in any order and more may stand beside them;
 * a figure may be written as a number or with a prefix (`1M`, `470 k`). Never throws, and loses nothing: what cannot be
 * taken is told by its line.
 */
export function readFigures(text: string, items: readonly GearItem[]): FiguresRead {
  const [head, ...rows] = readTable(text);
  const names = (head ?? []).map((name) => name.trim().toLowerCase());
  const missing = (['item', 'where', 'value'] as const).filter((name) => !names.includes(name));
  if (missing.length > 0)
    return {
      ...NONE,
      refused: [`line 1: no column “${missing.join('”, no column “')}”; this is no table of figures`],
    };
  const refused: { readonly line: number; readonly reason: string }[] = [];
  const refuse = (line: number, reason: string) => void refused.push({ line, reason });
  const entries = rows.flatMap((row, i): Entry[] => {
    if (row.every((one) => one.trim() === '')) return [];
    const line = i + 2;
    const cellOf: Line = (column) => row[names.indexOf(column)] ?? '';
    const item = items.find(({ id }) => id === cellOf('item').trim());
    const place = item && figurePlaces(item).find(({ at }) => figureKey(at) === cellOf('where').trim());
    if (!item) {
      const said = cellOf('box') || cellOf('item');
      refuse(line, `no box “${said}” on your shelf; import its gear file first`);
      return [];
    }
    if (!place) {
      refuse(line, `${item.name} has no figure “${cellOf('where')}”`);
      return [];
    }
    const read = figureOfLine(cellOf, place);
    if (!read.ok) {
      refuse(line, `${item.name}, ${place.of}, ${place.what}: ${read.reason}`);
      return [];
    }
    const change = { item: item.id, name: item.name, place, to: read.value, line };
    return same(read.value, place.figure) ? [] : [change];
  });
  const changed = items.flatMap((item) => {
    const own = entries.filter((entry) => entry.item === item.id);
    return own.length === 0 ? [] : [fill(item, own, refuse)];
  });
  return {
    items: changed.filter(({ taken }) => taken.length > 0).map(({ item }) => item),
    changes: changed.flatMap(({ taken }) => taken),
    refused: refused.sort((a, b) => a.line - b.line).map(({ line, reason }) => `line ${line}: ${reason}`),
  };
}
