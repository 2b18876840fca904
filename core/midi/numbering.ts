// How boxes count their programs: what a display shows, and where that stands counted from 0.

/** How a display writes the place of a program. Nothing said of `countsFrom`: nobody knows where it begins. */
export type Counting = {
  /** What it calls the first number: 0 or 1, rarely another. */
  readonly countsFrom?: number | undefined;
  /** Letters: after a number (`12C`), or with `slots` ahead of one (`C12`). */
  readonly letters?: number | undefined;
  /** Places under one number (`03-2`), or under one letter (`C2`). */
  readonly slots?: number | undefined;
  /** What the first of those places is called; as the numbers where nothing is said. */
  readonly slotsCountFrom?: number | undefined;
  /** Digits that a number is filled up to: 3 writes `007`. */
  readonly digits?: number | undefined;
};

/** The place counted from 0, or why there is none. */
export type Place = { readonly index: number } | { readonly refused: string };

const A = 'A'.charCodeAt(0);

const UNKNOWN = 'nobody has said what its first program is called';

/** What the display calls the first program, where it can be known. */
const firstOf = ({ countsFrom }: Counting): number | null => countsFrom ?? null;

type Style = 'number' | 'letter after' | 'letter ahead' | 'number and place';

const styleOf = ({ letters, slots }: Counting): Style =>
  letters !== undefined
    ? slots === undefined
      ? 'letter after'
      : 'letter ahead'
    : slots === undefined
      ? 'number'
      : 'number and place';

const EXAMPLE: Readonly<Record<Style, string>> = {
  number: 'a number',
  'letter after': 'a number and a letter, as 12C',
  'letter ahead': 'a letter and a number, as C2',
  'number and place': 'two numbers, as 03-2',
};

const letterAt = (letter: string | undefined): number => (letter ?? 'A').toUpperCase().charCodeAt(0) - A;

/** A number, then what it is under it; null: it is none of the style's. */
function partsOf(style: Style, text: string): readonly [number, number] | null {
  if (style === 'number') {
    const match = /^(\d{1,6})$/.exec(text);
    return match ? [Number(match[1]), 0] : null;
  }
  if (style === 'letter after') {
    const match = /^(\d{1,6})[\s.:-]?([A-Za-z])$/.exec(text);
    return match ? [Number(match[1]), letterAt(match[2])] : null;
  }
  if (style === 'letter ahead') {
    const match = /^([A-Za-z])[\s.:-]?(\d{1,6})$/.exec(text);
    return match ? [letterAt(match[1]), Number(match[2])] : null;
  }
  const match = /^(\d{1,6})[\s.:/-](\d{1,6})$/.exec(text);
  return match ? [Number(match[1]), Number(match[2])] : null;
}

/**
 * The place that a display's text stands for, counted from 0: number and letter, number and place are mixed as digits
 * of a number, i = number × (letters or places) + what stands under it.
 */
export function readProgram(counting: Counting, text: string): Place {
  const style = styleOf(counting);
  const parts = partsOf(style, text.trim());
  if (!parts) return { refused: `“${text.trim()}” is not how it counts: ${EXAMPLE[style]}` };
  const first = firstOf(counting);
  const { letters = 1, slots = 1, slotsCountFrom } = counting;
  const [a, b] = parts;
  const below = (under: number, most: number, unit: string): Place | null =>
    under < 0 || under >= most ? { refused: `“${text.trim()}”: it has ${most} ${unit}` } : null;
  if (style === 'letter ahead') {
    const firstSlot = slotsCountFrom ?? first;
    if (firstSlot === null) return { refused: UNKNOWN };
    return (
      below(a, letters, 'letters') ??
      below(b - firstSlot, slots, 'places to a letter') ?? { index: a * slots + b - firstSlot }
    );
  }
  if (first === null) return { refused: UNKNOWN };
  if (a < first) return { refused: `“${text.trim()}”: it counts from ${first}` };
  if (style === 'number') return { index: a - first };
  if (style === 'letter after') return below(b, letters, 'letters') ?? { index: (a - first) * letters + b };
  const firstSlot = slotsCountFrom ?? first;
  return below(b - firstSlot, slots, 'places to a number') ?? { index: (a - first) * slots + b - firstSlot };
}

/** What the display shows for a place counted from 0; null: it cannot be known, or the display has no such place. */
export function writeProgram(counting: Counting, index: number): string | null {
  const first = firstOf(counting);
  const { letters = 1, slots = 1, slotsCountFrom, digits = 1 } = counting;
  const style = styleOf(counting);
  const filled = (n: number) => String(n).padStart(digits, '0');
  const letter = (n: number) => String.fromCharCode(A + n);
  if (!Number.isInteger(index) || index < 0) return null;
  if (style === 'letter ahead') {
    const firstSlot = slotsCountFrom ?? first;
    const at = Math.floor(index / slots);
    return firstSlot === null || at >= letters ? null : `${letter(at)}${filled((index % slots) + firstSlot)}`;
  }
  if (first === null) return null;
  if (style === 'number') return filled(index + first);
  if (style === 'letter after')
    return `${filled(Math.floor(index / letters) + first)}${letter(index % letters)}`;
  return `${filled(Math.floor(index / slots) + first)}-${(index % slots) + (slotsCountFrom ?? first)}`;
}
