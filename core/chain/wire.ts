// Wires a rig as its chains say: jacks first, then leads, then what inside units must change.
import { trialOf, type RoutingChange } from '../edits';
import { isOneInOneOut } from '../lengths';
import { makeGridBlock } from '../catalog';
import { blockIn, boxOf, inNight, type Box, type Rig } from '../model';
import { gapsOf, stopsOf, type Chain } from './chain';
import { fit, type Fitted, type Unfit } from './fit';
import { jobsOf, leadChange } from './jobs';
import { legsOf, type Legs } from './legs';
import { writeChains } from './notation';
import { readChains, wiringsAtRest } from './read';
import { isGrid, relaid, restingLoops } from './relay';

/** Why chains cannot be wired: where, and in words. */
export type Refusal = { readonly box: string | null; readonly reason: string; readonly stereo: boolean };

export type Wiring = { readonly change: RoutingChange; readonly trial: Rig };

/** Loop blocks that the chains name and that a unit does not have yet. */
const newLoops = (rig: Rig, chains: readonly Chain[]): RoutingChange['blocks'] =>
  [...loopsOf(chains)].flatMap((key) => {
    const [id = '', block = ''] = key.split('/');
    const box = boxOf(rig, id);
    if (!box || blockIn(box, block)) return [];
    return [{ box: id, block: makeGridBlock('loop', block, `Loop ${block.replace('loop-', '')}`) }];
  });

const withBlocks = (rig: Rig, blocks: RoutingChange['blocks']): Rig =>
  blocks.length === 0
    ? rig
    : {
        ...rig,
        boxes: rig.boxes.map((box) => ({
          ...box,
          blocks: [...box.blocks, ...blocks.flatMap((one) => (one.box === box.id ? one.block : []))],
        })),
      };

/** A unit that would get another loop with no room for a block. */
function overfull(rig: Rig, blocks: RoutingChange['blocks']): Refusal | null {
  for (const { box: id } of blocks) {
    const box = boxOf(rig, id);
    const [room, taken] = [box?.slots?.blocks, box?.blocks.filter(({ movable }) => movable).length ?? 0];
    if (box && room !== undefined && taken > room)
      return {
        box: id,
        stereo: false,
        reason: `${box.name} has room for ${room} blocks; with another loop it would have ${taken}.`,
      };
  }
  return null;
}

/** A block is passed once, a loop gone out by and come back by once. */
function twice(rig: Rig, chains: readonly Chain[]): Refusal | null {
  const seen = new Set<string>();
  for (const { box: id, blocks, loop } of chains.flatMap(stopsOf))
    for (const block of blocks) {
      const key = `${id}/${block} ${loop?.side ?? ''}`;
      if (!seen.has(key)) {
        seen.add(key);
        continue;
      }
      const box = boxOf(rig, id);
      const name = blockIn(box, block)?.name ?? block;
      const what = name === box?.name ? name : `${name} of ${box?.name ?? id}`;
      return { box: id, stereo: false, reason: `${what} stands in the order twice.` };
    }
  return null;
}

const loopsOf = (chains: readonly Chain[]): ReadonlySet<string> =>
  new Set(chains.flatMap(stopsOf).flatMap(({ box, loop }) => (loop ? [`${box}/${loop.block}`] : [])));

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
function rowsBy(rig: Rig, chains: readonly Chain[]): ReadonlyMap<string, readonly Box[]> {
  const rows = new Map<string, Box[]>();
  for (const id of new Set(chains.flatMap(stopsOf).map(({ box }) => box))) {
    const box = boxOf(rig, id);
    if (!box || !isOneInOneOut(box)) continue;
    const row = rows.get(box.place) ?? [];
    row.push(box);
    rows.set(box.place, row);
  }
  return rows;
}

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

const refusalOf = (rig: Rig, { box: id, blocks, reason, stereo }: Unfit): Refusal => {
  const box = boxOf(rig, id);
  const what = blocks.map((block) => box?.blocks.find((one) => one.id === block)?.name ?? block).join(', ');
  const through = what === '' ? '' : ` through ${what}`;
  const how = stereo ? ' in stereo' : '';
  return {
    box: id,
    stereo,
    reason:
      reason === 'no way'
        ? `${box?.name ?? id} has no way${through}${how} as it is asked for.`
        : `${box?.name ?? id} has no jack left for a way${through}${how}.`,
  };
};

const withBoxes = (rig: Rig, boxes: readonly Box[]): Rig => ({
  ...rig,
  boxes: rig.boxes.map((box) => boxes.find(({ id }) => id === box.id) ?? box),
});

/**
 * A unit that cannot pass what is asked for as it is wired inside is laid anew.
 * @param emptied units that are wired otherwise already
 */
function laidFor(
  rig: Rig,
  legs: Legs,
  emptied: readonly Box[],
): { rig: Rig; fitted: Fitted | Unfit; changed: readonly Box[] } {
  const changed = new Map(emptied.map((box) => [box.id, box]));
  const done = new Set<string>();
  let at = withBoxes(rig, emptied);
  for (;;) {
    const fitted = fit(inNight(at, null), legs);
    const box = 'reason' in fitted ? boxOf(at, fitted.box) : undefined;
    const next = box && isGrid(box) && !done.has(box.id) ? relaid(box, legs) : null;
    if (!next) return { rig: at, fitted, changed: [...changed.values()] };
    done.add(next.id);
    changed.set(next.id, next);
    at = withBoxes(at, [next]);
  }
}

/** Lines of chains, for comparing: whichever order tails are told in. */
const asText = (rig: Rig, chains: readonly Chain[]): string =>
  [...writeChains(rig, chains, true)].sort().join('\n');

/**
 * The change that wires a rig, in its base wiring and at rest, as these chains say. It is proved: the rig that it gives
 * reads as what was asked for.
 * @returns the change with the rig as it would be, or why it cannot be had
 */
export function wireChains(rig: Rig, chains: readonly Chain[]): Wiring | Refusal {
  const again = twice(rig, chains);
  if (again) return again;
  const legs = legsOf(chains);
  const night = inNight(rig, null);
  const before = readChains(night, wiringsAtRest(night));
  const [loopsBefore, loopsNow] = [loopsOf(before.chains), loopsOf(chains)];
  const blocks = newLoops(rig, chains);
  const full = withBlocks(rig, blocks);
  const { rig: laid, fitted, changed } = laidFor(full, legs, withEmptied(full, loopsBefore, loopsNow));
  if ('reason' in fitted) return refusalOf(rig, fitted);
  const crowded = overfull(full, blocks);
  if (crowded) return crowded;
  const inChains = new Set([
    ...before.chains.flatMap(gapsOf).flatMap(({ leads }) => leads),
    ...before.knots.flatMap(({ leads }) => leads),
  ]);
  const orders = ordersOf(rig, before.chains, chains);
  const placed = {
    ...laid,
    boxes: laid.boxes.map((box) => ({ ...box, order: orders[box.id] ?? box.order })),
  };
  const change: RoutingChange = {
    name: 'Order',
    ...leadChange(placed, jobsOf(placed, legs, fitted), inChains),
    modes: [],
    states: loopStates(rig, loopsBefore, loopsNow),
    blocks,
    ...(Object.keys(orders).length > 0 ? { orders } : {}),
    wires: changed.flatMap(({ id, patch, patches }) => {
      const wires = patches.find((one) => one.id === patch)?.wires;
      return wires ? [{ box: id, patch, wires }] : [];
    }),
  };
  const trial = trialOf(rig, { edit: 'takeRouting', arguments: change });
  const after = inNight(trial, null);
  const now = readChains(after, wiringsAtRest(after));
  if (asText(trial, now.chains) !== asText(full, chains))
    return {
      box: null,
      stereo: false,
      reason: `It would read as ${writeChains(trial, now.chains).join('; ')}.`,
    };
  return { change, trial };
}
