// A signal that comes round on itself, and the two plugs whose exchange opens it again.
import { actsOnBlock, blockIn, boxOf, derive, everySound, type Reads } from '../model';
import { cyclesIn, resolveIn, type Cycle, type ForSignal } from '../signal';
import { bareOf } from './bare';
import { bestExchange, clashingLeads, shareOfTrials, type Exchange } from './exchange';
import type { Wired } from './finding';
import { shapesOf } from './score';

/** Gain round a cycle, dB: small-signal gains of the states in force, drives of unknown position fully up. */
export function ringGain(of: ForSignal, cycle: Cycle): number {
  const resolved = resolveIn(of);
  return cycle.blocks.reduce((sum, { box: boxId, block: blockId }) => {
    const box = boxOf(of, boxId);
    const block = blockIn(box, blockId);
    if (!box || !block) return sum;
    const gain = resolved.blockState(box, block).state.gainSmallDb;
    const open = box.controls.some(
      (c) =>
        c.sets === 'drive' &&
        actsOnBlock(c, blockId) &&
        (c.law.type !== 'db' || resolved.control(box, c).position === null),
    );
    return sum + (gain ? (open ? (gain.high ?? gain.value) : gain.value) : 0);
  }, 0);
}

const cyclesOf = (of: Wired & Reads<'sounds'>): number =>
  everySound(of).reduce((n, one) => n + cyclesIn(one).length, 0);

/** From this gain round a ring on it is a danger, dB: 3 dB are left for what is not known of the blocks. */
export const HOWLS_DB = -3;
/** From this gain on a ring is told of, dB: a knob turned up and it howls. */
export const TOLD_DB = -10;

/** A ring by everything in it. */
export const ringKey = (cycle: Cycle): string =>
  [...cycle.leads, ...cycle.blocks.map(({ box, block }) => `${box}/${block}`)].sort().join(' ');

/** A ring by the leads that close it. */
export const byLeads = (cycle: Cycle) => [...cycle.leads].sort().join(' ');

/** Rings that crossed leads may close, or that are loud enough to be told of, by their leads and blocks. */
export const ringKeys = (of: ForSignal): readonly string[] =>
  cyclesIn(of)
    .filter((cycle) => cycle.leads.length > 0 || ringGain(of, cycle) >= TOLD_DB)
    .map(ringKey);

/** The exchange for each ring of leads that was asked about. */
const exchangesOf = derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of) => {
  const known = new Map<string, Exchange | null>();
  const before = cyclesOf({ ...of, sounds: shapesOf(of).map(({ sound }) => sound) });
  const clashing = clashingLeads(of).length;
  return (cycle: Cycle): Exchange | null => {
    const key = byLeads(cycle);
    const found = known.get(key);
    if (found !== undefined) return found;
    const exchange = bestExchange(of, cycle.leads, {
      most: shareOfTrials(before),
      accept: (after) => cyclesOf(after) < before && clashingLeads(after).length <= clashing,
    });
    known.set(key, exchange);
    return exchange;
  };
});

/** The exchange of two plugs that opens a ring again, or null: then crossed leads are not the reason for it. */
export const ringExchange = (of: Wired & Reads<'sounds' | 'wants'>, cycle: Cycle): Exchange | null =>
  exchangesOf(bareOf(of))(cycle);
