// Changes of the order: a stop moved, put in, taken out; a stretch hosted; a box wrapped around it; tails split off, joined.
import { blockIn, boxOf, type Box, type Reads } from '../model';
import { weakly } from '../units';

import { stopsOf, type Chain, type End, type Gap, type Place, type Stop, type Tail } from './chain';
import { anyLoop, twinId } from './choose';
import {
  givesWide,
  MONO,
  takesWide,
  outletOf,
  placeAt,
  placeBefore,
  tailOf,
  withoutPlaces,
  withPlaces,
  withTail,
  type PlaceAt,
  type Widths,
} from './edit';
import { blocksOf } from './notation';
import { folded, INSIDE, LEAD, partsOf, unfolded } from './parts';
import { partingHow } from './parting';
import { isGrid, lineOf } from './relay';
import { segmentsOf } from './segments';
import { everyPlace, slotsOf, type Slot } from './slots';

type Of = Reads<'boxes'>;

/** A stretch of one tail: so many places from one on. */
export type Stretch = PlaceAt & { readonly count: number };

/** What an act makes of chains: the ways to have it, the one that is wanted first ahead. */
export type Ways = readonly (readonly Chain[])[];

/** The loop that an act puts something into has no name yet; no text counts so far. */
const NEW_LOOP = anyLoop(0);

const stopOf = (box: Box, blocks: readonly string[], more: Partial<Stop> = {}): Stop => ({
  box: box.id,
  blocks,
  loop: null,
  in: [],
  out: [],
  parallel: false,
  ...more,
});

const placeOf = (box: Box, blocks: readonly string[], more: Partial<Stop> = {}): Place => ({
  gap: null,
  stops: [stopOf(box, blocks, more)],
});

/** A box that is put in, whole: a unit by its blocks, any other as one stop. */
const whole = (box: Box): readonly Place[] =>
  isGrid(box)
    ? lineOf(box).map((block, i) => ({ ...placeOf(box, [block]), gap: i === 0 ? null : INSIDE }))
    : [placeOf(box, blocksOf(box))];

/** Has a box loops that something may hang in, so that between its blocks nothing hangs by its other jacks? */
const hasLoops = (box: Box | undefined): boolean =>
  box !== undefined &&
  (isGrid(box) ? (box.loops?.length ?? 0) > 0 : box.blocks.some(({ role }) => role === 'loop'));

const side = (box: Box, which: 'out' | 'back'): Stop =>
  stopOf(box, [NEW_LOOP], { loop: { block: NEW_LOOP, side: which } });

/** In a loop of its host. */
const looped = (host: Box, places: readonly Place[], width: Gap['width']): readonly Place[] => [
  { gap: null, stops: [side(host, 'out')] },
  ...places.map((place, i) => (i === 0 ? { ...place, gap: { ...LEAD, width } } : place)),
  { gap: { ...LEAD, width }, stops: [side(host, 'back')] },
];

const WIDE: Widths = { ahead: 'stereo', behind: 'stereo' };

/** By what leads a box may be put in, the widest that its neighbours are for first; what is hosted in mono first. */
function widthsFor(
  of: Of,
  own: Box | undefined,
  places: readonly Place[],
  at: number,
  isHosted: boolean,
): readonly Widths[] {
  if (!takesWide(own) || !givesWide(own)) return [MONO];
  if (isHosted) return [MONO, WIDE];
  const [next, after] = [places[at], places[at + 1]];
  if (next?.gap?.width === 'stereo') return [WIDE, MONO];
  const goesOnWide = after?.gap?.width === 'stereo' && takesWide(boxOf(of, next?.stops[0].box));
  return goesOnWide ? [{ ahead: 'mono', behind: 'stereo' }, MONO] : [MONO];
}

/** Every way to put places into a slot: in a loop of the host where it has some, in stereo where both can be so. */
function putInto(of: Of, chains: readonly Chain[], slot: Slot, places: readonly Place[]): Ways {
  const own = boxOf(of, places[0]?.stops[0].box);
  const host = slot.hosted ? boxOf(of, slot.before?.box) : undefined;
  const isForeign = host !== undefined && host.id !== own?.id;
  const there = tailOf(chains, slot.tail)?.places ?? [];
  return widthsFor(of, own, there, slot.at, isForeign).map((widths) =>
    isForeign && hasLoops(host)
      ? withPlaces(of, chains, slot, looped(host, places, widths.ahead))
      : withPlaces(of, chains, slot, places, widths),
  );
}

/** Chains taken apart, as acts speak of them. */
export const forActs = unfolded;

/** Can a place be moved, or taken out? Where a chain begins and what it ends at stay; a loop moves with what is in it. */
export function isMovable(of: Of, chains: readonly Chain[], at: PlaceAt): boolean {
  const place = placeAt(chains, at);
  const behind = placeAt(chains, { ...at, at: at.at + 1 });
  if (!place?.gap || place.stops.some(({ loop }) => loop !== null)) return false;
  if (place.gap.kind === 'air' || behind?.gap?.kind === 'air') return false;
  const roles = place.stops.flatMap(({ box, blocks }) =>
    blocks.flatMap((id) => blockIn(boxOf(of, box), id)?.role ?? []),
  );
  return !roles.some((role) => role === 'speaker' || role === 'monitor' || role === 'mix');
}

/** Chains without a stretch, its leads healed; taken apart as those given. */
export const takenOut = (of: Of, chains: readonly Chain[], { count, ...at }: Stretch): readonly Chain[] =>
  withoutPlaces(of, chains, at, count);

const placesIn = (chains: readonly Chain[], { tail, at, count }: Stretch): readonly Place[] =>
  tailOf(chains, tail)?.places.slice(at, at + count) ?? [];

/** Slots that a stretch may be moved to, on the chains without it. */
export function slotsFor(of: Of, chains: readonly Chain[], stretch: Stretch): readonly Slot[] {
  const rest = takenOut(of, chains, stretch);
  return slotsOf(of, rest, placeAt(chains, stretch)?.stops[0].box ?? '');
}

/** A stretch moved to a slot of the chains without it. */
export const movedTo = (of: Of, chains: readonly Chain[], stretch: Stretch, slot: Slot): Ways =>
  putInto(of, takenOut(of, chains, stretch), slot, placesIn(chains, stretch)).map((one) => folded(of, one));

/** A box of the rig put into a slot of the chains. */
export const putIn = (of: Of, chains: readonly Chain[], box: Box, slot: Slot): Ways =>
  putInto(of, chains, slot, whole(box)).map((one) => folded(of, one));

/** Two boxes put in side by side, left and right, where the signal is in stereo; nowhere else. */
export function putBeside(of: Of, chains: readonly Chain[], boxes: readonly [Box, Box], slot: Slot): Ways {
  const next = tailOf(chains, slot.tail)?.places[slot.at];
  if (slot.hosted || next?.gap?.width !== 'stereo') return [];
  const [left, right] = boxes;
  const pair: Place = { gap: null, stops: [stopOf(left, blocksOf(left)), stopOf(right, blocksOf(right))] };
  return [folded(of, withPlaces(of, chains, slot, [pair], WIDE))];
}

/** The two halves of a box that can stand around a stretch; null: it has not two. */
export const halvesOf = weakly((box: Box): readonly [readonly string[], readonly string[]] | null => {
  const [a, b, ...more] = partsOf(box, blocksOf(box));
  return a && b && more.length === 0 && !isGrid(box) && !hasLoops(box) ? [a, b] : null;
});

/** Every place of a box in chains. */
export const stretchesOf = (chains: readonly Chain[], box: string): readonly Stretch[] =>
  everyPlace(chains).flatMap((place) =>
    placeAt(chains, place)?.stops[0].box === box ? [{ ...place, count: 1 }] : [],
  );

/**
 * A box with two halves around a stretch: a gate around what is noisy. Where it stands in the order it is taken out
 * first.
 */
export function wrapped(of: Of, chains: readonly Chain[], stretch: Stretch, box: Box): Ways {
  const halves = halvesOf(box);
  if (!halves) return [];
  const [first, last] = halves.map((blocks) => placeOf(box, blocks));
  if (!first || !last) return [];
  let at = stretch;
  let rest = chains;
  for (const own of [...stretchesOf(chains, box.id)].reverse()) {
    rest = takenOut(of, rest, own);
    if (own.tail.join() === stretch.tail.join() && own.at < at.at) at = { ...at, at: at.at - 1 };
  }
  const behind = withPlaces(of, rest, { tail: at.tail, at: at.at + at.count }, [last]);
  return [folded(of, withPlaces(of, behind, at, [first]))];
}

/** The channel of a desk, or the blocks of another box, that a new tail ends at. */
function endOf(chains: readonly Chain[], box: Box): readonly string[] {
  const used = new Set(
    chains.flatMap(stopsOf).flatMap((stop) => (stop.box === box.id ? [...stop.blocks] : [])),
  );
  const mixes = box.blocks.filter(({ role }) => role === 'mix');
  const free = mixes.find(({ id }) => !used.has(id)) ?? mixes[0];
  return free ? [free.id] : blocksOf(box);
}

/** An output that gives what comes in by a jack on as it is: a DI's. */
const throughOf = (box: Box): string | undefined =>
  segmentsOf(box, '').find(
    ({ entry, blocks, exit }) => entry !== null && blocks.length === 0 && exit !== null,
  )?.exit ?? undefined;

/** Can a box be put in to part a way: a splitter, or a DI with a way through? */
export const isSplitter = (box: Box): boolean =>
  !isGrid(box) &&
  (box.blocks.some(({ role }) => role === 'split') ||
    (throughOf(box) !== undefined && box.blocks.some(({ role }) => role === 'buffer')));

/** What a new way leads to: a box, by a splitter or a DI that is put in for it, with the cabinet that an amplifier wants. */
export type Goal = {
  readonly box: Box;
  readonly by?: Box | undefined;
  readonly cabinet?: Box | undefined;
};

/**
 * A tail more, ahead of a place or at an end: what is there goes on, and a second way leads to a goal. Through a DI what
 * is there goes on by its way through.
 */
export function splitAt(of: Of, chains: readonly Chain[], { tail, at }: PlaceAt, goal: Goal): Ways {
  const { box, by, cabinet } = goal;
  const before = placeBefore(chains, { tail, at });
  if (!before) return [];
  const places = [
    placeOf(box, endOf(chains, box)),
    ...(cabinet ? [placeOf(cabinet, blocksOf(cabinet))] : []),
  ];
  const own = places.map((place): Place => ({ ...place, gap: LEAD }));
  const end = outletOf(of, places.at(-1)?.stops[0]);
  const isDi = by !== undefined && throughOf(by) !== undefined;
  const added: Tail = {
    places: isDi ? [{ ...placeOf(by, blocksOf(by)), gap: INSIDE }, ...own] : own,
    end: end.kind === 'heard' || end.kind === 'tuner' ? end : { kind: 'open' },
  };
  const put = by ? withPlaces(of, chains, { tail, at }, [placeOf(by, isDi ? [] : blocksOf(by))]) : chains;
  const from = at + Number(by !== undefined);
  const split = withTail(put, tail, (here) => {
    if (from >= here.places.length && here.end.kind === 'split' && !by)
      return { ...here, end: { ...here.end, tails: [...here.end.tails, added] } };
    const rest: Tail = { places: here.places.slice(from), end: here.end };
    const places = here.places.slice(0, from);
    const end = { kind: 'split', how: 'both', tails: [rest, added] } as const;
    return { places, end: { ...end, how: partingHow(of, places.at(-1), end) } };
  });
  return [folded(of, split)];
}

/** The split of a tail one place later: the first place of one way goes ahead of it, and what is behind hears it too. */
export function splitLater(of: Of, chains: readonly Chain[], tail: readonly number[], way: number): Ways {
  const own = tailOf(chains, tail);
  const first = own?.end.kind === 'split' ? own.end.tails[way]?.places[0] : undefined;
  if (!own || !first) return [];
  const stretch: Stretch = { tail: [...tail, way], at: 0, count: 1 };
  const rest = takenOut(of, chains, stretch);
  return [folded(of, withPlaces(of, rest, { tail, at: own.places.length }, [first]))];
}

/** The split of a tail one place earlier: its last place goes behind it, on one way. */
export function splitEarlier(of: Of, chains: readonly Chain[], tail: readonly number[], way: number): Ways {
  const own = tailOf(chains, tail);
  const at = (own?.places.length ?? 0) - 1;
  const last = own?.places[at];
  if (!own || own.end.kind !== 'split' || !last?.gap || at < 1) return [];
  const put = withPlaces(of, chains, { tail: [...tail, way], at: 0 }, [last]);
  return [folded(of, takenOut(of, put, { tail, at, count: 1 }))];
}

/** A block of a unit doubled at a slot on another way: the two switch as one. */
export function twinned(of: Of, chains: readonly Chain[], at: PlaceAt, slot: Slot): Ways {
  const stop = placeAt(chains, at)?.stops[0];
  const box = boxOf(of, stop?.box);
  const [block, ...more] = stop?.blocks ?? [];
  if (!stop || !box || !isGrid(box) || block === undefined || more.length > 0) return [];
  const used = new Set(chains.flatMap(stopsOf).flatMap((one) => (one.box === box.id ? one.blocks : [])));
  const twin = twinId(box, blockIn(box, block)?.twinOf ?? block, used);
  return [folded(of, withPlaces(of, chains, slot, [placeOf(box, [twin])]))];
}

/** Second inputs that a chain may be mixed into. */
export const mixersOf = (of: Of): readonly { readonly box: Box; readonly block: string }[] =>
  of.boxes.flatMap((box) =>
    box.blocks.flatMap((block) => {
      const hasSecond = box.patches.some(({ wires }) =>
        wires.some(({ to }) => 'block' in to && to.block === block.id && to.port === 'in2'),
      );
      return hasSecond ? [{ box, block: block.id }] : [];
    }),
  );

/** A chain, or a tail, that ends in a stop of another: mixed in there. What it passed last is left out. */
export function joinedTo(
  of: Of,
  chains: readonly Chain[],
  tail: readonly number[],
  { box, block }: { readonly box: Box; readonly block: string },
): Ways {
  const end: End = { kind: 'joins', box: box.id, block, gap: LEAD };
  return [
    folded(
      of,
      withTail(chains, tail, (own) => {
        const places = own.end.kind === 'heard' ? own.places.slice(0, -1) : own.places;
        return { places, end };
      }),
    ),
  ];
}

/** A source that nothing is plugged into: a chain that a stop may be put behind. */
export function begun(source: Box): Chain {
  const blocks = source.blocks.filter(({ role }) => role === 'source').map(({ id }) => id);
  const place = placeOf(source, blocks.length > 0 ? blocks.slice(0, 1) : blocksOf(source));
  return { sources: [source.id], places: [place], end: { kind: 'open' } };
}

/** Is it a source by itself? It is in no order as long as nothing is behind it. */
export const isBare = ({ places, end }: Chain): boolean => places.length === 1 && end.kind === 'open';
