// Who drives what: each stretch of leads, the source resistance behind it, and what it has to charge.
import type { Element } from '../circuit';
import { boxOf, derive, type Box, type JackRef, type Lead } from '../model';
import { nodeBehind, ohmBehind, partUpTo, reachedBy, type Part, type Passed, type Stretch } from '../network';
import { dbInSearch, SEARCH } from './grid';
import type { RoutePart } from './parts';

/** Leads that one thing drives: a pickup, a stage, or a pot or transformer on the way. */
export type Drive = {
  readonly box: Box;
  /** The source resistance at the first of its leads, ohm. */
  readonly ohm: number;
  /** The stage that drives; null: the jack of a box that converts, or no stage at all. */
  readonly block: string | null;
  /** The jack that it drives by. */
  readonly from: JackRef;
  readonly leads: readonly Lead[];
  /** The step of the route at which the first and the last of its leads stand. */
  readonly first: number;
  readonly last: number;
  /** All that it has to charge: leads, those beside the way too, pedals that are off, the input; farad. */
  readonly farad: number;
  /** The jack at its far end. */
  readonly into: JackRef;
  /** −3 dB by resistance and capacitance; or where a pickup and what hangs on it resonate, and how high. */
  readonly figure: { readonly kind: 'corner' | 'resonance'; readonly hz: number; readonly db: number };
};

/** A resonance lower than this is none, dB. */
const LEAST_PEAK_DB = 0.5;

/** Where a curve is highest beside its level at 500 Hz; null: nowhere to speak of. */
function resonanceOf(part: Part): { readonly hz: number; readonly db: number } | null {
  const db = dbInSearch(part);
  const level = db[0] ?? 0;
  let at = 1;
  db.forEach((value, i) => {
    if (i > 0 && value > (db[at] ?? 0)) at = i;
  });
  const high = (db[at] ?? 0) - level;
  return high < LEAST_PEAK_DB ? null : { hz: SEARCH[at] ?? 0, db: high };
}

const faradOf = (elements: readonly Element[]): number =>
  elements.reduce(
    (sum, element) => sum + (element.kind === 'C' && element.to === '0' ? element.value : 0),
    0,
  );

/** What hangs on some leads of a stretch, by leads alone: behind a pot or a transformer beside the way is another matter. */
function hanging({ segment }: Stretch, leads: readonly Passed[]): number {
  const joined = segment.links.filter(({ lead }) => lead !== null);
  const nodes = leads.flatMap(({ from, to }) => [from, to].flatMap((jack) => segment.nodeOf(jack) ?? []));
  const reached = reachedBy(joined, nodes);
  const links = joined.filter(({ from }) => reached.has(from));
  const loads = segment.loads.filter((load) => reached.has(load.node));
  return [...links, ...loads].reduce((sum, { elements }) => sum + faradOf(elements), 0);
}

/** A pot that is fully up, or a winding, drives no otherwise than what is ahead of it: less than this is no other source. */
const OTHER = 1.2;

/** Where another source takes over: at the first lead, and behind what is between two leads and is no wire. */
function startsOf(stretch: Stretch): readonly number[] {
  const { segment, leads } = stretch;
  const starts = [0];
  let ohm: number | null = null;
  for (let i = 1; i < leads.length; i += 1) {
    const [last, own] = [leads[i - 1], leads[i]];
    if (!last || !own || segment.nodeOf(own.from) === segment.nodeOf(last.to)) continue;
    ohm ??= ohmBehind(partUpTo(stretch, starts.at(-1) ?? 0, true));
    const now = ohmBehind(partUpTo(stretch, i, true));
    if (now < ohm * OTHER && ohm < now * OTHER) continue;
    starts.push(i);
    ohm = now;
  }
  return starts;
}

/** What drives the leads of one stretch, its steps counted from the stretch's own first lead. */
const drivesOf = derive(['boxes'], (of, stretch: Stretch): readonly Drive[] => {
  const { segment, leads } = stretch;
  const starts = startsOf(stretch);
  return starts.flatMap((start, k): Drive[] => {
    const own = leads.slice(start, starts[k + 1] ?? leads.length);
    const [first, last] = [own[0], own.at(-1)];
    const { driver } = segment;
    const node = nodeBehind(stretch, start);
    const isDriver = start === 0 && node === driver.node;
    const box = boxOf(of, start === 0 ? driver.box : (first?.from.box ?? ''));
    if (!first || !last || !box) return [];
    const isPickup = isDriver && driver.kind === 'pickup';
    const ohm = isDriver && driver.ohm !== null ? driver.ohm : ohmBehind(partUpTo(stretch, start, true));
    const farad = hanging(stretch, own);
    const resonance = isPickup ? resonanceOf(partUpTo(stretch, start + own.length)) : null;
    return [
      {
        box,
        ohm,
        block: start === 0 ? driver.block : null,
        from: first.from,
        leads: own.map(({ lead }) => lead),
        first: start,
        last: start + own.length - 1,
        farad,
        into: last.to,
        figure: resonance
          ? { kind: 'resonance', ...resonance }
          : { kind: 'corner', hz: 1 / (2 * Math.PI * Math.max(1e-3, ohm) * Math.max(1e-15, farad)), db: -3 },
      },
    ];
  });
});

/** Everything that drives leads along a route, in its order. */
export const drivesAlong = derive(['boxes'], (of, parts: readonly RoutePart[]): readonly Drive[] => {
  let before = 0;
  return parts
    .flatMap(({ stretches }) => stretches)
    .flatMap((stretch) => {
      const from = before;
      before += stretch.leads.length;
      return drivesOf(of, stretch).map((drive) => ({
        ...drive,
        first: from + drive.first,
        last: from + drive.last,
      }));
    });
});

/** What drives the lead at a step of the route. */
export const driveAt = (drives: readonly Drive[], step: number): Drive | undefined =>
  drives.find(({ first, last }) => first <= step && step <= last);
