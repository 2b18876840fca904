// Levels, headroom and noise along a row of stages: one formula for every stage.

/** Levels in dBu; `peak` is sine-equivalent, so that it compares with a maker's maximum. */
export type Levels = { readonly averageDbu: number; readonly peakDbu: number; readonly noiseDbu: number };

export type Source = { readonly averageDbu: number; readonly peakDbu: number; readonly rOutOhm: number };

export type Stage = {
  readonly rInOhm: number;
  readonly rOutOhm: number;
  /** Small-signal gain, dB. */
  readonly gainSmallDb: number;
  /** Where it clips, at its clipper, dBu; Infinity: nowhere. */
  readonly ceilingDbu: number;
  /** Level after the clipper, dB; 0 or less, or make-up. */
  readonly levelAfterDb: number;
  readonly noiseInDbu: number;
  readonly noiseOutDbu: number;
};

/** The crest that is left of a signal that is fully driven. */
const DRIVEN_CREST_DB = 6;
export const BOLTZMANN = 1.380649e-23;
export const KELVIN = 293;
const BAND_HZ = 20_000 - 20;
/** 0 dBu is 1 mW in 600 ohm. */
const DBU_VOLTS = Math.sqrt(0.6);

export const SILENT_DBU = -300;

export const dbuOf = (volts: number): number => (volts > 0 ? 20 * Math.log10(volts / DBU_VOLTS) : SILENT_DBU);

/** Sum of powers, dB. */
export const powerSum = (...levels: readonly number[]): number =>
  10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0));

/** Of two powers, dB: the stronger one, and what the other adds to it. */
export function withPower(a: number, b: number): number {
  const [high, low] = a >= b ? [a, b] : [b, a];
  return high + 10 * Math.log10(1 + 10 ** ((low - high) / 10));
}

/** Thermal noise of a resistance from 20 Hz to 20 kHz at 293 K, dBu: sqrt(4 k T R B). */
export const thermalDbu = (ohm: number): number =>
  dbuOf(Math.sqrt(4 * BOLTZMANN * KELVIN * Math.max(0, ohm) * BAND_HZ));

/** Two resistances side by side, ohm. */
export const parallel = (a: number, b: number): number => (a + b === 0 ? 0 : (a * b) / (a + b));

/** What a resistive hop loses, dB, 0 or less: 20 log10(R_in / (R_in + R_out)). */
export const hopDb = (rOutOhm: number, rInOhm: number): number =>
  20 * Math.log10(rInOhm / (rInOhm + rOutOhm));

/** Peak and average through a ceiling: min(P, C), min(A, C - 6). */
export const clipped = <L extends { averageDbu: number; peakDbu: number }>(
  levels: L,
  ceilingDbu: number,
): L =>
  levels.peakDbu <= ceilingDbu && levels.averageDbu <= ceilingDbu - DRIVEN_CREST_DB
    ? levels
    : {
        ...levels,
        peakDbu: Math.min(levels.peakDbu, ceilingDbu),
        averageDbu: Math.min(levels.averageDbu, ceilingDbu - DRIVEN_CREST_DB),
      };

export const raised = (levels: Levels, db: number): Levels => ({
  averageDbu: levels.averageDbu + db,
  peakDbu: levels.peakDbu + db,
  noiseDbu: levels.noiseDbu + db,
});

export type StageLevels = { readonly in: Levels; readonly out: Levels };

/** One stage from the level at its input, its own input noise counted in: gain, ceiling, level after, output noise. */
export function throughStage(at: Levels, stage: Stage): Levels {
  const driven = clipped(raised(at, stage.gainSmallDb), stage.ceilingDbu);
  const noise = at.noiseDbu + stage.gainSmallDb + stage.levelAfterDb;
  return {
    averageDbu: driven.averageDbu + stage.levelAfterDb,
    peakDbu: driven.peakDbu + stage.levelAfterDb,
    noiseDbu: powerSum(noise, stage.noiseOutDbu),
  };
}

/** From what drives it into an input: the hop's loss, and the thermal noise of both resistances side by side. */
export function overHop(from: Levels, rOutOhm: number, rInOhm: number): Levels {
  const lost = raised(from, hopDb(rOutOhm, rInOhm));
  return { ...lost, noiseDbu: powerSum(lost.noiseDbu, thermalDbu(parallel(rOutOhm, rInOhm))) };
}

/** Levels at the input and output of every stage of a row. */
export function throughStages(source: Source, stages: readonly Stage[]): readonly StageLevels[] {
  let at: Levels = { ...source, noiseDbu: SILENT_DBU };
  let rOut = source.rOutOhm;
  return stages.map((stage) => {
    const hop = overHop(at, rOut, stage.rInOhm);
    const into = { ...hop, noiseDbu: powerSum(hop.noiseDbu, stage.noiseInDbu) };
    at = throughStage(into, stage);
    rOut = stage.rOutOhm;
    return { in: into, out: at };
  });
}
