// Reads the order of a rig from its wiring, whatever is on.
import { inOrder } from '../lengths';
import { derive, everySound, isAudio, isLink, jackOf, pluggedIn, type Plugged, type Reads } from '../model';
import { statesIn, type Wirings } from '../signal';
import {
  gapsOf,
  stopsOf,
  type Chain,
  type End,
  type Knot,
  type Place,
  type Reading,
  type Tail,
} from './chain';
import { liveIn, type Live } from './live';
import { placesFrom } from './places';
import { Walker, type Walk } from './walk';
import { outletAt, waysIn, type Ways } from './ways';

/** The tail that a technician follows first: to a loudspeaker, to ears, to a desk, then loads and what only listens. */
const RANKS = [
  'loudspeaker',
  'monitor',
  'desk',
  'load',
  'joins',
  'tuner',
  'listens',
  'knot',
  'open',
] as const;

function rankOf({ steps, end }: Walk): number {
  const heard = steps.flatMap((step) => ('spot' in step ? (outletAt(step.spot) ?? []) : []));
  const here =
    end.kind === 'parts'
      ? end.walks.map(rankOf)
      : [RANKS.indexOf(end.kind === 'heard' ? end.outlet : end.kind)];
  return Math.min(...heard.map((outlet) => RANKS.indexOf(outlet)), ...here);
}

/** A tail that ends in a stop told before: the jack by which it comes into its box is no stop of its own. */
function joined(places: readonly Place[], end: Extract<End, { kind: 'joins' }>): Tail {
  const last = places.at(-1);
  const isOnlyIn =
    last?.stops.length === 1 && last.stops[0].box === end.box && last.stops[0].blocks.length === 0;
  return isOnlyIn && end.gap === null
    ? { places: places.slice(0, -1), end: { ...end, gap: last.gap } }
    : { places, end };
}

/** A tail from a walk; `left`: the jacks by which a stop told before is left. */
function tailFrom(
  { steps, end }: Walk,
  inside: boolean,
): { readonly tail: Tail; readonly left: readonly string[] } {
  const { places, left } = placesFrom(steps, inside);
  if (end.kind === 'joins') return { tail: joined(places, end), left };
  if (end.kind !== 'parts') return { tail: { places, end }, left };
  const tails = end.walks
    .map((walk) => ({ ...tailFrom(walk, true), rank: rankOf(walk) }))
    .sort((a, b) => a.rank - b.rank);
  const out = tails.flatMap((one) => one.left);
  const last = places.at(-1);
  const parted: Place[] = last
    ? [...places.slice(0, -1), { ...last, stops: [{ ...last.stops[0], out }] }]
    : [];
  return {
    tail: { places: parted, end: { kind: 'split', how: end.how, tails: tails.map(({ tail }) => tail) } },
    left: last ? left : out,
  };
}

type Of = Reads<'boxes' | 'leads' | 'variant'>;

/** The leads that come first along a chain: of every way where it parts ahead of any. */
function firstLeads({ places, end }: Tail): readonly string[] {
  const first = places.find(({ gap }) => gap !== null && gap.kind !== 'inside')?.gap;
  if (first) return first.leads;
  return end.kind === 'split' ? end.tails.flatMap(firstLeads) : [];
}

/** The instruments that may be plugged into where a chain begins. */
function sourcesOf(of: Of, tail: Tail, box: string): readonly string[] {
  const leads = new Set(firstLeads(tail));
  const ends = pluggedIn(of)
    .filter(({ lead }) => leads.has(lead.id))
    .flatMap(({ from, to }) => [from, to].find((refs) => refs.some((ref) => ref.box === box)) ?? []);
  return ends.length > 0 ? [...new Set(ends.map((ref) => ref.box))] : [box];
}

function chainsOf(of: Of, ways: Ways, live: Live): readonly Chain[] {
  const walker = new Walker(ways, live);
  const boxes = inOrder(of.boxes);
  const rank = (source: number) => {
    const spot = ways.spots[source];
    if (!spot) return 0;
    // A desk's mix comes behind the instruments.
    return (
      (spot.kind === 'mix' ? boxes.length : 0) +
      boxes.indexOf(spot.box) +
      (spot.block ? spot.box.blocks.indexOf(spot.block) / 1000 : 0)
    );
  };
  return ways.sources
    .filter((source) => live.isLive(source))
    .sort((a, b) => rank(a) - rank(b))
    .map((source) => {
      const { tail } = tailFrom(walker.walk(source), false);
      return { ...tail, sources: sourcesOf(of, tail, ways.spots[source]?.box.id ?? '') };
    });
}

function knotOf(of: Of, ways: Ways, part: ReadonlySet<number>): Knot {
  const links = [...part].flatMap((spot) => (ways.links[spot] ?? []).filter(({ to }) => part.has(to)));
  return {
    leads: [...new Set(links.flatMap(({ leads }) => leads))],
    boxes: inOrder(of.boxes)
      .filter((box) => [...part].some((spot) => ways.spots[spot]?.box === box))
      .map(({ id }) => id),
  };
}

const carriesSound = (of: Of, { lead, from, to }: Plugged): boolean =>
  !isLink(lead) && [from[0], to[0]].some((ref) => ref !== undefined && isSound(of, ref));
const isSound = (of: Of, ref: { box: string; jack: string }) => {
  const jack = jackOf(of, ref);
  return jack !== undefined && isAudio(jack);
};

function restOf(of: Of, chains: readonly Chain[], knots: readonly Knot[]): Reading['rest'] {
  const gaps = chains.flatMap(gapsOf).flatMap(({ leads }) => leads);
  const leads = new Set([...gaps, ...knots.flatMap((knot) => knot.leads)]);
  const boxes = new Set([
    ...chains.flatMap((chain) => [...chain.sources, ...stopsOf(chain).map(({ box }) => box)]),
    ...knots.flatMap((knot) => knot.boxes),
  ]);
  return {
    leads: pluggedIn(of)
      .filter((run) => carriesSound(of, run) && !leads.has(run.lead.id))
      .map(({ lead }) => lead.id),
    boxes: inOrder(of.boxes)
      .filter((box) => !boxes.has(box.id) && box.jacks.some(isAudio))
      .map(({ id }) => id),
  };
}

/**
 * The order of a rig as it is wired: whatever is on, by the inner wirings given. It never fails: what is in no order
 * is told as a knot, or as rest.
 */
export const readChains = derive(['boxes', 'leads', 'variant'], (of, wirings: Wirings): Reading => {
  const ways = waysIn(of)(wirings);
  const live = liveIn(ways);
  const chains = chainsOf(of, ways, live);
  const knots = live.knots.map((part) => knotOf(of, ways, part));
  return { chains, knots, rest: restOf(of, chains, knots) };
});

/** The inner wirings that a setting is in, of boxes that have several. */
export const wiringsIn = derive(['boxes', 'variant', 'standing'], (of): Wirings => {
  const states = statesIn(of);
  return Object.fromEntries(
    of.boxes.flatMap((box) =>
      box.patches.length > 1 ? [[box.id, states.innerWiring(box).patch.id] as const] : [],
    ),
  );
});

/** The inner wirings at rest, in the night in force. */
export const wiringsAtRest = derive(['boxes', 'variant'], ({ boxes, variant }): Wirings =>
  Object.fromEntries(
    boxes.flatMap((box) =>
      box.patches.length > 1 ? [[box.id, variant?.state.patches[box.id] ?? box.patch] as const] : [],
    ),
  ),
);

/** A reading with the inner wirings it is by, and the sounds that are in them. */
export type InWirings = {
  readonly wirings: Wirings;
  readonly sounds: readonly string[];
  readonly reading: Reading;
};

/** The order of a rig in one night: once for each combination of inner wirings that a sound is in. */
export const readingsIn = derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly InWirings[] => {
  const found = new Map<string, { wirings: Wirings; sounds: string[] }>();
  for (const one of everySound(of)) {
    const wirings = wiringsIn(one);
    const key = JSON.stringify(wirings);
    const known = found.get(key) ?? { wirings, sounds: [] };
    known.sounds.push(one.sound.id);
    found.set(key, known);
  }
  return [...found.values()].map((one) => ({ ...one, reading: readChains(of, one.wirings) }));
});
