// Levels in volts and decibels against them.

/** 0 dBu is 1 mW in 600 ohm: 0.7746 V. */
const DBU_VOLTS = Math.sqrt(0.6);
/** 0 dBV is 1 V: so many dBu. */
export const DBV_DBU = -20 * Math.log10(DBU_VOLTS);

/** Volts, rms of a sine. */
export const voltsOf = (dbu: number): number => DBU_VOLTS * 10 ** (dbu / 20);

/** Reads `-10 dBV`, `1.2 V`, `300 mV` as dBu; null: it is no level in one of these. */
export function parseLevel(text: string): number | null {
  const match = /^([-−+]?\d+(?:[.,]\d+)?|[-−+]?[.,]\d+)\s*(dBV|V|mV|µV|uV)$/i.exec(text.trim());
  if (!match) return null;
  const value = Number((match[1] ?? '').replace('−', '-').replace(',', '.'));
  const unit = (match[2] ?? '').toLowerCase();
  if (unit === 'dbv') return Number((value + DBV_DBU).toPrecision(12));
  const volts = value * ({ v: 1, mv: 1e-3 }[unit] ?? 1e-6);
  return volts > 0 ? Number((20 * Math.log10(volts / DBU_VOLTS)).toPrecision(12)) : null;
}
