// Turns of phrase that several findings use.

import { formatDb, formatQuantity } from '../units';

export const DESTROYS = 'This can destroy gear.';

export const capitalFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** `an instrument lead`, `a speaker lead`. */
export const leadWords = (kind: string) => `${/^[aeiou]/.test(kind) ? 'an' : 'a'} ${kind} lead`;

/** How much, without its sign: `3.1`. */
export const plainDb = (db: number) => formatDb(Math.abs(db)).replace('+', '');

/** `5.2 kHz` */
export const kilohertz = (hz: number) => `${formatQuantity(Number((hz / 1000).toPrecision(2)), '')} kHz`;
