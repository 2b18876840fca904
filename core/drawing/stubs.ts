// Ends instead of lines: more leads of a layer than a drawing can be read by are told by number and far end.
import { textWidth } from './fonts';
import type { Routed } from './leads';
import { sleeveSize } from './sleeves';
import type { MapLead } from './model';
import { text } from './plates';
import { boxOfText, overlaps, type Item, type Rect, type SleeveItem } from './primitives';
import type { RouteEnd } from './router';
import { SIZE } from './sizes';

/** Up to so many leads of a layer are drawn from end to end. */
export const MOST_DRAWN = 12;

const STUB = 6;

export type Job = { readonly lead: MapLead; readonly from: RouteEnd; readonly to: RouteEnd };

/** The leads of a layer as they are drawn. */
export type Stubs = {
  readonly routed: readonly Routed[];
  readonly sleeves: readonly SleeveItem[];
  /** Arrows, or words at the ends. */
  readonly marks: readonly Item[];
};

/** Lead numbers in short: `3, 40–72`. */
export function inRanges(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const n of [...numbers].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && n <= last[1] + 1) last[1] = n;
    else runs.push([n, n]);
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : `${a}–${b}`)).join(', ');
}

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);

/** How much two rectangles share, px². */
const shared = (a: Rect, b: Rect) =>
  Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y));

const downFrom = ({ side, y }: RouteEnd, by: number) => (side === 'top' ? y - by : y + by);

/**
 * A short end at each plug: its number with the tag of what its other end goes to, or the numbers of all the leads
 * that one jack holds.
 * @param nameOf what a plug's other end is called
 * @param taken what a far end's tag must not cover; the bare number covers as little of it as can be
 */
export function stubsOf(
  jobs: readonly Job[],
  nameOf: (lead: MapLead, box: string) => string,
  taken: readonly Rect[],
): Stubs {
  const pins = new Map<string, { end: RouteEnd; held: { lead: MapLead; far: string }[] }>();
  const routed = jobs.flatMap(({ lead, from, to }): Routed[] =>
    (
      [
        [from, lead.to],
        [to, lead.from],
      ] as const
    )
      // What stands in the row of a table is told there.
      .filter(([{ side }]) => side === 'top' || side === 'bottom')
      .map(([end, far]) => {
        const key = `${end.x} ${end.y}`;
        const pin = pins.get(key) ?? { end, held: [] };
        pin.held.push({ lead, far: far ? nameOf(lead, far.box) : '' });
        pins.set(key, pin);
        return {
          lead,
          points: [
            { x: end.x, y: end.y },
            { x: end.x, y: downFrom(end, STUB) },
          ],
          isPatch: true,
          tail: false,
        };
      }),
  );
  const [single, several] = [
    [...pins.values()].filter(({ held }) => held.length === 1),
    [...pins.values()].filter(({ held }) => held.length > 1),
  ];
  const marks = several.map(({ end, held }) => {
    const y = end.side === 'top' ? end.y - STUB - 4 : end.y + STUB + 12;
    const numbers = inRanges(held.map(({ lead }) => lead.number));
    return text(end.x, y, numbers, { face: 'mono', anchor: 'middle' });
  });
  const words = marks.map((item) => boxOfText(item, textWidth(item.text, 'mono', SIZE.text)));
  const sleeves: SleeveItem[] = [];
  for (const { end, held } of single)
    for (const { lead, far } of held) {
      const sleeve = (name: string, off = STUB): SleeveItem => {
        const { w, h } = sleeveSize(name);
        const y = downFrom(end, off + h / 2) - h / 2;
        return { type: 'sleeve', x: end.x - w / 2, y, w, h, text: name, part: { type: 'lead', id: lead.id } };
      };
      const whole = sleeve(`${lead.number} ${far}`);
      const others = [...sleeves, ...words, ...taken];
      const isFree = others.every((rect) => !overlaps(rect, whole));
      // Between plates that stand close the number moves up to its pin rather than over what is written below.
      const bare = [STUB, STUB / 2, 0].map((off) => sleeve(String(lead.number), off));
      const covered = bare.map((one) => sum(others.map((rect) => shared(rect, one))));
      const least = bare[covered.indexOf(Math.min(...covered))];
      sleeves.push(isFree && far !== '' ? whole : (least ?? whole));
    }
  return { routed, sleeves, marks };
}
