// A signal that comes round on itself, and the two plugs whose exchange opens it again.
import { blockIn, boxOf, derive, everySound, type Reads } from '../model';
import { cyclesIn, resolveIn, type Cycle, type ForSignal } from '../signal';
import {
  bestExchange,
  clashingLeads,
  crossingParts,
  exchangeData,
  exchangeEdit,
  exchangeFrom,
  type Exchange,
} from './exchange';
import type { Found, Rule, Wired } from './finding';
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
        'block' in c.actsOn &&
        c.actsOn.block === blockId &&
        (c.law.type !== 'db' || resolved.control(box, c).position === null),
    );
    return sum + (gain ? (open ? (gain.high ?? gain.value) : gain.value) : 0);
  }, 0);
}

const cyclesOf = (of: Wired & Reads<'sounds'>): number =>
  everySound(of).reduce((n, one) => n + cyclesIn(one).length, 0);

const byLeads = (cycle: Cycle) => [...cycle.leads].sort().join(' ');

/** The exchange for each ring of leads that was asked about. */
const exchangesOf = derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of) => {
  const known = new Map<string, Exchange | null>();
  const before = cyclesOf({ ...of, sounds: shapesOf(of).map(({ sound }) => sound) });
  const clashing = clashingLeads(of).length;
  return (cycle: Cycle): Exchange | null => {
    const key = byLeads(cycle);
    const found = known.get(key);
    if (found !== undefined) return found;
    const exchange = bestExchange(
      of,
      cycle.leads,
      (after) => cyclesOf(after) < before && clashingLeads(after).length <= clashing,
    );
    known.set(key, exchange);
    return exchange;
  };
});

/** The exchange of two plugs that opens a ring again, or null: then crossed leads are not the reason for it. */
export const ringExchange = (of: Wired & Reads<'sounds' | 'wants'>, cycle: Cycle): Exchange | null =>
  exchangesOf(of)(cycle);

/** WIRE-RING: crossed leads close the signal on itself; told by the two leads whose exchange opens it again. */
export const ring: Rule = {
  code: 'WIRE-RING',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found[] => {
    const worst = new Map<string, { cycle: Cycle; gain: number }>();
    for (const one of everySound(of))
      for (const cycle of cyclesIn(one)) {
        const gain = ringGain(one, cycle);
        if (cycle.leads.length > 0 && gain > (worst.get(byLeads(cycle))?.gain ?? -Infinity))
          worst.set(byLeads(cycle), { cycle, gain });
      }
    return [...worst.values()].flatMap(({ cycle, gain }): Found[] => {
      const exchange = ringExchange(of, cycle);
      if (!exchange) return [];
      return [
        {
          severity: gain > 0 ? 'danger' : 'fault',
          parts: crossingParts(of, exchange),
          figures: [{ name: 'gain round the ring', value: gain, unit: 'dB' }],
          data: exchangeData(exchange),
        },
      ];
    });
  }),
  *cures(view, { data = {} }) {
    yield exchangeEdit(view, exchangeFrom(data));
  },
};
