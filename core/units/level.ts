// Levels as people speak of them: dBu, dBV, volts.
import { formatDb, formatQuantity } from './quantity';
import { DBV_DBU, voltsOf } from './volts';

/** How levels are shown; documents and files always hold dBu. */
export type LevelUnit = 'dBu' | 'dBV' | 'V';

/** A level without its unit where that stands elsewhere: `+4`, `+1.8`; volts bring their own: `1.23 V`. */
export function formatLevel(dbu: number, unit: LevelUnit): string {
  if (unit === 'V') return formatQuantity(voltsOf(dbu), 'V');
  return formatDb(unit === 'dBV' ? dbu - DBV_DBU : dbu);
}

/** The same to the whole decibel, or to two figures of volts without a gap: no more than an estimate is good for. */
export function shortLevel(dbu: number, unit: LevelUnit): string {
  if (unit === 'V') return formatQuantity(Number(voltsOf(dbu).toPrecision(2)), 'V').replace(' ', '');
  return formatDb(Math.round(unit === 'dBV' ? dbu - DBV_DBU : dbu));
}

/** A level with its unit: `+4 dBu`, `+1.8 dBV`, `1.23 V`. */
export const levelWords = (dbu: number, unit: LevelUnit): string =>
  unit === 'V' ? formatLevel(dbu, unit) : `${formatLevel(dbu, unit)} ${unit}`;
