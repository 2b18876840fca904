// Shields that are recorded as opened, and what they do to the hum of a sound.
import { derive, pluggedIn, type Lead, type Reads } from '../model';
import { HEARD_DB } from './along';
import { newestHeard } from './heard';
import { HumTrials, shieldsOf, type HumOutput } from './trials';

/** An opened shield by which hum is more than with it whole. */
export type WorseLift = {
  readonly lead: Lead;
  /** Where it is worst. */
  readonly output: HumOutput;
  /** By how much, dB. */
  readonly db: number;
};

/** Less than this is nothing to speak of, dB. */
const TELLS_DB = 1;

/** By how much hum rises where it is heard at all beside the pickup's own, dB. */
export function risen(from: number, to: number, { pickupDbu }: Pick<HumOutput, 'pickupDbu'>): number {
  const floor = pickupDbu - HEARD_DB;
  return to <= floor ? 0 : to - Math.max(from, floor);
}

/** Of a sound: opened shields that are louder than whole ones, unless somebody has heard that they are not. */
export const worseLifts = derive(
  ['boxes', 'leads', 'variant', 'sound', 'sounds', 'stage', 'walks'],
  (
    of: Reads<'boxes' | 'leads' | 'variant' | 'sound' | 'sounds' | 'stage' | 'walks'>,
  ): readonly WorseLift[] => {
    const opened = pluggedIn(of)
      .map(({ lead }) => lead)
      .filter(({ id, break: { kind } }) => {
        const isOpen = kind === 'lift' || kind === 'cap';
        return isOpen && newestHeard(of, id)?.quieter !== 'lifted';
      });
    if (opened.length === 0) return [];
    const trials = new HumTrials(of, [of.sound]);
    const now = shieldsOf(of);
    const today = trials.with(now);
    return opened.flatMap((lead): WorseLift[] => {
      const whole = trials.with(new Map([...now].filter(([id]) => id !== lead.id)));
      if (!today || !whole) return [];
      const [worst] = trials.outputs
        .map((output, i) => ({ output, db: risen(whole[i] ?? 0, today[i] ?? 0, output) }))
        .sort((a, b) => b.db - a.db);
      return worst && worst.db > TELLS_DB ? [{ lead, ...worst }] : [];
    });
  },
);
