// Two like signals that meet, one of them late: notches in a comb, or what is left where they cancel.

/** How one of two signals stands to the other. */
export type Apart = {
  /** How much later the one is, s; 0 or more. */
  readonly seconds: number;
  /** How much weaker the one is than the other, dB; 0 or more. */
  readonly weakerDb: number;
  /** Is one of them turned? */
  readonly unlike: boolean;
};

/** The weaker one's share of the stronger, 0…1. */
const shareOf = ({ weakerDb }: Pick<Apart, 'weakerDb'>): number => 10 ** (-weakerDb / 20);

/**
 * The first notches, Hz: (2n + 1)/(2 dt) with like polarity; n/dt with unlike, the first of them at 0.
 * @param count how many
 */
export const notchesOf = ({ seconds, unlike }: Apart, count: number): readonly number[] =>
  seconds <= 0
    ? unlike
      ? [0]
      : []
    : Array.from({ length: count }, (_, n) => (unlike ? n / seconds : (2 * n + 1) / (2 * seconds)));

/** How deep notches are against the stronger one alone, dB: 20 log10(1 − a); −Infinity: both are alike strong. */
export const depthOf = (apart: Apart): number => 20 * Math.log10(1 - shareOf(apart));

/** Both together at a frequency, against the stronger one alone, dB: 20 log10 |1 ± a e^(−j 2 π f dt)|. */
export function combDb(apart: Apart, hertz: number): number {
  const a = shareOf(apart) * (apart.unlike ? -1 : 1);
  const phase = 2 * Math.PI * hertz * apart.seconds;
  return 20 * Math.log10(Math.hypot(1 + a * Math.cos(phase), a * Math.sin(phase)));
}
