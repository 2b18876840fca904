// What wires a rig as its chains say: jacks first, then leads, then what inside units must change.
import type { RoutingChange } from '../edits';
import { isOneInOneOut } from '../lengths';
import { makeGridBlock } from '../catalog';
import {
  blockIn,
  boxOf,
  inNight,
  jackKey,
  pluggedIn,
  type Block,
  type Box,
  type Reads,
  type Rig,
} from '../model';
import { weakly } from '../units';
import { gapsOf, stopsOf, type Chain } from './chain';
import { isAnyLoop, twinOf, withLoopsNamed } from './choose';
import { fit, type Fitted, type Unfit } from './fit';
import { jobsOf, leadChange } from './jobs';
import { legsOf, type Legs } from './legs';
import { modesFor } from './modes';
import { readChains, wiringsAtRest } from './read';
import { outOfPlace, overfull, refusalOf, twice, type Refusal } from './refusals';
import { isGrid, relaid, restingLoops, withOwnBlocks } from './relay';
import { asBase, scoped, type ChainsAt } from './scope';

/** Loops that chains go through, as `box/block`. */
const loopsOf = weakly(
  (chains: readonly Chain[]): ReadonlySet<string> =>
    new Set(chains.flatMap(stopsOf).flatMap(({ box, loop }) => (loop ? [`${box}/${loop.block}`] : []))),
);

/** A block that the chains name and that a unit does not have yet: a loop, or another block once more. */
function newBlock(box: Box, id: string): Block | null {
  const original = twinOf(box, id);
  if (!original) return makeGridBlock('loop', id, `Loop ${id.replace('loop-', '')}`);
  return { ...original, id, name: `${original.name} (double)`, twinOf: original.twinOf ?? original.id };
}

/** Blocks that the chains name and that a unit does not have yet. */
function newBlocks(rig: Rig, chains: readonly Chain[]): RoutingChange['blocks'] {
  const made = new Map<string, RoutingChange['blocks'][number]>();
  for (const { box: id, blocks } of chains.flatMap(stopsOf)) {
    const box = boxOf(rig, id);
    for (const block of blocks) {
      if (!box || blockIn(box, block) || made.has(`${id}/${block}`)) continue;
      const own = newBlock(box, block);
      if (own) made.set(`${id}/${block}`, { box: id, block: own });
    }
  }
  return [...made.values()];
}

const withBlocks = (rig: Rig, blocks: RoutingChange['blocks']): Rig =>
  blocks.length === 0
    ? rig
    : {
        ...rig,
        boxes: rig.boxes.map((box) =>
          withOwnBlocks(
            box,
            blocks.flatMap((one) => (one.box === box.id ? one.block : [])),
          ),
        ),
      };

/** Loops in which something hangs now go on where they are off at rest, those of no grid that are emptied off. */
function loopStates(
  rig: Rig,
  before: ReadonlySet<string>,
  now: ReadonlySet<string>,
): RoutingChange['states'] {
  return rig.boxes.flatMap((box) =>
    box.blocks.flatMap((block): RoutingChange['states'] => {
      if (block.role !== 'loop' || !block.states.some(({ id }) => id === 'off')) return [];
      const key = `${box.id}/${block.id}`;
      const [was, is] = [before.has(key), now.has(key)];
      if (was === is) return [];
      const state = is ? 'on' : 'off';
      return block.state === state ? [] : [{ box: box.id, block: block.id, state }];
    }),
  );
}

/** Units with the loops that are emptied taken out of their rows: an empty one that is on would end the signal. */
function withEmptied(rig: Rig, before: ReadonlySet<string>, now: ReadonlySet<string>): readonly Box[] {
  return rig.boxes.flatMap((box) => {
    const emptied = box.blocks.filter(
      ({ id }) => before.has(`${box.id}/${id}`) && !now.has(`${box.id}/${id}`),
    );
    return isGrid(box) && emptied.length > 0
      ? restingLoops(
          box,
          emptied.map(({ id }) => id),
        )
      : [];
  });
}

/** Boxes of one place in the order of the chains: by where each is passed first. */
const rowsBy = weakly((rig: Rig, chains: readonly Chain[]): ReadonlyMap<string, readonly Box[]> => {
  const rows = new Map<string, Box[]>();
  for (const id of new Set(chains.flatMap(stopsOf).map(({ box }) => box))) {
    const box = boxOf(rig, id);
    if (!box || !isOneInOneOut(box)) continue;
    const row = rows.get(box.place) ?? [];
    row.push(box);
    rows.set(box.place, row);
  }
  return rows;
});

/** Who is moved along the chain moves along the row: the places that the boxes have among them stay the same. */
function ordersOf(
  rig: Rig,
  before: readonly Chain[],
  after: readonly Chain[],
): Readonly<Record<string, number>> {
  const rows = rowsBy(rig, after);
  const moved = [...rowsBy(rig, before)].flatMap(([place, row]) => {
    const now = rows.get(place)?.filter((box) => row.includes(box)) ?? [];
    const was = row.filter((box) => now.includes(box));
    return now.flatMap((box, i) => {
      const slot = was[i]?.order ?? box.order;
      return slot === box.order ? [] : [[box.id, slot] as const];
    });
  });
  return Object.fromEntries(moved);
}

const withBoxes = (rig: Rig, boxes: readonly Box[]): Rig =>
  boxes.length === 0
    ? rig
    : {
        ...rig,
        boxes: rig.boxes.map((box) => boxOf({ boxes }, box.id) ?? box),
      };

/**
 * A unit that cannot pass what is asked for as it is wired inside is laid anew.
 * @param emptied units that are wired otherwise already
 */
function laidFor(
  rig: Rig,
  legs: Legs,
  emptied: readonly Box[],
  foreign: ReadonlySet<string>,
): { rig: Rig; fitted: Fitted | Unfit; changed: readonly Box[] } {
  const changed = new Map(emptied.map((box) => [box.id, box]));
  const done = new Set<string>();
  let at = withBoxes(rig, emptied);
  for (;;) {
    const fitted = fit(inNight(at, null), legs, foreign);
    const box = 'reason' in fitted ? boxOf(at, fitted.box) : undefined;
    const next = box && isGrid(box) && !done.has(box.id) ? relaid(box, legs) : null;
    if (typeof next === 'string' && 'reason' in fitted)
      return { rig: at, fitted: { ...fitted, reason: next }, changed: [] };
    if (next === null || typeof next === 'string') return { rig: at, fitted, changed: [...changed.values()] };
    done.add(next.id);
    changed.set(next.id, next);
    at = withBoxes(at, [next]);
  }
}

/** What a rig is asked as it stands, once for all chains that it may be wired as. */
const standing = weakly((rig: Rig, at: ChainsAt) => {
  const base = asBase(rig, at);
  const night = inNight(base, null);
  const before = readChains(night, wiringsAtRest(night));
  const inChains = new Set([
    ...before.chains.flatMap(gapsOf).flatMap(({ leads }) => leads),
    ...before.knots.flatMap(({ leads }) => leads),
  ]);
  // One with a free end is at hand for what its jack is to be joined to.
  const outside = pluggedIn(night).filter(
    ({ lead, from, to }) => !inChains.has(lead.id) && from.length > 0 && to.length > 0,
  );
  return {
    base,
    before,
    loops: loopsOf(before.chains),
    inChains,
    foreign: new Set(outside.flatMap(({ from, to }) => [...from, ...to]).map(jackKey)),
  };
});

/** The base, at rest. */
export const REST: ChainsAt = { variant: null, wirings: {} };

/** A change, not proved yet, with the boxes that it wants. */
export type Planned = {
  readonly change: RoutingChange;
  readonly boxes: Reads<'boxes'>;
  /** With the loops named that serve. */
  readonly chains: readonly Chain[];
};

/** The change that would wire a rig as chains with all their loops named say, by jacks and leads alone. */
function planNamed(rig: Rig, chains: readonly Chain[], at: ChainsAt): Planned | Refusal {
  const { base, before, loops, inChains, foreign } = standing(rig, at);
  const again = twice(rig, chains);
  if (again) return again;
  const legs = legsOf(chains);
  const now = loopsOf(chains);
  const blocks = newBlocks(base, chains);
  const full = withBlocks(base, blocks);
  const { rig: laid, fitted, changed } = laidFor(full, legs, withEmptied(full, loops, now), foreign);
  if ('reason' in fitted) return refusalOf(rig, fitted);
  const crowded = overfull(full, blocks) ?? outOfPlace(changed);
  if (crowded) return crowded;
  // A variant leaves the boxes where they stand.
  const orders = at.variant === null ? ordersOf(base, before.chains, chains) : {};
  const placed = {
    ...laid,
    boxes: laid.boxes.map((box) =>
      orders[box.id] === undefined ? box : { ...box, order: orders[box.id] ?? box.order },
    ),
  };
  const jobs = jobsOf(placed, legs, fitted);
  const change: RoutingChange = {
    name: 'Order',
    ...leadChange(placed, jobs, inChains),
    modes: modesFor(placed, jobs),
    states: loopStates(full, loops, now),
    blocks,
    ...(Object.keys(orders).length > 0 ? { orders } : {}),
    wires: changed.flatMap(({ id, patch, patches }) => {
      const wires = patches.find((one) => one.id === patch)?.wires;
      return wires ? [{ box: id, patch, wires }] : [];
    }),
  };
  return { change: scoped(rig, at, change), boxes: full, chains };
}

/** Leads to fetch, then plugs to move, then blocks and inner wires: what one way costs more than another. */
const pricesOf = ({ put, move, away, blocks, wires }: RoutingChange): readonly number[] => [
  put.length,
  move.reduce(
    (sum, { from, to }) => sum + Number(from !== undefined) + Number(to !== undefined),
    away.length,
  ),
  blocks.length + wires.length,
];

export function isCheaper(a: RoutingChange, b: RoutingChange): boolean {
  const [ours, theirs] = [pricesOf(a), pricesOf(b)];
  const first = ours.findIndex((price, i) => price !== theirs[i]);
  return first >= 0 && (ours[first] ?? 0) < (theirs[first] ?? 0);
}

/**
 * The change that would wire a rig as these chains say, by jacks and leads alone; a loop that they do not name is the
 * host's that costs least. It is quick, and what it gives is not read back: `wireChains` does.
 * @param at in which night and by which inner wirings: the base at rest unless said
 */
export function planChains(rig: Rig, chains: readonly Chain[], at: ChainsAt = REST): Planned | Refusal {
  let best: Planned | null = null;
  let refused: Refusal | null = null;
  for (const one of withLoopsNamed(rig, chains)) {
    const planned = planNamed(rig, one, at);
    if ('reason' in planned) refused ??= planned;
    else if (!best || isCheaper(planned.change, best.change)) best = planned;
  }
  const host = boxOf(rig, chains.flatMap(stopsOf).find(({ loop }) => loop && isAnyLoop(loop.block))?.box);
  return (
    best ??
    refused ?? { box: host?.id ?? null, stereo: false, reason: `${host?.name ?? 'A box'} has no loop left.` }
  );
}
