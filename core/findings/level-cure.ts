// Levels chosen as a cure: all modes tried, knobs solved, set as one.
import { chooseLevels, type LevelPlan } from '../levelling';
import { count } from '../units';
import { group, type Cure } from './cure';
import type { View } from './finding';

/** A cure is asked for while somebody waits: with more sets than this levels are chosen on their own layer. */
const MOST = 2_000;

function chosen({ rig, variant }: View): LevelPlan | null {
  const steps = chooseLevels(rig, variant?.id ?? null);
  for (;;) {
    const { value, done } = steps.next();
    if (done) return value;
    if (value.of > MOST) return null;
  }
}

export function* levelCures(view: View): Generator<Cure> {
  const plan = chosen(view);
  if (plan && plan.edits.length > 0)
    yield group(`Set the levels chosen for the whole rig: ${count(plan.sets.length, 'setting')}`, plan.edits);
}
