// The cures of hum of one night, as they are told.
import { boxOf, inNight, type Reads, type Rig } from '../model';
import type { SingleEdit } from '../edits';
import { cureHum, overAt, type HumCure, type HumCures, type HumStep } from './cures';
import { groundGraph, type Tie } from './graph';
import { heardWords } from './heard';
import { loopFree } from './network';

export type ToldCure = {
  readonly acts: readonly { readonly words: string; readonly cost: number; readonly toBeHad: boolean }[];
  readonly cost: number;
  /** What the rig can have done to it at once; what has to be had first is not in it. */
  readonly edits: readonly SingleEdit[];
  readonly overDb: number;
};

export type HumPlan = {
  readonly limitDb: number;
  /** Each output of each sound, how far hum stands under the signal, dB. */
  readonly outputs: readonly {
    readonly sound: string;
    readonly output: string;
    readonly pickupUnderDb: number;
    readonly todayDb: number | null;
    /** Over the limit, and not hidden by the pickup's own. */
    readonly isOver: boolean;
    readonly bestDb: number | null;
    readonly singleDb: number | null;
  }[];
  /** null: a lift has cut off the last ground of a box. */
  readonly overDb: number | null;
  readonly best: ToldCure | null;
  readonly isEnough: boolean;
  readonly isExact: boolean;
  readonly single: ToldCure | null;
  readonly worse: readonly { readonly words: string; readonly db: number }[];
  /** What was heard at venues of what could be done, with what is reckoned of it, dB quieter where it is worst. */
  readonly heard: readonly {
    readonly words: string;
    readonly heard: string;
    readonly reckonedDb: number;
    /** It was heard to be quieter so: what does it. Empty: it was not, or an earth is to be proved first. */
    readonly edits: readonly SingleEdit[];
  }[];
  readonly unproved: readonly { readonly id: string; readonly name: string }[];
  /** The cheapest leads to open for no loop at all to be left; null: earths close one that no lead breaks. */
  readonly loopFree: { readonly leads: readonly number[]; readonly cost: number } | null;
  readonly tried: number;
  readonly of: number;
};

const told = ({ acts, cost, overDb }: HumCure): ToldCure => ({
  acts: acts.map(({ words, cost: own, edits }) => ({ words, cost: own, toBeHad: edits.length === 0 })),
  cost,
  edits: acts.flatMap(({ edits }) => edits),
  overDb,
});

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage' | 'houseRules'>;

/** What it costs to open a tie; null: it is an earth, or metal. */
function costOf({ limits }: Of['houseRules'], { kind, lead }: Tie): number | null {
  if (!lead || kind === 'earth') return null;
  if (kind === 'supply') return limits.costOutlet;
  return kind === 'control' ? limits.costRelay : limits.costLift;
}

/** The cheapest set that leaves no loop: a figure, no cure by itself. */
export function loopFreeIn(of: Of): HumPlan['loopFree'] {
  const { nodes, ties } = groundGraph(of);
  const found = loopFree({
    nodes: nodes.length,
    edges: ties.map((tie) => ({ ...tie, emfV: 0, breakCost: costOf(of.houseRules, tie) })),
  });
  return (
    found && {
      leads: found.breaks.flatMap((i) => ties[i]?.lead?.number ?? []).sort((a, b) => a - b),
      cost: found.cost,
    }
  );
}

function planOf(of: ReturnType<typeof inNight>, cures: HumCures): HumPlan {
  const { outputs, today, best, single } = cures;
  const limitDb = of.houseRules.limits.humDb;
  const under = (cure: HumCure | null, i: number) =>
    cure && (outputs[i]?.averageDbu ?? 0) - (cure.humDbu[i] ?? 0);
  return {
    limitDb,
    outputs: outputs.map((output, i) => ({
      sound: output.sound?.name ?? '',
      output: boxOf(of, output.path.output.box)?.name ?? '',
      pickupUnderDb: output.averageDbu - output.pickupDbu,
      todayDb: under(today, i),
      isOver: today !== null && overAt(output, today.humDbu[i] ?? 0, limitDb) > 0,
      bestDb: under(best, i),
      singleDb: under(single, i),
    })),
    overDb: today && today.overDb,
    best: best && told(best),
    isEnough: cures.isEnough,
    isExact: cures.isExact,
    single: single && told(single),
    worse: cures.worse.map(({ act, db }) => ({ words: act.words, db })),
    heard: cures.heard.map(({ act, heard, stands, reckonedDb }) => ({
      words: act.words,
      heard: heardWords(heard),
      reckonedDb,
      edits: stands === 'for' && act.unproved.length === 0 ? act.edits : [],
    })),
    unproved: cures.unproved.map(({ id, name }) => ({ id, name })),
    loopFree: loopFreeIn(of),
    tried: cures.tried,
    of: cures.of,
  };
}

/** Looks for the cheapest cure of a night's hum. */
export function* planHum(rig: Rig, variant: string | null): Generator<HumStep, HumPlan> {
  const of = inNight(rig, variant);
  return planOf(of, yield* cureHum(of));
}
