import { jackIn, type Jack } from '../model';
import type { Placed, Placement } from './place';
import type { RouteEnd } from './router';
import { HAIR, PLATE_PIN } from './sizes';

const mid = (value: number) => Math.round(value / 6) * 6;

/** Jacks at the upper or lower edge of a hub, spread along it. */
function alongX(placed: Extract<Placed, { form: 'hub' }>, edge: 'top' | 'bottom', jack: string): number {
  const there = placed.hub.rows.filter((row) => row.side === edge).map((row) => row.jack.id);
  const at = Math.max(0, there.indexOf(jack));
  const { x, w } = placed.rect;
  return mid(x + (w * (2 * at + 1)) / (2 * Math.max(1, there.length)));
}

/** Where a jack of a plate is: in at the left, out at the right, loudspeakers and air above and below. */
function onPlate(placed: Placed, jack: Jack): RouteEnd {
  const { x, y, w, h } = placed.rect;
  const middle = y + (placed.form === 'hair' ? HAIR.h / 2 : PLATE_PIN[placed.box.level === 1 ? 1 : 0]);
  if (jack.carries === 'speaker' || jack.carries === 'air') {
    const top = jack.direction === 'in';
    return { x: mid(x + w / 2), y: top ? y : y + h, side: top ? 'top' : 'bottom' };
  }
  const side = placed.box.faces ?? (jack.direction === 'in' ? 'left' : 'right');
  return { x: side === 'left' ? x : x + w, y: middle, side };
}

/** The point and side of a jack on the map, or null if it is not drawn. */
export function endpointOf(
  placement: Placement,
  ref: { box: string; jack: string } | undefined,
): RouteEnd | null {
  const placed = ref && placement.placed.find((p) => p.box.box.id === ref.box);
  const jack = jackIn(placed?.box.box, ref?.jack);
  if (!placed || !jack) return null;
  if (placed.form !== 'hub') return onPlate(placed, jack);
  const row = placed.hub.rows.find((r) => r.jack.id === jack.id);
  if (!row) return null;
  const { x, y, w, h } = placed.rect;
  if (row.side === 'bottom' || row.side === 'top')
    return {
      x: alongX(placed, row.side, jack.id),
      y: row.side === 'top' ? y : y + h,
      side: row.side,
    };
  const at = placement.rowY.get(`${ref?.box}/${jack.id}`);
  if (at === undefined) return null;
  return { x: row.side === 'left' ? x : x + w, y: at, side: row.side };
}
