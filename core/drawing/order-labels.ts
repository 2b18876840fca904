// What stands under the stops of a lane: tags and names on up to three lines, none over another.
import type { Stop } from '../chain';
import { blockIn, boxOf, jackIn, type Reads } from '../model';
import { fitText, textWidth, type Face } from './fonts';
import { TEXT } from './profile-parts';

export type Label = { readonly x: number; readonly words: string; readonly face: Face };
export type LaidLabel = Label & { readonly line: number };

const MOST_LINES = 3;
const APART = 6;

/**
 * Labels on lines: each on the first where it does not touch the one before it; what finds no room is cut to what there
 * is on the last.
 * @param room the most that one may take, px
 */
export function laidLabels<T extends Label>(labels: readonly T[], room: number): readonly (T & LaidLabel)[] {
  const ends = Array.from({ length: MOST_LINES }, () => -Infinity);
  return labels.map((label) => {
    const words = fitText(label.words, label.face, TEXT, room);
    const half = textWidth(words, label.face, TEXT) / 2;
    const free = ends.findIndex((end) => end + APART <= label.x - half);
    const line = free < 0 ? MOST_LINES - 1 : free;
    const left = free < 0 ? (ends[line] ?? 0) + APART : label.x - half;
    const cut = free < 0 ? fitText(words, label.face, TEXT, Math.max(0, 2 * (label.x - left))) : words;
    ends[line] = label.x + textWidth(cut, label.face, TEXT) / 2;
    return { ...label, words: cut, line };
  });
}

/** What of a box a stop is, in words: the jacks of a loop, its blocks, or the jack it goes on by. */
export function blockWords(of: Reads<'boxes'>, { box: id, blocks, loop, in: into, out }: Stop): string {
  const box = boxOf(of, id);
  const jacks = (ids: readonly string[]) => ids.map((one) => jackIn(box, one)?.label ?? one).join(' ');
  if (loop) return jacks(loop.side === 'out' ? out : into) || (blockIn(box, loop.block)?.name ?? '');
  if (blocks.length === 0) return jacks((out.length > 0 ? out : into).slice(0, 1));
  return blocks.map((block) => blockIn(box, block)?.name ?? block).join(', ');
}
