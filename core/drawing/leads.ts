import {
  overlaps,
  type ArrowItem,
  type PathItem,
  type Point,
  type Rect,
  type SleeveItem,
  type Stroke,
} from './primitives';
import type { MapLead } from './model';
import { textWidth } from './fonts';
import { SIZE } from './sizes';

const STROKES: Partial<Record<MapLead['kind'], Stroke>> = {
  speaker: 'thick',
  balanced: 'double',
  air: 'dotted',
  radio: 'dotted',
  digital: 'dashed',
};
export const strokeOf = (lead: MapLead): Stroke => STROKES[lead.kind] ?? 'single';

export type Routed = {
  readonly lead: MapLead;
  readonly points: readonly Point[];
  readonly isPatch: boolean;
  readonly tail: boolean;
};

type Segment = { readonly a: Point; readonly b: Point; readonly lead: string };

const segmentsOf = ({ points, lead }: Routed): readonly Segment[] =>
  points.slice(1).flatMap((b, i) => {
    const a = points[i];
    return a ? [{ a, b, lead: lead.id }] : [];
  });

const within = (v: number, a: number, b: number) => v > Math.min(a, b) + 4 && v < Math.max(a, b) - 4;

/** Where the horizontal stretches of each lead pass over vertical ones of others. */
export function hopsOf(all: readonly Routed[]): readonly (readonly Point[])[] {
  const segments = all.map(segmentsOf);
  const verticals = segments.flat().filter(({ a, b }) => a.x === b.x);
  return all.map(({ lead }, i) =>
    (segments[i] ?? [])
      .filter(({ a, b }) => a.y === b.y)
      .flatMap(({ a, b }) =>
        verticals
          .filter((v) => v.lead !== lead.id && within(v.a.x, a.x, b.x) && within(a.y, v.a.y, v.b.y))
          .map((v) => ({ x: v.a.x, y: a.y })),
      ),
  );
}

const lengthOf = (points: readonly Point[]) =>
  points
    .slice(1)
    .reduce(
      (sum, p, i) => sum + Math.abs(p.x - (points[i]?.x ?? 0)) + Math.abs(p.y - (points[i]?.y ?? 0)),
      0,
    );

/** The point at a distance along a way. */
function along(points: readonly Point[], distance: number): Point {
  let left = distance;
  for (let i = 1; i < points.length; i += 1) {
    const [a, b] = [points[i - 1], points[i]];
    if (!a || !b) break;
    const step = Math.abs(b.x - a.x) + Math.abs(b.y - a.y);
    if (left <= step && step > 0)
      return { x: a.x + ((b.x - a.x) * left) / step, y: a.y + ((b.y - a.y) * left) / step };
    left -= step;
  }
  return points.at(-1) ?? { x: 0, y: 0 };
}

export const sleeveSize = (text: string): { w: number; h: number } => ({
  w: Math.max(18, Math.ceil(textWidth(text, 'mono', SIZE.text) + 6)),
  h: 15,
});

const STEP = 3;

const crosses = (rect: Rect, { a, b }: Segment) =>
  overlaps(rect, {
    x: Math.min(a.x, b.x) - 1,
    y: Math.min(a.y, b.y) - 1,
    w: Math.abs(a.x - b.x) + 2,
    h: Math.abs(a.y - b.y) + 2,
  });

/** The room a lead and its sleeves can touch. */
function around(points: readonly Point[]): Rect {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [x, y] = [Math.min(...xs) - 24, Math.min(...ys) - 12];
  return { x, y, w: Math.max(...xs) + 24 - x, h: Math.max(...ys) + 12 - y };
}

/**
 * Puts numbers on leads: one in the middle of a patch, one near each end of a longer lead, moved along the lead until
 * they lie on no plate, word or other sleeve, and on no other lead where there is room.
 */
export function placeSleeves(
  all: readonly Routed[],
  taken: readonly Rect[],
  size: { width: number; height: number },
  /** A figure that a stage run shows beside its number. */
  figureOf: (lead: MapLead) => string | undefined = () => undefined,
  nameOf: (lead: MapLead) => string = (lead) => String(lead.number),
): readonly SleeveItem[] {
  const sleeves: SleeveItem[] = [];
  const segments = all.flatMap(segmentsOf);
  for (const routed of all) {
    const { lead, points, isPatch, tail } = routed;
    if (tail || lead.kind === 'air' || lead.kind === 'radio') continue;
    const total = lengthOf(points);
    const near = around(points);
    const takenNear = taken.filter((rect) => overlaps(rect, near));
    const crossing = segments.filter((segment) => segment.lead !== lead.id && crosses(near, segment));
    const figure = isPatch ? undefined : figureOf(lead);
    const text = figure === undefined ? nameOf(lead) : `${nameOf(lead)}: ${figure}`;
    const { w, h } = sleeveSize(text);
    const wanted = isPatch || total < 4 * w ? [total / 2] : [w / 2 + 7, total - w / 2 - 7];
    const free = (at: number, clear: boolean): SleeveItem | null => {
      const p = along(points, at);
      const rect = { x: p.x - w / 2, y: p.y - h / 2, w, h };
      if (rect.x < 1 || rect.y < 1 || rect.x + w > size.width - 1 || rect.y + h > size.height - 1)
        return null;
      if (takenNear.some((other) => overlaps(rect, other)) || sleeves.some((other) => overlaps(rect, other)))
        return null;
      if (clear && crossing.some((segment) => crosses(rect, segment))) return null;
      return { type: 'sleeve', ...rect, text, part: { type: 'lead', id: lead.id } };
    };
    for (const start of wanted) {
      let found: SleeveItem | null = null;
      for (const clear of [true, false]) {
        for (let off = 0; off <= total && !found; off += STEP)
          for (const at of off === 0 ? [start] : [start + off, start - off])
            if (!found && at > 2 && at < total - 2) found = free(at, clear);
      }
      // A patch between plates has just the room of its gap: there it may touch the plates' edges.
      if (found) sleeves.push(found);
    }
  }
  return sleeves;
}

/** One arrowhead on the longest stretch of a lead, clear of its sleeves. */
export function arrowOf(routed: Routed, sleeves: readonly SleeveItem[]): ArrowItem | null {
  if (routed.isPatch || routed.tail || !routed.lead.flows || !routed.lead.to || !routed.lead.from)
    return null;
  const longest = [...segmentsOf(routed)].sort(
    (p, q) =>
      Math.abs(q.a.x - q.b.x) + Math.abs(q.a.y - q.b.y) - Math.abs(p.a.x - p.b.x) - Math.abs(p.a.y - p.b.y),
  )[0];
  if (!longest) return null;
  const { a, b } = longest;
  const towards = a.x === b.x ? (b.y > a.y ? 'down' : 'up') : b.x > a.x ? 'right' : 'left';
  for (const share of [0.5, 0.4, 0.6, 0.3, 0.7]) {
    const x = a.x + (b.x - a.x) * share;
    const y = a.y + (b.y - a.y) * share;
    const rect = { x: x - 6, y: y - 6, w: 12, h: 12 };
    if (!sleeves.some((sleeve) => overlaps(rect, sleeve)))
      return { type: 'arrow', x, y, towards, part: { type: 'lead', id: routed.lead.id } };
  }
  return null;
}

export const pathOf = (routed: Routed, hops: readonly Point[], mark: PathItem['mark']): PathItem => ({
  type: 'path',
  points: routed.points,
  hops,
  stroke: routed.tail ? 'dashed' : strokeOf(routed.lead),
  tone: routed.lead.flows ? 'ink' : 'fault',
  part: { type: 'lead', id: routed.lead.id },
  ...(mark ? { mark } : {}),
});
