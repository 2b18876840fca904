import type { Flow, Hub } from './blocks';
import type { MapBox } from './model';
import type { Rect } from './primitives';
import { plateSize, SIZE } from './sizes';

export type Placed =
  | { readonly form: 'plate' | 'hair'; readonly box: MapBox; readonly rect: Rect }
  | { readonly form: 'hub'; readonly box: MapBox; readonly hub: Hub; readonly rect: Rect };

/** Plates of a flow row by row, left to right like text. */
export function layFlow(
  flow: Flow,
  x: number,
  y: number,
  width: number,
): { placed: Placed[]; bottom: number } {
  const placed: Placed[] = [];
  let [left, top, tallest] = [x, y, 0];
  for (const box of flow.boxes) {
    const { w, h } = plateSize(box);
    if (left > x && left + w > x + width) {
      left = x;
      top += tallest + SIZE.gapY;
    }
    placed.push({ form: 'plate', box, rect: { x: left, y: top, w, h } });
    left += w + SIZE.gapX;
    tallest = Math.max(tallest, h);
  }
  return { placed, bottom: top + tallest };
}
