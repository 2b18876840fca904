// What is told of the levels along a way.
import type { Box, Part } from '../model';
import type { NoiseGroup } from './noise';

/** A place on the route where the level changes, or where something sets a limit to it. */
export type LevelStop = {
  readonly part: Part;
  /** Every part of the route from the stop before to this one. */
  readonly parts: readonly Part[];
  readonly box: Box;
  /** The jack's printed name, or the block's. */
  readonly label: string;
  readonly averageDbu: number;
  readonly peakDbu: number;
  /** Small-signal gain from the pickup to here, dB: what a ceiling takes is left out; a microphone keeps what stands beside the signal. */
  readonly gainDb: number;
  /** Between notes: thermal and of the stages, unweighted, 20 Hz to 20 kHz. */
  readonly noiseDbu: number;
  /** Sine-equivalent; null: none stated. */
  readonly ceilingDbu: number | null;
  /** What is left between the peak that arrives and the ceiling, dB; negative: it clips. */
  readonly headroomDb: number | null;
  readonly meantToClip: boolean;
  /** Rests on figures that nobody has looked up. */
  readonly assumed: boolean;
};

/** What one box, or a group of them, has in the noise at the end of a way. */
export type NoiseMade = {
  readonly by: Box;
  readonly group: NoiseGroup;
  readonly step: number;
  /** At the end, dBu. */
  readonly dbu: number;
};

export type LevelRoute = {
  readonly stops: readonly LevelStop[];
  /** In the order of the way; none behind a microphone. */
  readonly noise: readonly NoiseMade[];
  /** Why the reckoning ends before the route does; null: it reaches the end. */
  readonly endsBecause: string | null;
};
