// Where noise comes from: the resistances that an input looks into, and the stages themselves.
import { solverOf } from '../circuit';
import type { Block, BlockState, Box } from '../model';
import { lookedInto, partText, type Part } from '../network';
import { isOn } from '../signal';
import { byText } from '../units';
import { BOLTZMANN, dbuOf, KELVIN, SILENT_DBU, withPower, type Levels } from './chain';

/** What is heard, at 96 points a decade: fine enough for the resonance of a pickup. */
const HERTZ = Float64Array.from({ length: 289 }, (_, i) => 20 * 10 ** (i / 96));
const KEPT = 500;

function thermalOf(part: Part): number {
  const { re } = solverOf(lookedInto(part), [part.ends]).run(HERTZ);
  const ohm = re[0] ?? new Float64Array();
  let sum = 0;
  for (let i = 1; i < HERTZ.length; i += 1)
    sum += (((ohm[i] ?? 0) + (ohm[i - 1] ?? 0)) / 2) * ((HERTZ[i] ?? 0) - (HERTZ[i - 1] ?? 0));
  return dbuOf(Math.sqrt(4 * BOLTZMANN * KELVIN * Math.max(0, sum)));
}

/**
 * Thermal noise at the end of a part, everything passive on it in place, dBu: e² = 4 k T ∫ Re Z df, 20 Hz to 20 kHz,
 * 293 K.
 */
export const thermalAt = byText(partText, thermalOf, KEPT);

/** Equivalent input noise, and what is fixed at the output, dBu; unweighted. */
export type StageNoise = { readonly inDbu: number; readonly outDbu: number };

const SILENT: StageNoise = { inDbu: SILENT_DBU, outDbu: SILENT_DBU };
const BUFFER: StageNoise = { inDbu: -112, outDbu: -112 };
const DRIVE: StageNoise = { inDbu: -103, outDbu: -95 };
const OTHER: StageNoise = { inDbu: -105, outDbu: -98 };
const PREAMP: StageNoise = { inDbu: -104, outDbu: SILENT_DBU };
const POWER: StageNoise = { inDbu: -95, outDbu: SILENT_DBU };
const DRIVES: readonly Block['category'][] = ['fuzz', 'booster', 'overdrive', 'distortion'];

function usual(block: Block, state: BlockState): StageNoise {
  if (block.role === 'preamp') return PREAMP;
  if (block.role === 'power') return POWER;
  // Off by a buffer it is one.
  if (block.role === 'buffer' || !isOn(state)) return BUFFER;
  if (block.role !== 'effect') return SILENT;
  return DRIVES.includes(block.category) ? DRIVE : OTHER;
}

/** What a stage adds, as noted, else as is usual of its kind; a digital block adds none: its unit's jacks do. */
export function stageNoise(box: Box, block: Block, state: BlockState): StageNoise {
  const isDigital = box.jacks.some(({ converts }) => converts);
  const { inDbu, outDbu } = isDigital ? SILENT : usual(block, state);
  return { inDbu: state.noiseInDbu?.value ?? inDbu, outDbu: state.noiseOutDbu?.value ?? outDbu };
}

/** Whose noise it is: of the pickup and its controls, of what stands ahead of the preamp, of the preamp, of what is behind. */
export type NoiseGroup = 'guitar' | 'pedals' | 'amplifier' | 'after';

/** Noise that something on the way has made, and what had been made before it. */
export type Made = {
  readonly by: Box;
  readonly group: NoiseGroup;
  /** The step of the way that it was made at. */
  readonly step: number;
  /** As it would be where the gain is 0 dB. */
  readonly dbu: number;
  readonly before: Made | null;
};

/** Levels at a place of a way, with the small-signal gain up to it and who has made the noise. */
export type At = Levels & { readonly gainDb: number; readonly made: Made | null };

export const begun = (averageDbu: number, peakDbu: number): At => ({
  averageDbu,
  peakDbu,
  noiseDbu: SILENT_DBU,
  gainDb: 0,
  made: null,
});

export const changed = (at: At, db: number): At =>
  db === 0
    ? at
    : {
        averageDbu: at.averageDbu + db,
        peakDbu: at.peakDbu + db,
        noiseDbu: at.noiseDbu + db,
        gainDb: at.gainDb + db,
        made: at.made,
      };

/** Whose noise is added, and where. */
export type Maker = Pick<Made, 'by' | 'group' | 'step'>;

/** Noise added as power. */
export const noisier = (at: At, dbu: number, { by, group, step }: Maker): At =>
  dbu <= SILENT_DBU
    ? at
    : {
        averageDbu: at.averageDbu,
        peakDbu: at.peakDbu,
        noiseDbu: withPower(at.noiseDbu, dbu),
        gainDb: at.gainDb,
        made: { by, group, step, dbu: dbu - at.gainDb, before: at.made },
      };

/** A stage's own noise at its input, carried by its small-signal gain, and what is fixed at its output. */
export const throughNoisy = (at: At, { inDbu, outDbu }: StageNoise, gainDb: number, maker: Maker): At =>
  noisier(changed(noisier(at, inDbu, maker), gainDb), outDbu, maker);
