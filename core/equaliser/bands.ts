// Bands of an equaliser, and the cuts of a cabinet model, as curves.
import type { Band, Block, EqSetting } from '../model';

/** A graphic equaliser of seven bands, an octave apart: what one has of which nothing is said. */
const USUAL: readonly Band[] = [100, 200, 400, 800, 1_600, 3_200, 6_400].map((hz) => ({
  type: 'peak',
  hz,
  q: 1.4,
}));
/** A shelf or a cut without a bump. */
const FLAT_Q = Math.SQRT1_2;

/** Can it be set as an equaliser: by bands, or by cuts only? */
export const isEqualiser = ({ role, category }: Block): boolean => category === 'eq' || role === 'cabModel';

/** A cabinet model has cuts only, unless bands are noted. */
export const bandsOf = ({ role, bands }: Block): readonly Band[] =>
  bands ?? (role === 'cabModel' ? [] : USUAL);

/** |a + b s + c s²| at s = j x, squared. */
const squared = (a: number, b: number, c: number, x: number): number => (a - c * x * x) ** 2 + (b * x) ** 2;

/**
 * One band at a frequency, dB: the analogue second-order peak and shelves of the audio equaliser cookbook, with
 * A = 10^(dB/40) and s normalised to the band's frequency.
 */
export function bandDb(
  { type, hz, q = type === 'peak' ? 1 : FLAT_Q }: Band,
  gainDb: number,
  hertz: number,
): number {
  if (gainDb === 0) return 0;
  const a = 10 ** (gainDb / 40);
  const x = hertz / hz;
  if (type === 'peak') return 10 * Math.log10(squared(1, a / q, 1, x) / squared(1, 1 / (a * q), 1, x));
  const slope = Math.sqrt(a) / q;
  const [over, under] =
    type === 'low-shelf'
      ? [squared(a, slope, 1, x), squared(1, slope, a, x)]
      : [squared(1, slope, a, x), squared(a, slope, 1, x)];
  return 20 * Math.log10(a) + 10 * Math.log10(over / under);
}

/** A cut of 12 dB an octave, 3 dB down at its frequency (second-order Butterworth), dB. */
const cutDb = (ratio: number): number => -10 * Math.log10(1 + ratio ** 4);

/** All of an equaliser at a frequency, dB. */
export function eqDb(
  bands: readonly Band[],
  { gainsDb, lowCutHz, highCutHz }: EqSetting,
  hertz: number,
): number {
  const ofBands = bands.reduce((sum, band, i) => sum + bandDb(band, gainsDb[i] ?? 0, hertz), 0);
  return (
    ofBands +
    (lowCutHz === undefined ? 0 : cutDb(lowCutHz / hertz)) +
    (highCutHz === undefined ? 0 : cutDb(hertz / highCutHz))
  );
}
