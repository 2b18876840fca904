// Which ways lead somewhere, where they meet again, and which only go round.
import { cyclicParts } from '../signal';
import { isLoad, isTuner, outletAt, type Link, type Ways } from './ways';

/** The part of the ways that a reading follows. */
export type Live = {
  /** Links of each spot that lead to where a chain may end. */
  readonly links: readonly (readonly Link[])[];
  readonly isLive: (spot: number) => boolean;
  /** The knot that a spot is in; -1: none. */
  readonly knotOf: (spot: number) => number;
  readonly knots: readonly ReadonlySet<number>[];
  /** The spot where all ways from these meet; null: they do not. */
  readonly meet: (spots: readonly number[]) => number | null;
};

const reachFrom = (starts: Iterable<number>, next: (spot: number) => readonly number[]): Set<number> => {
  const seen = new Set(starts);
  const work = [...seen];
  for (let at = work.pop(); at !== undefined; at = work.pop())
    for (const to of next(at))
      if (!seen.has(to)) {
        seen.add(to);
        work.push(to);
      }
  return seen;
};

function knotsOf({ spots, links }: Ways): readonly ReadonlySet<number>[] {
  const edges: { readonly to: number }[] = [];
  const out = links.map((own) => own.filter(({ air }) => !air).map(({ to }) => edges.push({ to }) - 1));
  return cyclicParts({ nodes: spots, edges, out });
}

/** The way to the spot that lies furthest from a source that leads to no end: what is plugged so far. */
function wayToFurthest({ spots, links }: Ways, source: number): readonly number[] {
  const cameFrom = new Map<number, number>([[source, -1]]);
  let [frontier, furthest] = [[source], source];
  while (frontier.length > 0) {
    const next: number[] = [];
    for (const at of frontier)
      for (const { to } of links[at] ?? [])
        if (!cameFrom.has(to)) {
          cameFrom.set(to, at);
          next.push(to);
        }
    frontier = next;
    if (next[0] !== undefined) furthest = next[0];
  }
  const way: number[] = [];
  for (let at = furthest; at >= 0; at = cameFrom.get(at) ?? -1) way.push(at);
  // Nothing is plugged into it: it stands by itself.
  return way.some((at) => spots[at]?.box !== spots[source]?.box) ? way : [];
}

/** The order in which each spot comes behind all that lead to it, knots left out. */
function topological(live: ReadonlySet<number>, links: readonly (readonly Link[])[]): readonly number[] {
  const waiting = new Map([...live].map((spot) => [spot, 0]));
  for (const spot of live)
    for (const { to } of links[spot] ?? []) waiting.set(to, (waiting.get(to) ?? 0) + 1);
  const order = [...live].filter((spot) => waiting.get(spot) === 0);
  for (let i = 0; i < order.length; i += 1)
    for (const { to } of links[order[i] ?? -1] ?? []) {
      const left = (waiting.get(to) ?? 1) - 1;
      waiting.set(to, left);
      if (left === 0) order.push(to);
    }
  return order;
}

const NOWHERE = -1;

/** Where ways meet: by the next spot that every way from one passes (its immediate post-dominator; knots left out). */
function meeting(
  order: readonly number[],
  links: readonly (readonly Link[])[],
): (spots: readonly number[]) => number | null {
  const next = new Map<number, number>();
  const depth = new Map([[NOWHERE, 0]]);
  const depthOf = (spot: number) => depth.get(spot) ?? 0;
  const common = (a: number, b: number): number => {
    let [p, q] = [a, b];
    while (p !== q) {
      if (depthOf(p) >= depthOf(q)) p = next.get(p) ?? NOWHERE;
      else q = next.get(q) ?? NOWHERE;
    }
    return p;
  };
  for (const spot of order.toReversed()) {
    const to = (links[spot] ?? []).map((link) => link.to);
    const meet = to.length === 0 ? NOWHERE : to.reduce(common);
    next.set(spot, meet);
    depth.set(spot, depthOf(meet) + 1);
  }
  return (spots) => {
    const meet = spots.length === 0 ? NOWHERE : spots.reduce(common);
    return meet === NOWHERE ? null : meet;
  };
}

/** What of the ways a reading follows. */
export function liveIn(ways: Ways): Live {
  const { spots, links, sources } = ways;
  const knots = knotsOf(ways);
  const knotOf = new Map(knots.flatMap((part, i) => [...part].map((spot) => [spot, i] as const)));
  const into = spots.map((): number[] => []);
  links.forEach((own, from) => own.forEach(({ to }) => into[to]?.push(from)));
  const ends = spots.flatMap((spot, i) =>
    outletAt(spot) !== undefined ||
    spot.kind === 'key' ||
    isLoad(spot) ||
    knotOf.has(i) ||
    (isTuner(spot) && links[i]?.length === 0)
      ? [i]
      : [],
  );
  const reached = reachFrom(sources, (spot) => (links[spot] ?? []).map(({ to }) => to));
  const leading = reachFrom(
    ends.filter((spot) => reached.has(spot)),
    (spot) => into[spot] ?? [],
  );
  const live = new Set([...leading].filter((spot) => reached.has(spot)));
  for (const source of sources)
    if (!live.has(source) && spots[source]?.kind !== 'mix')
      for (const spot of wayToFurthest(ways, source)) live.add(spot);
  // A ring is told as one: nothing is followed in it or behind it.
  const own = links.map((all, from) =>
    knotOf.has(from) || !live.has(from) ? [] : all.filter(({ to }) => live.has(to)),
  );
  return {
    links: own,
    isLive: (spot) => live.has(spot),
    knotOf: (spot) => knotOf.get(spot) ?? -1,
    knots,
    meet: meeting(topological(live, own), own),
  };
}
