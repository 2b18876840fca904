// What is told of the levels along a way.
import type { Box, Part } from '../model';

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

export type LevelRoute = {
  readonly stops: readonly LevelStop[];
  /** Why the reckoning ends before the route does; null: it reaches the end. */
  readonly endsBecause: string | null;
};
