// A ground loop as a closed figure: what joins its boxes beside the leads of the signal.
import { namedLoops, type LoopLink } from '../hum';
import type { Reads } from '../model';
import { textWidth } from './fonts';
import type { Placement } from './place';
import { text } from './plates';
import type { Item, Rect } from './primitives';
import { LANE } from './router';
import { SIZE } from './sizes';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

/** The figure's lines stand so far below the lower of two boxes, one under the other. */
const UNDER = LANE + 2;

/** Out of the lower edge of one box, across, and into that of the other; its words on it. */
function link(a: Rect, b: Rect, words: string, nth: number, most: number): readonly Item[] {
  const [from, to] = [a.x + a.w / 2, b.x + b.w / 2];
  const y = Math.min(most, Math.max(a.y + a.h, b.y + b.h) + UNDER + nth * (SIZE.text + 4));
  const across = [
    { x: from, y: a.y + a.h },
    { x: from, y },
    { x: to, y },
    { x: to, y: b.y + b.h },
  ];
  const middle = (from + to) / 2;
  const w = textWidth(words, 'bold', SIZE.text) + 8;
  return [
    { type: 'path', points: across, hops: [], stroke: 'dashed', tone: 'caution' },
    { type: 'plate', x: middle - w / 2, y: y - SIZE.text / 2 - 2, w, h: SIZE.text + 4, look: 'place' },
    text(middle, y + SIZE.text * 0.36, words, { face: 'bold', tone: 'caution', anchor: 'middle' }),
  ];
}

/** Links one after the other, past boxes that are not drawn here. */
function drawnLinks(links: readonly LoopLink[], isDrawn: (id: string) => boolean): readonly LoopLink[] {
  const start = links.findIndex(({ from }) => isDrawn(from.id));
  const found: LoopLink[] = [];
  let begun: LoopLink | null = null;
  for (let i = 0; i < links.length && start >= 0; i += 1) {
    const next: LoopLink | undefined = links[(start + i) % links.length];
    if (!next) continue;
    const whole: LoopLink = { ...(begun ?? next), to: next.to };
    begun = isDrawn(next.to.id) ? null : whole;
    if (!begun) found.push(whole);
  }
  return found;
}

/** @param key of the loop; one that there is not draws nothing */
export function loopFigure(of: Of, { placed, height }: Placement, key: string): readonly Item[] {
  const loop = namedLoops(of).find((one) => one.key === key);
  const rects = new Map(placed.map(({ box, rect }) => [box.box.id, rect]));
  return drawnLinks(loop?.links ?? [], (id) => rects.has(id)).flatMap(({ from, to, words }, i) => {
    const [a, b] = [rects.get(from.id), rects.get(to.id)];
    return a && b ? link(a, b, words, i, height - LANE) : [];
  });
}
