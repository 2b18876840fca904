// The response of an impulse, told where ears tell frequencies apart.
import type { Wav } from './wav';

/** 20 Hz to 20 kHz, 32 points a decade. */
export const IMPULSE_HZ: readonly number[] = Array.from({ length: 97 }, (_, i) => 20 * 1000 ** (i / 96));

/** Quieter than this is silence, dB under the loudest. */
const FLOOR_DB = -60;

/** |H| at one frequency: the discrete Fourier transform there, by a rotating phasor. */
function magnitude({ rateHz, samples }: Wav, hertz: number): number {
  const angle = (2 * Math.PI * hertz) / rateHz;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  let [re, im, x, y] = [0, 0, 1, 0];
  for (const sample of samples) {
    re += sample * x;
    im -= sample * y;
    [x, y] = [x * cos - y * sin, x * sin + y * cos];
  }
  return Math.hypot(re, im);
}

/**
 * Its response at IMPULSE_HZ, dB under its loudest point, to the tenth; over half the sample rate it is silent.
 * @returns null: every sample is silent
 */
export function impulseDb(wav: Wav): readonly number[] | null {
  const all = IMPULSE_HZ.map((hertz) => (hertz < wav.rateHz / 2 ? magnitude(wav, hertz) : 0));
  const most = Math.max(...all);
  if (!(most > 0)) return null;
  return all.map((one) => Math.round(Math.max(FLOOR_DB, 20 * Math.log10(one / most)) * 10) / 10);
}
