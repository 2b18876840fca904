// One fact of a part as text and back: what the panel's fields, and only they, know of types.
import type { Draft } from 'immer';
import { isPlain, type Figure, type Plain } from '../model';
import { formatQuantity, parseQuantity } from '../units';

type Option = { readonly value: string; readonly label: string };

/** How a fact is written down. */
export type Field = {
  /** Where it stands in its part: `label`, `power.class`, `sends.0`. */
  readonly path: string;
  readonly label: string;
  readonly type:
    | 'text'
    | 'notes'
    | 'choice'
    | 'flag'
    | 'number'
    | 'whole'
    | 'numbers'
    | 'words'
    | 'jacks'
    | 'end'
    | 'figure';
  readonly options?: readonly Option[];
  /** What an empty field means: no such fact, a fact that is nothing, or an empty text. */
  readonly empty?: 'absent' | 'null' | 'text';
  /** The unit of a figure or number, written behind it. */
  readonly unit?: string;
  readonly hint?: string;
};

/** A figure as the texts of its fields. */
export type FigureTexts = {
  readonly value: string;
  readonly source: Figure['source'];
  readonly low: string;
  readonly high: string;
  readonly page: string;
  readonly note: string;
  readonly date: string;
};

export type Read<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly reason: string };

const right = <T>(value: T): Read<T> => ({ ok: true, value });
const wrong = (reason: string): Read<never> => ({ ok: false, reason });

/** What stands at a path of a part. */
export function valueAt(part: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((at, step) => {
    if (Array.isArray(at)) return (at as readonly unknown[])[Number(step)];
    return isPlain(at) ? at[step] : undefined;
  }, part);
}

/** Writes a fact; undefined takes it away. What leads there and is not there yet is made. */
export function writeAt(part: Draft<Plain>, path: string, value: unknown): void {
  const way = path.split('.');
  const last = way.pop() ?? '';
  let at: Draft<Plain> | unknown[] = part;
  for (const step of way) {
    const next: unknown = Array.isArray(at) ? at[Number(step)] : at[step];
    if (isPlain(next) || Array.isArray(next)) at = next;
    else {
      const made: Plain = {};
      if (Array.isArray(at)) at[Number(step)] = made;
      else at[step] = made;
      at = made;
    }
  }
  if (Array.isArray(at)) {
    if (value === undefined) at.splice(Number(last), 1);
    else at[Number(last)] = value;
  } else if (value === undefined) delete at[last];
  else at[last] = value;
}

const isList = (value: unknown): value is readonly unknown[] => Array.isArray(value);
const plain = (value: unknown): string =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : '';

/** An end of an inner wire, or what a control acts on, as the value of a choice. */
export function endText(end: unknown): string {
  if (!isPlain(end)) return '';
  if (typeof end.jack === 'string') return `jack ${end.jack}`;
  if (typeof end.block === 'string')
    return `block ${end.block}${typeof end.port === 'string' ? ` ${end.port}` : ''}`;
  return end.box === true ? 'box' : '';
}

export function endOf(text: string): Plain | undefined {
  const [what, id = '', port] = text.split(' ');
  if (what === 'jack') return { jack: id };
  if (what === 'block') return port === undefined ? { block: id } : { block: id, port };
  return what === 'box' ? { box: true } : undefined;
}

/** What a field shows of a part. Figures are shown by `figureTexts`. */
export function fieldText({ type, path, unit }: Field, part: unknown): string {
  const value = valueAt(part, path);
  if (type === 'flag') return value === true ? 'yes' : '';
  if (type === 'end') return endText(value);
  if (isList(value)) return value.map(plain).join(type === 'jacks' ? ' ' : ', ');
  if (typeof value === 'number' && unit !== undefined) return formatQuantity(value, unit);
  return plain(value);
}

const number = (text: string): number | null => {
  const clean = text
    .trim()
    .replace('−', '-')
    .replace(/^(-?\d+),(\d+)$/, '$1.$2');
  return /^-?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(clean) ? Number(clean) : null;
};

function readNumber(text: string, unit: string | undefined): Read<number> {
  if (/^\s*[-−]?\d{1,3},\d{3}\s*$/.test(text))
    return wrong(`“${text}” may be one or a thousand: write it with a point, or without a sign`);
  const value = number(text) ?? (unit === undefined ? null : parseQuantity(text, unit));
  if (value !== null) return right(value);
  return wrong(
    unit === undefined || unit === '' ? `“${text}” is no number` : `“${text}” is no figure in ${unit}`,
  );
}

const parts = (text: string, by: RegExp) =>
  text
    .split(by)
    .map((one) => one.trim())
    .filter((one) => one !== '');

/** The value that a text stands for; undefined: no such fact. Figures are read by `readFigure`. */
export function readField(field: Field, text: string): Read<unknown> {
  const { type, empty, unit } = field;
  if (type === 'flag') return right(text === 'yes');
  if (type === 'words') return right(parts(text, /,/));
  if (type === 'jacks') return right(parts(text, /\s/));
  if (type === 'numbers') {
    const read = parts(text, /[;,\s]+/).map(number);
    return read.includes(null) ? wrong(`“${text}” is no list of numbers`) : right(read);
  }
  if (text.trim() === '') {
    if (empty === 'absent') return right(undefined);
    if (empty === 'null') return right(null);
    return type === 'text' || type === 'notes' ? right('') : wrong('this cannot be left open');
  }
  if (type === 'end') return right(endOf(text));
  if (type === 'number') return readNumber(text, unit);
  if (type === 'whole') {
    const read = readNumber(text, undefined);
    return read.ok && !Number.isInteger(read.value) ? wrong(`“${text}” is no whole number`) : read;
  }
  return right(text);
}

const NO_FIGURE: FigureTexts = {
  value: '',
  source: 'manual',
  low: '',
  high: '',
  page: '',
  note: '',
  date: '',
};

/** A figure as texts; empty ones where none is known. */
export function figureTexts(figure: Figure | undefined, unit: string): FigureTexts {
  if (!figure) return NO_FIGURE;
  const { value, source, low, high, page = '', note = '', date = '' } = figure;
  const quantity = (n: number | undefined) => (n === undefined ? '' : formatQuantity(n, unit));
  return { value: quantity(value), source, low: quantity(low), high: quantity(high), page, note, date };
}

/**
 * The figure that its texts stand for; undefined where all are empty. What is shown to three digits and was not
 * changed keeps its own.
 * @param before the figure as it was
 */
export function readFigure(texts: FigureTexts, unit: string, before?: Figure): Read<Figure | undefined> {
  const { value, source, low, high, page, note, date } = texts;
  if (value.trim() === '')
    return [low, high, page, note].some((text) => text.trim() !== '')
      ? wrong('a value, or nothing beside it')
      : right(undefined);
  const shown = figureTexts(before, unit);
  const read = (field: 'value' | 'low' | 'high'): Read<number | undefined> => {
    const text = texts[field];
    if (before && text === shown[field]) return right(before[field]);
    return text.trim() === '' ? right(undefined) : readNumber(text, unit);
  };
  const [is, least, most] = [read('value'), read('low'), read('high')];
  if (!is.ok) return is;
  if (!least.ok) return least;
  if (!most.ok) return most;
  if (is.value === undefined) return right(undefined);
  if (date !== '' && !/^\d{4}-\d{2}-\d{2}/.test(date)) return wrong('a date is written YYYY-MM-DD');
  if (least.value !== undefined && most.value !== undefined && least.value > most.value)
    return wrong(`from ${low} to ${high}: the smaller one stands first`);
  return right({
    value: is.value,
    source,
    ...(least.value === undefined ? {} : { low: least.value }),
    ...(most.value === undefined ? {} : { high: most.value }),
    ...(note.trim() === '' ? {} : { note }),
    ...(page.trim() === '' ? {} : { page }),
    ...(date === '' ? {} : { date }),
  });
}
