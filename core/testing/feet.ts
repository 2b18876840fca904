// Boards under the foot for tests: a switcher with pedals, what sounds set of them, plans of free switches.
import fc from 'fast-check';
import { applyEdit } from '../edits';
import { inNight, makeLead, makeSound, refOf, type Assignment, type Rig, type SwitchAct } from '../model';
import { proposeSwitches, type Walk } from '../control';
import { build, plugged } from './build';

export const of = (rig: Rig) => inNight(rig, null);
export const withSounds = (rig: Rig, ...names: string[]): Rig => ({
  ...rig,
  sounds: names.map((name, i) => makeSound(`s${i}`, name)),
});
export const stand = (rig: Rig, sound: string, states: Readonly<Record<string, string>>): Rig =>
  Object.entries(states).reduce((r, [key, state]) => {
    const [box = '', block = ''] = key.split('/');
    return applyEdit(r, {
      edit: 'setBlockState',
      arguments: { box, block, state, scope: { layer: 'sound', id: sound } },
    }).rig;
  }, rig);
export const slot = (box: string, sw: string, act: SwitchAct, bank = 0): Assignment => ({
  id: `${sw}-${bank}`,
  box,
  switch: sw,
  bank,
  act,
});
export const call = (sound: string): SwitchAct => ({ type: 'sound', sound });
export const told = ({ presses, byHand }: Walk) => [
  presses.map(({ box, footSwitch }) => `${box.tag} ${footSwitch.label}`),
  byHand.map(({ key }) => key),
];

/** Two pedals ahead of a switcher of four loops with two more in it. */
export const board = () =>
  withSounds(
    build('guitar, fuzz, od, four-loop switcher, chorus, delay, combo', 'guitar/out > fuzz/in'),
    'One',
    'Two',
    'Three',
  );

export const KEYS = [
  'fuzz/fuzz',
  'overdrive/drive',
  'four-loop-switcher/loop-1',
  'four-loop-switcher/loop-2',
];
export const goalOf = (rig: Rig, id: string): Record<string, string> => {
  const sound = rig.sounds.find((one) => one.id === id)!;
  return Object.fromEntries(KEYS.map((key) => [key, sound.state.blocks[key]!]));
};

export const anyBoard = fc.tuple(
  fc.array(fc.array(fc.constantFrom('on', 'off'), { minLength: 4, maxLength: 4 }), {
    minLength: 3,
    maxLength: 3,
  }),
  fc.array(
    fc.oneof(
      fc.constantFrom<SwitchAct>(call('s0'), call('s1'), call('s2')),
      fc.constantFrom(['loop-1'], ['loop-2'], ['loop-1', 'loop-2']).map((blocks): SwitchAct => ({
        type: 'steps',
        blocks: blocks.map((block) => ({ box: 'four-loop-switcher', block })),
      })),
    ),
    { maxLength: 4 },
  ),
);

export type Drawn = readonly [readonly (readonly string[])[], readonly SwitchAct[]];

/** The rig and plan that were drawn: two free switches in two banks. */
export function drawn([states, acts]: Drawn) {
  const base = board();
  const rig = states.reduce(
    (r, own, i) => stand(r, `s${i}`, Object.fromEntries(KEYS.map((key, k) => [key, own[k]!]))),
    applyEdit(base, {
      edit: 'setSwitches',
      arguments: {
        box: 'four-loop-switcher',
        switches: base.boxes
          .find(({ id }) => id === 'four-loop-switcher')!
          .switches!.filter(({ label }) => !['3', '4'].includes(label)),
        banks: { count: 2, wraps: true },
      },
    }).rig,
  );
  const plan = acts.map((act, i) =>
    slot('four-loop-switcher', `switch-${(i % 2) + 1}`, act, Math.floor(i / 2)),
  );
  return { rig, plan };
}

/** Setup B: a loop switcher ahead of an amp selector and two combos, three sounds, planned. */
export const linkedStage = (...plugs: string[]): Rig => {
  const base = withSounds(
    plugged(
      build(
        'guitar, four-loop switcher, od, delay, amp selector, combo, combo',
        'guitar/out > four-loop-switcher/in',
        'four-loop-switcher/out > amp-selector/in',
        'amp-selector/out-a > combo/input',
        'amp-selector/out-b > combo-2/input',
      ),
      ...plugs,
    ),
    'Clean A',
    'Drive B',
    'Both',
  );
  const drive = stand(base, 's1', { 'four-loop-switcher/loop-1': 'on', 'amp-selector/select': 'b' });
  const both = stand(drive, 's2', { 'four-loop-switcher/buffer': 'off', 'amp-selector/select': 'both' });
  return { ...both, switchPlan: proposeSwitches(of(both)).plan };
};

/** The lead of an expression pedal into an input, `box/jack`. */
export const expressionLead = (to: string) =>
  ({
    edit: 'plug',
    arguments: {
      lead: makeLead({
        id: 'lead-1',
        number: 1,
        kind: 'expression',
        from: [{ box: 'expression-pedal', jack: 'out' }],
        to: [refOf(to)],
      }),
    },
  }) as const;
