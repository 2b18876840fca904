// Turns of phrase that several findings use.

import type { Lead } from '../model';
import type { Say } from './rule';
import { formatDb, formatQuantity, inWords } from '../units';

export const DESTROYS = 'This can destroy gear.';

export const capitalFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** ` in Lead`: of what is so in one sound; nothing where it is so at rest. */
export const inSound = (say: Say, sound: string | null): string =>
  sound === null ? '' : ` in ${say.soundOf(sound)}`;

/** `an instrument lead`, `a speaker lead`. */
export const leadWords = (kind: string) => `${/^[aeiou]/.test(kind) ? 'an' : 'a'} ${kind} lead`;

/** How much, without its sign: `3.1`. */
export const plainDb = (db: number) => formatDb(Math.abs(db)).replace('+', '');

/** `5.2 kHz` */
export const kilohertz = (hz: number) => `${formatQuantity(Number((hz / 1000).toPrecision(2)), '')} kHz`;

/** `leads 4 and 5, 9 m` */
export function leadsAndLength(leads: readonly Pick<Lead, 'number' | 'lengthM'>[]): string {
  const metres = leads.reduce((sum, { lengthM }) => sum + lengthM, 0);
  const numbers = inWords(leads.map(({ number }) => String(number)));
  return `lead${leads.length > 1 ? 's' : ''} ${numbers}, ${formatQuantity(metres, 'm')}`;
}
