// What a converter does to level and noise, by the modes of the jacks on its two sides.
import { takesLine, type Jack, type JackMode } from '../model';
import { SILENT_DBU } from './chain';

/** At the input of a converter, by what it is set to take, dBu. */
const INPUT_DBU = { instrument: -105, line: -98 } as const;
/** Below a converter's maximum output, dB. */
const OUTPUT_DB = 108;

export const converterIn = (mode: JackMode | undefined): number =>
  takesLine(mode) ? INPUT_DBU.line : INPUT_DBU.instrument;

export const converterOut = (mode: JackMode | undefined): number =>
  mode?.maxDbu ? mode.maxDbu.value - OUTPUT_DB : SILENT_DBU;

/**
 * Gain from one jack of a digital path to another, dB: full scale is the most that each stands, so it is the difference
 * of the two. Where either is a guess, like modes of input and output are taken to be at unity, as they are built to be.
 * @param into the mode of the jack that the signal came in by
 */
export function converterGain(into: JackMode, out: Jack, mode: JackMode): number {
  const [from, to] = [into.maxDbu, mode.maxDbu];
  if (!from || !to) return 0;
  if (from.source !== 'assumed' && to.source !== 'assumed') return to.value - from.value;
  const like = out.modes.find((one) => takesLine(one) === takesLine(into)) ?? mode;
  return to.value - (like.maxDbu ?? to).value;
}

/**
 * An amplifier as numbers, where nothing else is said of it: it clips as a valve preamp does at its last anode, dBu, and
 * leaves the average of a driven signal so far under full scale, dB.
 */
export const MODEL = { ceilingDbu: 20, underFullDb: 18 } as const;
