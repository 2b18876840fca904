// Every power stage with what takes its power, as it is told on paper and on the command line.
import { everySound, type Box, type Reads } from '../model';
import type { ForSignal } from '../signal';
import {
  isTapped,
  loadSettings,
  marginOf,
  sharesOf,
  stagesIn,
  wattsInto,
  type Load,
  type Output,
  type Stage,
} from './loads';
import { slavingsIn, type Slaving } from './slaving';
import { ratio } from './speakers';

/** One load of an output. */
export type LoadShare = {
  readonly box: Box;
  readonly jack: string;
  readonly ohm: number | null;
  /** Of what the stage gives, 0…1. */
  readonly share: number;
  readonly watts: number | null;
  /** What it stands, and wants to stand, W; null: not known. */
  readonly stands: number | null;
  readonly wanted: number | null;
};

export type LoadLine = {
  readonly box: Box;
  /** The jacks in use, as printed; of a stage with nothing on it all of them. */
  readonly output: string;
  /** The sound that has it so; null: the state at rest. */
  readonly sound: string | null;
  /** `in parallel`, `in series`; empty: one load or none. */
  readonly joined: string;
  readonly ohm: number | null;
  readonly ratedOhm: number | null;
  /** max(Z / tap, tap / Z); null: not known. */
  readonly ratio: number | null;
  readonly watts: number | null;
  readonly isValve: boolean;
  readonly needsLoad: boolean;
  readonly hasInternal: boolean;
  readonly shares: readonly LoadShare[];
};

const joinedWords = (load: Load | null): string =>
  load === null || load.kind === 'load' ? '' : { parallel: 'in parallel', series: 'in series' }[load.kind];

function lineOf(stage: Stage, output: Output | null, sound: string | null): LoadLine {
  const { box, needsLoad, hasInternal } = stage;
  const taps = output?.taps ?? stage.taps;
  const [tap] = taps;
  const load = output?.load ?? null;
  const watts = output ? wattsInto(output) : null;
  const ohm = load?.ohm ?? null;
  const rated = tap?.speaker?.ohm?.value ?? tap?.speaker?.minOhm?.value ?? null;
  return {
    box,
    output: taps.map(({ label }) => label).join(', '),
    sound,
    joined: joinedWords(load),
    ohm,
    ratedOhm: rated,
    ratio: ohm !== null && rated !== null ? ratio(ohm, rated) : null,
    watts,
    isValve: tap !== undefined && isTapped(tap),
    needsLoad,
    hasInternal,
    shares: load
      ? sharesOf(load, 1).map(({ end, ohm: own, stands, watts: share }) => ({
          box: end.box,
          jack: end.jack.label,
          ohm: own,
          share,
          watts: watts === null ? null : watts * share,
          stands: stands?.value ?? null,
          wanted: watts === null || !tap ? null : watts * share * marginOf(tap),
        }))
      : [],
  };
}

/** The stages of one state: each output that holds a load, or the stage once where none does. */
function linesIn(of: ForSignal & Reads<'sound'>): readonly LoadLine[] {
  const sound = of.sound?.id ?? null;
  return stagesIn(of).flatMap((stage) => {
    const used = stage.outputs.filter(({ load }) => load !== null);
    return used.length === 0
      ? [lineOf(stage, null, sound)]
      : used.map((output) => lineOf(stage, output, sound));
  });
}

const keyOf = ({ sound: _, box, shares, ...line }: LoadLine): string =>
  JSON.stringify([box.id, line, shares.map((share) => [share.box.id, share.jack, share.ohm, share.share])]);

/** Every output of every power stage of a night: at rest, and as sounds have it where that differs. */
export function loadBook(of: Reads<'boxes' | 'leads' | 'variant' | 'sounds'>): readonly LoadLine[] {
  const found = new Map<string, LoadLine>();
  for (const there of loadSettings(of))
    for (const line of linesIn(there)) {
      const key = keyOf(line);
      if (!found.has(key)) found.set(key, line);
    }
  return [...found.values()];
}

/** Every pair of amplifiers of which one is behind the other in some sound. */
export function slavingBook(of: Reads<'boxes' | 'leads' | 'variant' | 'sounds'>): readonly Slaving[] {
  const found = new Map<string, Slaving>();
  for (const own of everySound(of))
    for (const slaving of slavingsIn(own)) {
      const key = `${slaving.small.id} ${slaving.big.id}`;
      if (!found.has(key)) found.set(key, slaving);
    }
  return [...found.values()];
}
