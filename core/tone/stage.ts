// What a stage between two stretches of a way changes of tone, beside a wire in its place.
import { wholeOf, withoutStage, type Stretch } from '../network';
import { weakly } from '../units';
import { add, dbAtAll, onGrid } from './grid';

/** The most that a stage changes from 80 Hz to 8 kHz, level left out, dB. */
export const stageChange = weakly((ahead: Stretch, behind: Stretch): number => {
  const change = Float64Array.from(dbAtAll(withoutStage(ahead, behind)));
  for (const { segment, ends } of [ahead, behind]) add(change, dbAtAll(wholeOf(segment, ends)), -1);
  return onGrid(change).reduce((most, db) => Math.max(most, Math.abs(db)), 0);
});
