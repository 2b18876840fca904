import type { Point, Rect } from './primitives';

/** Between a plate and the list that flies out of it: the pointer gets over without touching a neighbour. */
const GAP = 2;

/**
 * Where a list stands that flies out of a plate: at its right, else at its left, else as far right as is seen; never
 * above or below what is seen of the map, as long as the list is no taller. All in px of the screen.
 */
export function besidePlate(
  plate: Rect,
  list: { readonly w: number; readonly h: number },
  seen: Rect,
): Point {
  const right = plate.x + plate.w + GAP;
  const left = plate.x - GAP - list.w;
  const most = seen.x + seen.w - list.w;
  const x = right <= most ? right : left >= seen.x ? left : Math.max(seen.x, most);
  return { x, y: Math.max(seen.y, Math.min(plate.y, seen.y + seen.h - list.h)) };
}
