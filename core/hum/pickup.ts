// What the pickup itself hears of the field around the player: the floor that no work on grounds lowers.
import { blockIn, boxOf, combinationOf, type Coil, type Reads } from '../model';
import type { Path } from '../signal';
import { mainsHertz, placeFieldUt } from './sources';

/** A coil of which nothing is noted, and one of the two of a pickup, mV per microtesla at 50 Hz. */
const ASSUMED_MV = { whole: 0.6, half: 1.2 } as const;

const ownMv = ({ pickup, half }: Coil): number => {
  const noted = pickup.humMvPerUt?.value ?? ASSUMED_MV.whole;
  // One coil of a pair has lost what the other took away.
  return half ? Math.max(noted, ASSUMED_MV.half) : noted;
};

/** Millivolts per microtesla at 50 Hz of what a position joins: coils in series add, side by side they share; a turned one takes away. */
export function coilsMv(coils: readonly Coil[], joined: 'series' | 'parallel'): number {
  const sum = coils.reduce((all, coil) => all + (coil.flipped ? -1 : 1) * ownMv(coil), 0);
  return Math.abs(sum) / (joined === 'parallel' ? Math.max(1, coils.length) : 1);
}

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'stage'>;

/** Volts of hum at the pickup that a way begins at: S × (f / 50) × B where the player stands; null: no pickup. */
export function pickupVolts(of: Of, { source }: Path): number | null {
  const box = boxOf(of, source.box);
  const block = blockIn(box, source.block);
  if (!box || !block || block.pickups.length === 0) return null;
  const { coils, joined } = combinationOf(block, of.sound?.pickup);
  if (coils.length === 0) return null;
  return coilsMv(coils, joined) * 1e-3 * (mainsHertz(of) / 50) * placeFieldUt(of, box.place);
}
