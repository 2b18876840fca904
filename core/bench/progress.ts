import type { Rig, Tick, Walk } from '../model';
import { movesBetween } from './moves';
import { listenWalk } from './listen';
import type { WalkStep } from './parts';
import { patchUp } from './steps';

/** A step with what became of it in a walk. */
export type StepState = {
  readonly step: WalkStep;
  readonly tick: Tick | null;
  /** It was ticked, but says something else now: what it said then. */
  readonly reopened: string | null;
};

export type Progress = {
  readonly steps: readonly StepState[];
  readonly done: number;
  readonly left: number;
  /** The first that is neither done nor skipped. */
  readonly next: WalkStep | null;
};

/** The steps of a walk on the rig as it is now. */
export function stepsOf(rig: Rig, { type, variant = null, from = null }: Walk): readonly WalkStep[] {
  if (type === 'listen') return listenWalk(rig, variant);
  return type === 'moves' ? movesBetween(rig, from, variant) : patchUp(rig, variant);
}

/** Where a walk stands by its steps as they are now: ticks of unchanged steps stay, changed ones are open again. */
export function progressOf(walk: Walk, now: readonly WalkStep[]): Progress {
  const steps = now.map((step): StepState => {
    const tick = walk.ticks.find((t) => t.step === step.id);
    const same = tick !== undefined && (tick.basis === '' || tick.basis === step.basis);
    return {
      step,
      tick: same ? tick : null,
      reopened: tick !== undefined && !same ? tick.basis : null,
    };
  });
  const open = steps.filter(({ tick }) => tick === null);
  return {
    steps,
    done: steps.length - open.length,
    left: open.length,
    next: open[0]?.step ?? null,
  };
}

/** Is a walk one that can be walked on: a patch-up, or moves whose two nights are there still? */
const isWalkable = ({ type, variant, from }: Walk): boolean =>
  type === 'patch-up' ||
  (type === 'listen' && variant !== undefined) ||
  (type === 'moves' && variant !== undefined && from !== undefined);

/** The walk under way, if there is one: the newest that has not ended. */
export const walkUnderWay = (rig: Rig): Walk | undefined =>
  rig.walks.findLast((walk) => walk.ended === null && isWalkable(walk));
