// What a knob's position comes to.
import type { Control } from '../model';
import { trackShare } from '../network';

/** Gain of a knob's position, dB: of a pot as a divider by its wiper's share of the track. */
export function potDb(law: Control['law'], position: number | null): number {
  if (position === null) return 0;
  if (law.type === 'db') return law.lo + (law.hi - law.lo) * position;
  if (law.type !== 'pot') return 0;
  const share = trackShare(position, law);
  return share <= 0 ? -80 : Math.max(-80, 20 * Math.log10(share));
}
