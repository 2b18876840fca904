import {
  overlaps,
  type ArrowItem,
  type PathItem,
  type Point,
  type Rect,
  type RuleItem,
  type Stroke,
} from './primitives';
import type { MapLead } from './model';

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

export type Segment = { readonly a: Point; readonly b: Point; readonly lead: string };

const cornersOf = (points: readonly Point[], lead: string): readonly Segment[] =>
  points.slice(1).flatMap((b, i) => {
    const a = points[i];
    return a ? [{ a, b, lead }] : [];
  });

export const segmentsOf = ({ points, lead }: Routed): readonly Segment[] => cornersOf(points, lead.id);

const within = (v: number, a: number, b: number) => v > Math.min(a, b) + 4 && v < Math.max(a, b) - 4;

/** Where the horizontal stretches of each way pass over vertical ones of others; ways of one id are one. */
export function hopsOver(
  all: readonly { readonly id: string; readonly points: readonly Point[] }[],
): readonly (readonly Point[])[] {
  const segments = all.map(({ id, points }) => cornersOf(points, id));
  const verticals = segments.flat().filter(({ a, b }) => a.x === b.x);
  return all.map(({ id }, i) =>
    (segments[i] ?? [])
      .filter(({ a, b }) => a.y === b.y)
      .flatMap(({ a, b }) =>
        verticals
          .filter((v) => v.lead !== id && within(v.a.x, a.x, b.x) && within(a.y, v.a.y, v.b.y))
          .map((v) => ({ x: v.a.x, y: a.y })),
      ),
  );
}

/** The same of leads. */
export const hopsOf = (all: readonly Routed[]): readonly (readonly Point[])[] =>
  hopsOver(all.map(({ lead, points }) => ({ id: lead.id, points })));

export const lengthOf = (points: readonly Point[]) =>
  points
    .slice(1)
    .reduce(
      (sum, p, i) => sum + Math.abs(p.x - (points[i]?.x ?? 0)) + Math.abs(p.y - (points[i]?.y ?? 0)),
      0,
    );

/** One arrowhead on the longest stretch of a lead, clear of sleeves and of what ties it to others. */
export function arrowOf(routed: Routed, taken: readonly Rect[]): ArrowItem | null {
  if (routed.isPatch || routed.tail || !routed.lead.flows || !routed.lead.to || !routed.lead.from)
    return null;
  const longest = [...segmentsOf(routed)].sort(
    (p, q) =>
      Math.abs(q.a.x - q.b.x) + Math.abs(q.a.y - q.b.y) - Math.abs(p.a.x - p.b.x) - Math.abs(p.a.y - p.b.y),
  )[0];
  if (!longest) return null;
  const { a, b } = longest;
  const towards = a.x === b.x ? (b.y > a.y ? 'down' : 'up') : b.x > a.x ? 'right' : 'left';
  for (const share of [0.5, 0.4, 0.6, 0.35, 0.65, 0.3, 0.7]) {
    const x = a.x + (b.x - a.x) * share;
    const y = a.y + (b.y - a.y) * share;
    const rect = { x: x - 6, y: y - 6, w: 12, h: 12 };
    if (!taken.some((other) => overlaps(rect, other)))
      return { type: 'arrow', x, y, towards, part: { type: 'lead', id: routed.lead.id } };
  }
  return null;
}

/** How far from its end an opened shield is drawn, how far its two bars stand apart, and half their height, px. */
const OPENED = { at: 9, apart: 3, half: 5 } as const;

/** Two bars across a lead where its shield is opened. */
export function openedMark({ lead, points, tail }: Routed): readonly RuleItem[] {
  const ordered = lead.opened === 'to' ? points.toReversed() : points;
  const [end, next] = ordered;
  if (lead.opened === null || tail || !end || !next) return [];
  const length = Math.hypot(next.x - end.x, next.y - end.y);
  if (length < OPENED.at + OPENED.apart) return [];
  const [ux, uy] = [(next.x - end.x) / length, (next.y - end.y) / length];
  return [OPENED.at, OPENED.at + OPENED.apart].map((off): RuleItem => {
    const [x, y] = [end.x + ux * off, end.y + uy * off];
    return {
      type: 'rule',
      from: { x: x - uy * OPENED.half, y: y + ux * OPENED.half },
      to: { x: x + uy * OPENED.half, y: y - ux * OPENED.half },
      dashed: false,
      tone: 'caution',
      part: { type: 'lead', id: lead.id },
    };
  });
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
