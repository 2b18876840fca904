// Rigs whose levels are chosen, for tests: single settings as edits, the plan, and the rig as it sets it.
import { applyEdit, type EditCall } from '../edits';
import { insertedAlong } from '../level';
import { chooseLevels, type LevelPlan } from '../levelling';
import { inSetting, type Rig, type Scope } from '../model';
import { traceIn } from '../signal';

export const REST: Scope = { layer: 'rest' };

/** A plan, to its end. */
export function planOf(rig: Rig, variant: string | null = null): LevelPlan {
  const steps = chooseLevels(rig, variant);
  for (;;) {
    const { value, done } = steps.next();
    if (done) return value;
  }
}
export const mode = (box: string, jack: string, to: string): EditCall => ({
  edit: 'setMode',
  arguments: { box, jack, mode: to, scope: REST },
});
export const range = (box: string, control: string, lo: number, hi: number): EditCall => ({
  edit: 'setRange',
  arguments: { box, control, range: { lo, hi } },
});
export const turned = (box: string, control: string, position: number): EditCall => ({
  edit: 'setControl',
  arguments: { box, control, position, basis: null, scope: REST },
});
export const state = (box: string, block: string, to: string, scope: Scope = REST): EditCall => ({
  edit: 'setBlockState',
  arguments: { box, block, state: to, scope },
});
/** A rig as its plan sets it. */
export const done = (rig: Rig, { edits }: LevelPlan): Rig =>
  edits.length === 0
    ? rig
    : applyEdit(rig, { edit: 'together', arguments: { label: 'Set output levels', edits } }).rig;

export const settingOf = (rig: Rig, sound: string) => inSetting(rig, { variant: null, sound });
export const unityOf = (rig: Rig) =>
  rig.sounds.flatMap(({ id }) => {
    const of = settingOf(rig, id);
    return traceIn(of).paths.flatMap((path) => insertedAlong(of, path));
  });

/** A second sound. @param levelDb wished against the first */
export const addLead = (levelDb?: number, blocks: Readonly<Record<string, string>> = {}): EditCall => ({
  edit: 'addSound',
  arguments: {
    sound: {
      id: 'lead',
      name: 'Lead',
      guitar: null,
      pickup: null,
      wish: levelDb === undefined ? {} : { levelDb },
      state: { blocks, modes: {}, controls: {}, patches: {} },
      messages: [],
      notes: '',
    },
    index: 1,
  },
});
