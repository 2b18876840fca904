// Potentiometers: where the wiper stands on its track.
import type { Control } from '../model';

type Pot = Extract<Control['law'], { type: 'pot' }>;
/** How a track is laid. */
type Track = Pick<Pot, 'taper' | 'mid'>;

/** An audio taper has this share of its track at half way where nothing is said. */
const MIDDLE = 0.1;

/** Under this no contact goes, ohm. */
const LEAST = 0.1;

/**
 * The wiper's share of the track at a rotation 0…1: x; or (b^x − 1)/(b − 1) with b = (1/m − 1)² for an audio taper whose
 * middle is at m; or that the other way round.
 */
export function trackShare(x: number, { taper, mid = MIDDLE }: Track): number {
  if (taper === 'linear') return x;
  if (taper === 'reverse') return 1 - trackShare(1 - x, { taper: 'audio', mid });
  const b = (1 / mid - 1) ** 2;
  return (b ** x - 1) / (b - 1);
}

/** A divider's two parts, ohm: from the top to the wiper, and from there to the bottom. */
export function dividerOf(ohm: number, share: number): { readonly top: number; readonly bottom: number } {
  return { top: Math.max(LEAST, ohm * (1 - share)), bottom: Math.max(LEAST, ohm * share) };
}

/** A pot used as one resistor, ohm; null: it is open, as a no-load pot is at its end. */
export const rheostatOf = (pot: Pick<Pot, 'ohm'> & Track, x: number): number | null =>
  pot.taper === 'no-load' && x >= 1 ? null : Math.max(LEAST, pot.ohm * trackShare(x, pot));
