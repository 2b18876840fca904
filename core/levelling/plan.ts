// Output levels chosen for a rig: what to set on each box, why, what was rejected, and what is left to ear and meter.
import type { SingleEdit } from '../edits';
import type { Part, Rig } from '../model';
import type { LevelUnit } from '../units';
import { levelEdits } from './apply';
import { byEar, type ByEar } from './by-ear';
import { Chooser } from './choose';
import {
  deskNotes,
  guitarLine,
  insteadLines,
  knobLines,
  makeUpLines,
  modeLines,
  sumOf,
  unityLines,
  wishLines,
  wishWords,
} from './lines';
import { soundLevels } from './sounds';
import { waysOf } from './ways';

/** One thing to set, by hand or stored with a sound. */
export type SetLine = {
  readonly part: Part;
  readonly box: string;
  /** What is set, as printed; how it is now, and how it is to be. */
  readonly what: string;
  readonly now: string;
  readonly then: string;
  readonly why: string;
  /** The sounds that it is for; none: all. */
  readonly sounds: readonly string[];
  /** Sounds that set it by themselves now, and get the same. */
  readonly also: readonly string[];
  readonly to:
    | { readonly jack: string; readonly mode: string }
    | { readonly control: string; readonly position: number };
};

/** A whole setting in figures. */
export type LevelSum = {
  /** Stops over their ceiling. */
  readonly over: number;
  /** The stop with least of the room that is wanted; null: everything has that. */
  readonly tight: { readonly words: string; readonly leftDb: number; readonly wantedDb: number } | null;
  /** The insertion farthest from unity, dB; null: nothing is inserted. */
  readonly unityDb: number | null;
  readonly unlike: number;
  readonly snrDb: number;
};

export type LevelPlan = {
  readonly looked: number;
  /** All that there are; more than were looked at: it is the best found. */
  readonly of: number;
  readonly today: LevelSum;
  readonly then: LevelSum;
  readonly sets: readonly SetLine[];
  /** What sets them, to be done as one. */
  readonly edits: readonly SingleEdit[];
  readonly unity: readonly { readonly words: string; readonly todayDb: number; readonly thenDb: number }[];
  readonly instead: readonly { readonly words: string; readonly why: string }[];
  readonly byEar: readonly ByEar[];
  readonly sounds: readonly { readonly words: string; readonly isRight: boolean }[];
  readonly guitars: readonly string[];
  readonly notes: readonly string[];
};

export type LevelStep = { readonly looked: number; readonly of: number };

/**
 * Tries every set of modes on the ways of a rig in one night, each with its knobs solved: no peak over a ceiling, the
 * house's room, unity through what is inserted, jacks on one wire set alike, level early, few changes — in that order.
 * @param unit that levels are told in
 * @yields how many sets were looked at, of how many
 */
export function* chooseLevels(
  rig: Rig,
  variant: string | null,
  unit: LevelUnit = 'dBu',
): Generator<LevelStep, LevelPlan> {
  const all = waysOf(rig, variant);
  const chooser = new Chooser(all, rig.houseRules.limits);
  const chosen = yield* chooser.choose();
  const { today, best, looked, of } = chosen;
  const { measure } = chooser;
  const sounds = soundLevels(rig, all, measure, best.at);
  const sets: readonly SetLine[] = [
    ...modeLines(all, chosen),
    ...knobLines(all, best),
    ...wishLines(rig, sounds),
    ...makeUpLines(all, best),
  ];
  return {
    looked,
    of,
    today: sumOf(today),
    then: sumOf(best),
    sets,
    edits: levelEdits(variant, sets),
    unity: unityLines(all, today, best),
    instead: insteadLines(all, chosen),
    byEar: byEar(all, best, measure),
    sounds: sounds.map((one) => wishWords(rig, one)),
    guitars: all.guitars.map((one) => guitarLine(all, best, one)),
    notes: [
      ...deskNotes(all, best, chooser, unit),
      ...all.bySound.map((words) => `Left as it is, for each sound sets it its own way: ${words}.`),
    ],
  };
}
