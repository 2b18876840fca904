// The inner wires of a box: from jacks along a track of their edge, through a lane of a gap between the columns.
import type { InnerEnd, Wire } from '../model';
import { portY, type PlacedBlock } from './panel-blocks';
import { TRACK, type Edge, type EdgeJack } from './panel-edges';
import type { Point } from './primitives';

/** An end of a wire where it is drawn: a jack on its edge, or a port at a gap between columns. */
type Tap =
  | { readonly on: 'jack'; readonly jack: EdgeJack }
  | { readonly on: 'port'; readonly placed: PlacedBlock; readonly gap: number };

type Leg = { readonly on: 'track'; readonly edge: Edge } | { readonly on: 'lane'; readonly gap: number };

/** A wire, or the way by which a free jack hears another, with the part that it belongs to. */
export type InnerWay = { readonly wire: Wire; readonly address: string };

/** It with the stretches it takes; ways from one end are one net, and share them. */
export type PlannedWire = InnerWay & {
  readonly net: string;
  readonly from: Tap;
  readonly to: Tap;
  readonly legs: readonly Leg[];
};

const keyOf = (end: InnerEnd) => ('jack' in end ? `jack ${end.jack}` : `block ${end.block} ${end.port}`);

function tapOf(
  end: InnerEnd,
  way: 'from' | 'to',
  jacks: ReadonlyMap<string, EdgeJack>,
  blocks: ReadonlyMap<string, PlacedBlock>,
): Tap | null {
  if ('jack' in end) {
    const jack = jacks.get(end.jack);
    return jack ? { on: 'jack', jack } : null;
  }
  const placed = blocks.get(end.block);
  return placed ? { on: 'port', placed, gap: placed.column + (way === 'from' ? 1 : 0) } : null;
}

function legsOf(from: Tap, to: Tap, nearest: (x: number) => number): readonly Leg[] {
  const track = (edge: Edge): Leg => ({ on: 'track', edge });
  const lane = (gap: number): Leg => ({ on: 'lane', gap });
  if (from.on === 'jack') {
    const own = track(from.jack.edge);
    if (to.on === 'port') return [own, lane(to.gap)];
    return to.jack.edge === from.jack.edge ? [own] : [own, lane(nearest(to.jack.x)), track(to.jack.edge)];
  }
  if (to.on === 'jack') return [lane(from.gap), track(to.jack.edge)];
  if (to.gap === from.gap) return [lane(from.gap)];
  // What goes back to an earlier block goes below, where little else does.
  return [lane(from.gap), track(to.gap < from.gap ? 'lower' : 'upper'), lane(to.gap)];
}

/**
 * Inner ways with the stretches they take. One whose end is no part of the box is left out.
 * @param nearest the gap between columns that is nearest to where a jack stands
 */
export function planWires(
  ways: readonly InnerWay[],
  jacks: readonly EdgeJack[],
  blocks: readonly PlacedBlock[],
  nearest: (x: number) => number,
): readonly PlannedWire[] {
  const jackOf = new Map(jacks.map((one) => [one.jack.id, one]));
  const blockOf = new Map(blocks.map((one) => [one.block.id, one]));
  return ways.flatMap((way): PlannedWire[] => {
    const { wire } = way;
    const from = tapOf(wire.from, 'from', jackOf, blockOf);
    const to = tapOf(wire.to, 'to', jackOf, blockOf);
    if (!from || !to) return [];
    return [{ ...way, net: keyOf(wire.from), from, to, legs: legsOf(from, to, nearest) }];
  });
}

/** Heights at which a net comes into a gap from its left, and leaves it to its right. */
type Crossing = { readonly comes: Set<number>; readonly leaves: Set<number> };

/**
 * Puts the nets of a gap in order: one that comes in at a height stands left of one that leaves at the same, or both
 * would lie on one line. Where two would each have to stand left of the other, they stand as they came.
 */
function inOrder(nets: readonly string[], crossings: ReadonlyMap<string, Crossing>): readonly string[] {
  const isAhead = (a: string, b: string) =>
    a !== b && [...(crossings.get(a)?.comes ?? [])].some((y) => crossings.get(b)?.leaves.has(y));
  const left = [...nets];
  const ordered: string[] = [];
  while (left.length > 0) {
    const n = left.findIndex((net) => !left.some((other) => isAhead(other, net)));
    ordered.push(...left.splice(Math.max(0, n), 1));
  }
  return ordered;
}

function crossingsAt(planned: readonly PlannedWire[], gap: number): ReadonlyMap<string, Crossing> {
  const crossings = new Map<string, Crossing>();
  for (const { net, wire, from, to } of planned) {
    const own = crossings.get(net) ?? { comes: new Set<number>(), leaves: new Set<number>() };
    crossings.set(net, own);
    if (from.on === 'port' && from.gap === gap && 'port' in wire.from)
      own.comes.add(portY(from.placed, wire.from.port));
    if (to.on === 'port' && to.gap === gap && 'port' in wire.to)
      own.leaves.add(portY(to.placed, wire.to.port));
  }
  return crossings;
}

/** The nets that go through each gap, from left to right. */
export function lanesOf(planned: readonly PlannedWire[]): ReadonlyMap<number, readonly string[]> {
  const lanes = new Map<number, readonly string[]>();
  for (const { net, legs } of planned)
    for (const leg of legs) {
      if (leg.on !== 'lane') continue;
      const own = lanes.get(leg.gap) ?? [];
      if (!own.includes(net)) lanes.set(leg.gap, [...own, net]);
    }
  return new Map([...lanes].map(([gap, nets]) => [gap, inOrder(nets, crossingsAt(planned, gap))]));
}

/** Which track of an edge each net takes, the first nearest to the edge: nets that do not meet share one. */
export function tracksOf(
  planned: readonly PlannedWire[],
  edge: Edge,
  laneX: (net: string, gap: number) => number,
): { readonly of: ReadonlyMap<string, number>; readonly count: number } {
  const spans = new Map<string, { low: number; high: number }>();
  for (const { net, from, to, legs } of planned)
    legs.forEach((leg, i) => {
      if (leg.on !== 'track' || leg.edge !== edge) return;
      const [before, after] = [legs[i - 1], legs[i + 1]];
      const xs = [
        before?.on === 'lane' ? laneX(net, before.gap) : from.on === 'jack' ? from.jack.x : 0,
        after?.on === 'lane' ? laneX(net, after.gap) : to.on === 'jack' ? to.jack.x : 0,
      ];
      const known = spans.get(net) ?? { low: Infinity, high: -Infinity };
      spans.set(net, { low: Math.min(known.low, ...xs), high: Math.max(known.high, ...xs) });
    });
  const ends: number[] = [];
  const of = new Map<string, number>();
  for (const [net, { low, high }] of [...spans].sort((a, b) => a[1].low - b[1].low)) {
    const free = ends.findIndex((end) => end + 2 * TRACK <= low);
    const track = free < 0 ? ends.length : free;
    ends[track] = high;
    of.set(net, track);
  }
  return { of, count: ends.length };
}

/** A way without points on a straight between two others, and without steps of no length. */
export function straightened(points: readonly Point[]): readonly Point[] {
  const kept: Point[] = [];
  for (const p of points) {
    const [a, b] = [kept.at(-2), kept.at(-1)];
    if (b && b.x === p.x && b.y === p.y) continue;
    if (a && b && ((a.x === b.x && b.x === p.x) || (a.y === b.y && b.y === p.y))) kept.pop();
    kept.push(p);
  }
  return kept;
}
