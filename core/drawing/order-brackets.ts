// A bracket under each box that is passed more than once: what it holds of the order, and what it hosts.
import type { Lane } from './order-lanes';
import { textWidth } from './fonts';
import type { Item } from './primitives';
import { rule, text } from './profile-parts';

/** So many brackets stand under each other; what is more is counted. */
const MOST = 3;
export const BRACKET = 14;
const SIZE = 12;

type Bracket = {
  readonly box: string;
  /** First and last spot of each run of its stops. */
  readonly runs: readonly (readonly [number, number])[];
  readonly level: number;
};

/** The brackets of a lane, those that cross under each other. */
export function bracketsOf({ spots }: Lane): readonly Bracket[] {
  const boxes = [
    ...new Set(spots.flatMap(({ places }) => places.flatMap(({ stops }) => stops.map(({ box }) => box)))),
  ];
  const spans = boxes.flatMap((box) => {
    const own = spots.flatMap(({ stop, places }, i) => (places.length === 1 && stop.box === box ? [i] : []));
    const runs: [number, number][] = [];
    for (const i of own) {
      const last = runs.at(-1);
      if (last && last[1] === i - 1) last[1] = i;
      else runs.push([i, i]);
    }
    return own.length > 1 ? [{ box, runs }] : [];
  });
  const levels: number[] = [];
  return spans
    .toSorted((a, b) => (a.runs[0]?.[0] ?? 0) - (b.runs[0]?.[0] ?? 0))
    .map((span) => {
      const from = span.runs[0]?.[0] ?? 0;
      const free = levels.findIndex((end) => end < from);
      const level = free < 0 ? levels.length : free;
      levels[level] = span.runs.at(-1)?.[1] ?? from;
      return { ...span, level };
    });
}

/** How many lines the brackets of a lane take. */
export const bracketLines = (brackets: readonly Bracket[]): number =>
  Math.min(MOST, Math.max(0, ...brackets.map(({ level }) => level + 1)));

/** Brackets drawn: solid under a box's own stops, dashed under what it hosts, its tag at the left end. */
export function drawBrackets(
  brackets: readonly Bracket[],
  xAt: (spot: number) => number,
  half: number,
  top: number,
  tagOf: (box: string) => string,
): readonly Item[] {
  const shown = brackets.filter(({ level }) => level < MOST);
  const more = brackets.length - shown.length;
  const items = shown.flatMap(({ box, runs, level }): readonly Item[] => {
    const y = top + level * BRACKET + BRACKET / 2;
    const tag = tagOf(box);
    const left = xAt(runs[0]?.[0] ?? 0) - half;
    const right = xAt(runs.at(-1)?.[1] ?? 0) + half;
    const start = left + textWidth(tag, 'mono', SIZE) + 5;
    const line = (a: number, b: number, dashed: boolean): readonly Item[] =>
      b > Math.max(a, start) ? [rule({ x: Math.max(a, start), y }, { x: b, y }, 'line', dashed)] : [];
    return [
      text(left, y + 4, tag, { face: 'mono', tone: 'ink', anchor: 'start', part: { type: 'box', id: box } }),
      ...runs.flatMap(([from, to], i) => {
        const next = runs[i + 1];
        return [
          ...line(xAt(from) - half, xAt(to) + half, false),
          ...(next ? line(xAt(to) + half, xAt(next[0]) - half, true) : []),
        ];
      }),
      rule({ x: right, y: y - 4 }, { x: right, y }, 'line'),
    ];
  });
  const count = text(xAt(0) - half, top + MOST * BRACKET, `+${more}`, { anchor: 'end' });
  return more > 0 ? [...items, count] : items;
}
