// Runs that are tied together, in the gutter they end in: a ring around them, with the loom's name, count and length.
import { loomsIn, type Loom } from '../cables';
import { isLink, leadOf, sources, type Reads } from '../model';
import { count, formatLength, type LengthUnit } from '../units';
import { fitText } from './fonts';
import { segmentsOf, type Routed, type Segment } from './leads';
import type { MapModel } from './model';
import type { Frame, Placement } from './place';
import { text } from './plates';
import { overlaps, type DrawnPart, type Item, type RingItem, type RuleItem } from './primitives';
import { LANE } from './router';
import { SIZE } from './sizes';

type ForLooms = Reads<'boxes' | 'leads' | 'looms' | 'stage' | 'variant'>;

/** Lines of words above a gutter: below the second loom's the first rows of jacks begin. */
const LINE = 14;
const MOST_NAMED = 2;

/** Half the width of a ring, how far it reaches beyond the outer leads, and stays off a lead that is not its own: px. */
const RING = { half: 4, over: 9, apart: 2 } as const;

/** `3 × 9 m`; `3, up to 9 m` where they are not alike. */
function lengthWords(lengths: readonly number[], unit: LengthUnit): string {
  const longest = formatLength(Math.max(...lengths), unit);
  return lengths.every((length) => length === lengths[0])
    ? `${lengths.length} × ${longest}`
    : `${lengths.length}, up to ${longest}`;
}

/** The looms that end at a place, of those that come from its left. */
const loomsInto = (of: ForLooms, place: string): readonly Loom[] =>
  loomsIn(of).filter(({ places }) => places[1] === place);

const partOf = (loom: Loom): DrawnPart => ({ type: 'loom', id: loom.id });

/** Lengths of the runs that end at a place and are tied into nothing. */
function loneLengths(of: ForLooms, model: MapModel, frames: readonly Frame[], i: number): readonly number[] {
  const own = new Set(sources(of).map((box) => box.id));
  const tied = new Set(loomsIn(of).flatMap(({ leads }) => leads.map(({ id }) => id)));
  const at = (box: string | undefined) =>
    frames.findIndex((frame) => frame.id === model.boxes.get(box ?? '')?.box.place);
  return model.leads.flatMap((lead) => {
    const [a, b] = [at(lead.from?.box), at(lead.to?.box)];
    const isRun = !isLink(lead) && lead.kind !== 'speaker' && !tied.has(lead.id) && a >= 0 && b >= 0;
    const isOwn = [lead.from, lead.to].some((ref) => own.has(ref?.box ?? ''));
    return isRun && !isOwn && a !== b && Math.max(a, b) === i ? [leadOf(of, lead.id)?.lengthM ?? 0] : [];
  });
}

/** What stands above each gutter: its looms by name, count and length; of a run that goes alone its length. */
export function loomWords(
  of: ForLooms,
  model: MapModel,
  frames: readonly Frame[],
  unit: LengthUnit,
): readonly Item[] {
  return frames.slice(1).flatMap((frame, at): readonly Item[] => {
    const before = frames[at];
    if (!before) return [];
    const left = before.rect.x + before.rect.w;
    const [x, room] = [(left + frame.rect.x) / 2, frame.rect.x - left - 4];
    const line = (words: string, n: number, part?: DrawnPart) =>
      text(x, SIZE.placeTop + 8 + n * LINE, fitText(words, 'sans', SIZE.text, room), {
        anchor: 'middle',
        tone: 'muted',
        ...(part ? { part } : {}),
      });
    const looms = loomsInto(of, frame.id).slice(0, MOST_NAMED);
    if (looms.length === 0) {
      const lengths = loneLengths(of, model, frames, at + 1);
      const words = lengths.length === 1 ? formatLength(lengths[0] ?? 0, unit) : count(lengths.length, 'run');
      return lengths.length === 0 ? [] : [line(words, 0.5)];
    }
    return looms.flatMap((loom, n) => [
      line(loom.name, 2 * n, partOf(loom)),
      line(
        lengthWords(
          loom.leads.map(({ lengthM }) => lengthM),
          unit,
        ),
        2 * n + 1,
        partOf(loom),
      ),
    ]);
  });
}

type Crossing = { readonly y: number; readonly lead: string };

/** Where leads pass the line at x, from top to bottom. */
const crossingsAt = (segments: readonly Segment[], x: number): readonly Crossing[] =>
  segments
    .filter(({ a, b }) => a.y === b.y && x > Math.min(a.x, b.x) && x < Math.max(a.x, b.x))
    .map(({ a, lead }) => ({ y: a.y, lead }))
    .sort((p, q) => p.y - q.y);

/** Leads of one loom that lie side by side at a line, no other between. */
function neighboursOf(crossings: readonly Crossing[], own: ReadonlySet<string>): readonly Crossing[][] {
  const runs: Crossing[][] = [];
  let open = false;
  for (const crossing of crossings) {
    const run = open ? runs.at(-1) : undefined;
    open = own.has(crossing.lead);
    if (!open) continue;
    if (run) run.push(crossing);
    else runs.push([crossing]);
  }
  return runs;
}

/** The line in a gutter at which a loom is tied: nearest to the middle, along no lead and beside no other loom. */
function lineFor(
  segments: readonly Segment[],
  gutter: { readonly left: number; readonly right: number },
  own: ReadonlySet<string>,
  rings: readonly RingItem[],
): number | null {
  const middle = Math.round((gutter.left + gutter.right) / 2 / LANE) * LANE;
  const least = own.size;
  const lines = Array.from({ length: 12 }, (_, i) => middle + (i % 2 === 0 ? i / 2 : -(i + 1) / 2) * LANE);
  const isClear = (x: number) => {
    const ys = crossingsAt(segments, x).filter(({ lead }) => own.has(lead));
    const [first, last] = [ys[0], ys.at(-1)];
    if (x <= gutter.left + LANE || x >= gutter.right - LANE || !first || !last) return false;
    if (new Set(ys.map(({ lead }) => lead)).size < least) return false;
    const span = {
      x: x - RING.half,
      y: first.y - RING.over,
      w: 2 * RING.half,
      h: last.y - first.y + 2 * RING.over,
    };
    const alongLead = segments.some(
      ({ a, b }) =>
        a.x === b.x &&
        Math.abs(a.x - x) <= RING.half &&
        Math.min(a.y, b.y) < span.y + span.h &&
        Math.max(a.y, b.y) > span.y,
    );
    return !alongLead && rings.every((ring) => !overlaps(ring, span));
  };
  return lines.find(isClear) ?? null;
}

/** Rings around the leads of each loom where they are drawn; those of one loom joined by a line. */
export function loomRings(
  of: ForLooms,
  { frames, height }: Pick<Placement, 'frames' | 'height'>,
  routed: readonly Routed[],
): readonly (RingItem | RuleItem)[] {
  const segments = routed.flatMap(segmentsOf);
  const drawn = new Set(routed.map(({ lead }) => lead.id));
  const items: (RingItem | RuleItem)[] = [];
  for (const [at, frame] of frames.entries())
    for (const loom of loomsInto(of, frame.id)) {
      const before = frames[at - 1];
      const own = new Set(loom.leads.map(({ id }) => id).filter((id) => drawn.has(id)));
      if (!before || own.size === 0) continue;
      const gutter = { left: before.rect.x + before.rect.w, right: frame.rect.x };
      const rings = items.filter((item): item is RingItem => item.type === 'ring');
      const x = lineFor(segments, gutter, own, rings);
      if (x === null) continue;
      const part = partOf(loom);
      const crossings = crossingsAt(segments, x);
      const others = crossings.filter(({ lead }) => !own.has(lead)).map(({ y }) => y);
      const mine = neighboursOf(crossings, own).map((run): RingItem => {
        const [first, last] = [run[0]?.y ?? 0, run.at(-1)?.y ?? 0];
        // What runs close by is left out, however close.
        const top = Math.max(
          first - RING.over,
          ...others.filter((y) => y < first).map((y) => y + RING.apart),
        );
        const bottom = Math.min(
          height - 1,
          last + RING.over,
          ...others.filter((y) => y > last).map((y) => y - RING.apart),
        );
        return {
          type: 'ring',
          x: x - RING.half,
          y: top,
          w: 2 * RING.half,
          h: bottom - top,
          part,
        };
      });
      items.push(...mine);
      mine.slice(1).forEach((ring, i) => {
        const above = mine[i];
        if (above)
          items.push({
            type: 'rule',
            from: { x, y: above.y + above.h },
            to: { x, y: ring.y },
            dashed: false,
            tone: 'line',
            part,
          });
      });
    }
  return items;
}
