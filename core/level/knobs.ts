// What a knob's position comes to, and which position comes to so much.
import type { Control } from '../model';
import { trackShare } from '../network';

/** A wiper at the bottom of its track passes this much, dB. */
const SHUT_DB = -80;
/** Halvings of a knob's way: finer than anybody turns. */
const HALVINGS = 24;

/** Gain of a knob's position, dB: of a pot as a divider by its wiper's share of the track. */
export function potDb(law: Control['law'], position: number | null): number {
  if (position === null) return 0;
  if (law.type === 'db') return law.lo + (law.hi - law.lo) * position;
  if (law.type !== 'pot') return 0;
  const share = trackShare(position, law);
  return share <= 0 ? SHUT_DB : Math.max(SHUT_DB, 20 * Math.log10(share));
}

/** What a knob reaches from one end to the other, dB; null: nobody knows. */
export function rangeOf(law: Control['law']): { readonly lo: number; readonly hi: number } | null {
  if (law.type === 'db') return law;
  return law.type === 'pot' ? { lo: SHUT_DB, hi: 0 } : null;
}

/**
 * The position that comes to so many decibels, 0…1; at its end where it cannot.
 * @returns null: nobody knows what the knob does
 */
export function positionFor(law: Control['law'], db: number): number | null {
  if (rangeOf(law) === null) return null;
  const rises = potDb(law, 1) >= potDb(law, 0);
  let [low, high] = [0, 1];
  if (rises ? db <= potDb(law, 0) : db >= potDb(law, 0)) return 0;
  if (rises ? db >= potDb(law, 1) : db <= potDb(law, 1)) return 1;
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (potDb(law, middle) < db === rises) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
