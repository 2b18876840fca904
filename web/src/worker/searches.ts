// What the search worker does: long searches, told of as they go.
import { placeBuffers, type Placing, type PlacingStep } from '../../../core/buffers';
import { readChains, wiringsIn } from '../../../core/chain';
import { drawStrip, drawThumbnail, type Drawing, type StripDrawing } from '../../../core/drawing';
import { planHum, type HumPlan, type HumStep } from '../../../core/hum';
import { chooseLevels, type LevelPlan, type LevelStep } from '../../../core/levelling';
import {
  judged,
  planSearch,
  worthLookingUp,
  type PlanLine,
  type PlanStep,
  type WorthLine,
  type WorthStep,
} from '../../../core/planner';
import { ideaFrom, type WhyNot } from '../../../core/proposals';
import { inSetting, type Rig } from '../../../core/model';
import type { LevelUnit } from '../../../core/units';

/** A routing as it crosses: its trial document stays in the worker, its chain and its small map come along drawn. */
export type ShownLine = Omit<PlanLine, 'trial' | 'chains'> & {
  readonly strip: StripDrawing;
  readonly map: Drawing;
};

export type ShownPlan = {
  readonly lines: readonly ShownLine[];
  /** Of each family the others, as their chains are told; judged when they are asked for. */
  readonly others: Readonly<Record<string, readonly string[]>>;
  readonly whyNot: readonly WhyNot[];
  readonly combined: number;
  readonly wired: number;
};

/** How far a plan is, with what there is of it so far. */
export type Progress = Pick<PlanStep, 'done' | 'of'> & { readonly plan: ShownPlan };

/** Somebody who waits is told at least so often. */
const EVERY_MS = 100;
/** Least width of the small map, pixels. */
const MAP = 520;

/** @param width of the chain under the chosen line, pixels */
function shown({ trial, chains: _, ...rest }: PlanLine, variant: string | null, width: number): ShownLine {
  const setting = { variant, sound: trial.sounds[0]?.id ?? 'all' };
  const of = inSetting(trial, setting);
  // Read off the trial it has the numbers of the leads.
  const { chains } = readChains(of, wiringsIn(of));
  return { ...rest, strip: drawStrip(of, chains, width), map: drawThumbnail(trial, setting, { width: MAP }) };
}

/** Lets what is told leave before the next step. */
const breath = () => new Promise<void>((done) => setTimeout(done));

export function makeSearches(now: () => number = () => performance.now()) {
  /** Goes on to the end. @param told called every 100 ms or after each step, whichever is later */
  async function toEnd<S, R>(steps: Generator<S, R>, told: (progress: S) => void): Promise<R> {
    let last = now();
    for (;;) {
      const { value, done } = steps.next();
      if (done) return value;
      if (now() - last < EVERY_MS) continue;
      last = now();
      told(value);
      await breath();
    }
  }

  return {
    /**
     * Plans a rig, in one night. Each routing crosses once: with how far it is, else in the end.
     * @param width of the chains drawn, pixels @param told called every 100 ms or after each step, whichever is later
     * @returns the plan, with the routings that were not told yet
     */
    async plan(
      rig: Rig,
      variant: string | null,
      width: number,
      told: (progress: Progress) => unknown,
    ): Promise<ShownPlan> {
      const known = new Set<string>();
      let lines: ShownLine[] = [];
      let last = now();
      let plan: ShownPlan = { lines: [], others: {}, whyNot: [], combined: 0, wired: 0 };
      for (const step of planSearch(rig, variant)) {
        for (const line of step.plan.lines) {
          if (known.has(line.key)) continue;
          known.add(line.key);
          lines.push(shown(line, variant, width));
        }
        const others = Object.entries(step.plan.others).map(
          ([family, ideas]) => [family, ideas.map((idea) => idea.lines.join('\n'))] as const,
        );
        plan = { ...step.plan, lines, others: Object.fromEntries(others) };
        if (now() - last < EVERY_MS) continue;
        last = now();
        // Waited for: what is told goes by a way of its own, and the end could come before it, without what it brings.
        await told({ done: step.done, of: step.of, plan });
        lines = [];
        plan = { ...plan, lines };
        await breath();
      }
      return plan;
    },

    /** Looks at every placement of the buffers of a rig, in one night. */
    buffers: (rig: Rig, variant: string | null, told: (progress: PlacingStep) => void): Promise<Placing> =>
      toEnd(placeBuffers(rig, variant, 'all'), told),

    /** Tries every set of modes on the outputs of a rig, in one night. */
    levels: (
      rig: Rig,
      variant: string | null,
      unit: LevelUnit,
      told: (progress: LevelStep) => void,
    ): Promise<LevelPlan> => toEnd(chooseLevels(rig, variant, unit), told),

    /** Tries every set of acts against hum, in one night. */
    hum: (rig: Rig, variant: string | null, told: (progress: HumStep) => void): Promise<HumPlan> =>
      toEnd(planHum(rig, variant), told),

    /** Tries both ends of every guess of a rig, in one night. */
    worth: (
      rig: Rig,
      variant: string | null,
      told: (progress: WorthStep) => void,
    ): Promise<readonly WorthLine[]> => toEnd(worthLookingUp(rig, variant), told),

    /** Judges routings by their chains; those that cannot be wired after all are left out. */
    judge: (
      rig: Rig,
      variant: string | null,
      width: number,
      keys: readonly string[],
    ): readonly ShownLine[] => {
      const at = { variant, wirings: {} };
      return keys.flatMap((key) => {
        const line = judged(rig, at, ideaFrom(rig, at, key));
        return line ? [shown(line, variant, width)] : [];
      });
    },
  };
}

export type Searches = ReturnType<typeof makeSearches>;
