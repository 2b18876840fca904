// Numbers on leads, where they cover nothing.
import { textWidth } from './fonts';
import { lengthOf, segmentsOf, type Routed, type Segment } from './leads';
import type { MapLead } from './model';
import { overlaps, type Point, type Rect, type SleeveItem } from './primitives';
import { SIZE } from './sizes';

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

/** A lead's number, with a star where it lies otherwise than in the base wiring. */
export const starred = (number: number, isOtherwise = false): string => `${number}${isOtherwise ? '*' : ''}`;

const STEP = 3;

const crosses = (rect: Rect, { a, b }: Segment) =>
  overlaps(rect, {
    x: Math.min(a.x, b.x) - 1,
    y: Math.min(a.y, b.y) - 1,
    w: Math.abs(a.x - b.x) + 2,
    h: Math.abs(a.y - b.y) + 2,
  });

/** The room a lead and its sleeves, of which the widest is so wide, can touch. */
function roomOf(points: readonly Point[], width: number): Rect {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [x, y] = [Math.min(...xs) - width / 2, Math.min(...ys) - 12];
  return { x, y, w: Math.max(...xs) + width / 2 - x, h: Math.max(...ys) + 12 - y };
}

/** What a sleeve must keep clear of. */
type Around = {
  readonly size: { readonly width: number; readonly height: number };
  /** Plates, words and the sleeves that lie already. */
  readonly taken: readonly Rect[];
  /** Other leads near by; a sleeve lies on one only where there is no other room. */
  readonly leads: readonly Segment[];
};

const isClear = (rect: Rect, { size, taken }: Around): boolean =>
  rect.x >= 1 &&
  rect.y >= 1 &&
  rect.x + rect.w <= size.width - 1 &&
  rect.y + rect.h <= size.height - 1 &&
  !taken.some((other) => overlaps(rect, other));

/** Distances along a lead from where a sleeve is wanted outwards, off its very ends. */
function* outwards(start: number, total: number): Generator<number> {
  for (let off = 0; off <= total; off += STEP)
    for (const at of off === 0 ? [start] : [start + off, start - off]) if (at > 2 && at < total - 2) yield at;
}

/** The first place for a sleeve: on no other lead if there is one. */
function placeFor(points: readonly Point[], start: number, text: string, around: Around): Rect | null {
  const { w, h } = sleeveSize(text);
  let onLead: Rect | null = null;
  for (const at of outwards(start, lengthOf(points))) {
    const p = along(points, at);
    const rect = { x: p.x - w / 2, y: p.y - h / 2, w, h };
    if (!isClear(rect, around)) continue;
    if (!around.leads.some((segment) => crosses(rect, segment))) return rect;
    onLead ??= rect;
  }
  // A patch between plates has just the room of its gap: where even that is taken it goes without.
  return onLead;
}

/**
 * Puts numbers on leads: one in the middle of a patch, one near each end of a longer lead, moved along the lead until
 * they lie on no plate, word or other sleeve, and on no other lead where there is room.
 * @param rings what ties leads together: no number lies on it
 * @param figureOf a figure that a stage run shows beside its number, where it begins and where it ends
 */
export function placeSleeves(
  all: readonly Routed[],
  taken: readonly Rect[],
  size: { width: number; height: number },
  figureOf: (lead: MapLead, begins: boolean) => string | undefined = () => undefined,
  nameOf: (lead: MapLead) => string = (lead) => String(lead.number),
  rings: readonly Rect[] = [],
): readonly SleeveItem[] {
  const sleeves: SleeveItem[] = [];
  const segments = all.flatMap(segmentsOf);
  for (const { lead, points, isPatch, tail } of all) {
    if (tail || lead.kind === 'air' || lead.kind === 'radio') continue;
    const textAt = (begins: boolean) => {
      const figure = isPatch ? undefined : figureOf(lead, begins);
      return figure === undefined ? nameOf(lead) : `${nameOf(lead)}: ${figure}`;
    };
    const total = lengthOf(points);
    const [first, last] = [textAt(true), textAt(false)];
    const near = roomOf(points, Math.max(...[first, last].map((text) => sleeveSize(text).w)));
    const leads = segments.filter((segment) => segment.lead !== lead.id && crosses(near, segment));
    const plates = taken.filter((rect) => overlaps(rect, near));
    const [atFirst, atLast] = [first, last].map((text) => sleeveSize(text).w / 2 + 7) as [number, number];
    const wanted: readonly (readonly [number, string])[] =
      isPatch || total < 4 * (atFirst + atLast - 14)
        ? [[total / 2, last]]
        : [
            [atFirst, first],
            [total - atLast, last],
          ];
    for (const [start, whole] of wanted) {
      const onRings = { size, taken: [...plates, ...sleeves], leads };
      const around = { ...onRings, taken: [...onRings.taken, ...rings] };
      const name = nameOf(lead);
      const isLoose = !lead.from || !lead.to;
      // A figure lies on a ring rather than not at all; where there is no room even so the number stands by itself.
      // The stub of a loose lead has nowhere else to show its number.
      const ways = [
        [whole, around],
        ...(whole === name
          ? []
          : ([
              [whole, onRings],
              [name, around],
            ] as const)),
        ...(isLoose ? ([[name, onRings]] as const) : []),
      ] as const;
      for (const [text, free] of ways) {
        const rect = placeFor(points, start, text, free);
        if (!rect) continue;
        sleeves.push({ type: 'sleeve', ...rect, text, part: { type: 'lead', id: lead.id } });
        break;
      }
    }
  }
  return sleeves;
}
