// What is written about the lines of a profile: their scale, and what they are.
import { shortLevel, type LevelUnit } from '../units';
import type { Item } from './primitives';
import { LEFT, rule, TEXT, text } from './profile-parts';

/** From the lowest level that is drawn to the highest, dBu, and where each stands. */
export type Scale = { readonly low: number; readonly high: number; readonly y: (dbu: number) => number };

/** Words under each other keep so far apart, px. */
export const LINE = TEXT + 1;

/** So many lines it has at most. */
const MOST_TICKS = 6;

/** Lines across, the uppermost with its unit. @param right where they end */
export function levelAxis({ low, high, y }: Scale, right: number, levels: LevelUnit): readonly Item[] {
  let step = 10;
  while ((high - low) / step >= MOST_TICKS) step *= 2;
  const ticks: Item[] = [];
  for (let dbu = Math.ceil(low / step) * step; dbu <= high; dbu += step) {
    ticks.push(rule({ x: LEFT - 6, y: y(dbu) }, { x: right, y: y(dbu) }, 'hair', true));
    const words =
      dbu + step > high && levels !== 'V' ? `${shortLevel(dbu, levels)} ${levels}` : shortLevel(dbu, levels);
    ticks.push(text(LEFT - 10, y(dbu) + 4, words, { anchor: 'end' }));
  }
  return ticks;
}

/** The names of lines at their ends, apart from each other and above what is written below. @param bottom of the lines' room */
export function lineNames(
  ends: readonly { readonly name: string; readonly y: number }[],
  x: number,
  bottom: number,
): readonly Item[] {
  let free = -Infinity;
  return [...ends]
    .sort((a, b) => a.y - b.y)
    .map(({ name, y }, i): Item => {
      const most = bottom - 8 - (ends.length - 1 - i) * TEXT;
      free = Math.min(most, Math.max(y, free + LINE));
      return text(x, free + 4, name, { anchor: 'start', face: 'mono' });
    });
}
