// The axis of a profile in levels.
import { shortLevel, type LevelUnit } from '../units';
import type { Item } from './primitives';
import { LEFT, rule, text } from './profile-parts';

/** From the lowest level that is drawn to the highest, dBu, and where each stands. */
export type Scale = { readonly low: number; readonly high: number; readonly y: (dbu: number) => number };

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
