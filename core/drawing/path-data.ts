import type { Point } from './primitives';

const n = (value: number) => String(Math.round(value * 100) / 100);
const RADIUS = 5;
const HOP = 4;

/**
 * SVG path data of a lead: rounded corners, a small arch over each lead it crosses.
 * @param points corners of an orthogonal way @param hops points on its horizontal stretches
 */
export function pathData(points: readonly Point[], hops: readonly Point[]): string {
  const [first] = points;
  if (!first) return '';
  let d = `M${n(first.x)} ${n(first.y)}`;
  for (let i = 1; i < points.length; i += 1) {
    const [a, b, c] = [points[i - 1], points[i], points[i + 1]];
    if (!a || !b) break;
    d += hopsOn(a, b, hops);
    if (!c) {
      d += `L${n(b.x)} ${n(b.y)}`;
      continue;
    }
    const before = Math.min(RADIUS, Math.hypot(b.x - a.x, b.y - a.y) / 2);
    const after = Math.min(RADIUS, Math.hypot(c.x - b.x, c.y - b.y) / 2);
    const r = Math.min(before, after);
    const back = { x: b.x - Math.sign(b.x - a.x) * r, y: b.y - Math.sign(b.y - a.y) * r };
    const on = { x: b.x + Math.sign(c.x - b.x) * r, y: b.y + Math.sign(c.y - b.y) * r };
    d += `L${n(back.x)} ${n(back.y)}Q${n(b.x)} ${n(b.y)} ${n(on.x)} ${n(on.y)}`;
  }
  return d;
}

function hopsOn(a: Point, b: Point, hops: readonly Point[]): string {
  if (a.y !== b.y) return '';
  const way = Math.sign(b.x - a.x);
  return hops
    .filter(
      (hop) => hop.y === a.y && (hop.x - a.x) * way > HOP + RADIUS && (b.x - hop.x) * way > HOP + RADIUS,
    )
    .sort((p, q) => (p.x - q.x) * way)
    .filter((hop, i, all) => i === 0 || Math.abs(hop.x - (all[i - 1]?.x ?? 0)) > 2 * HOP)
    .map(
      (hop) =>
        `L${n(hop.x - way * HOP)} ${n(hop.y)}A${HOP} ${HOP} 0 0 ${way > 0 ? 1 : 0} ${n(hop.x + way * HOP)} ${n(hop.y)}`,
    )
    .join('');
}

/** The corners of an arrowhead at a point. */
export function arrowPoints(x: number, y: number, towards: 'left' | 'right' | 'up' | 'down'): string {
  const [long, half] = [5, 4];
  const corners = {
    right: [x + long, y, x - long, y - half, x - long, y + half],
    left: [x - long, y, x + long, y - half, x + long, y + half],
    down: [x, y + long, x - half, y - long, x + half, y - long],
    up: [x, y - long, x - half, y + long, x + half, y + long],
  }[towards];
  return corners.map(n).join(' ');
}
