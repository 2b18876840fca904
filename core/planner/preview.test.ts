// What an act on the order is told to do, before it is done.
import { describe, expect, test } from '@jest/globals';
import { chainsAt, offersFor, readingsIn, writeChains, type Act, type Held } from '../chain';
import { report } from '../findings';
import { inNight, makeSound, type Rig } from '../model';
import { edited } from '../testing/build';
import { AT, holding, wired } from '../testing/order';
import { actName, previewOf } from './index';

const GEAR = 'guitar, fuzz, od, unit, valve head, cab 16';
const FOUR =
  'GUITAR > FUZZ > OVRDRV > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';

const put = (rig: Rig, held: Held, where: string): Act => {
  const offer = offersFor(rig, AT, held).find(({ words }) => words === where);
  if (!offer) throw new Error(where);
  return { act: 'put', held, slot: offer.slot };
};

/** Every pedal of the rig on at rest. */
const switchedOn = (rig: Rig) =>
  edited(
    rig,
    ...rig.boxes.flatMap((box) =>
      box.blocks
        .filter(({ states }) => states.some(({ id }) => id === 'on'))
        .map((block) => ({
          edit: 'setBlockState' as const,
          arguments: { box: box.id, block: block.id, state: 'on', scope: { layer: 'rest' as const } },
        })),
    ),
  );

describe('the preview of an act', () => {
  test('names the leads with their numbers and ends, and the act by its words', () => {
    const rig = wired(GEAR, FOUR);
    const act = put(rig, holding(rig, 'Fuzz'), 'after Overdrive');
    expect(actName(rig, AT, act)).toBe('Move Fuzz after Overdrive');
    expect(previewOf(rig, AT, act)).toMatchObject({
      can: true,
      fetch: [],
      move: [{ number: 1, from: 'GUITAR OUT', to: 'OVRDRV IN' }, { number: 2 }, { number: 3 }],
      away: [],
      inside: [],
      silent: [],
      elsewhere: [],
    });
  });

  test('tells the sounds in which what is moved falls silent', () => {
    const rig = edited(
      wired(
        'guitar, fuzz, od, loop switcher, combo',
        'GUITAR > FUZZ > FOUR[buffer loop-1(OVRDRV) mute] > COMBO',
      ),
      { edit: 'addSound', arguments: { sound: makeSound('solo', 'Solo'), index: 1 } },
      {
        edit: 'setBlockState',
        arguments: {
          box: 'four-loop-switcher',
          block: 'loop-1',
          state: 'off',
          scope: { layer: 'sound', id: 'solo' },
        },
      },
    );
    const act = put(rig, holding(rig, 'Fuzz'), 'first in Loop 1 of Four-loop switcher');
    expect(previewOf(rig, AT, act)).toMatchObject({ can: true, silent: ['Solo'] });
  });

  test('a new loop plays, no level switch has to follow, and nothing is found then', () => {
    const rig = wired('guitar, fuzz, unit, valve head, cab 16', FOUR.replace(' > OVRDRV', ''));
    const act = put(rig, holding(rig, 'Fuzz'), 'between Delay and Reverb of Multi-effects');
    const preview = previewOf(rig, AT, act);
    expect(preview).toMatchObject({ can: true, inside: ['Multi-effects'], silent: [] });
    expect(preview.can && preview.found).toEqual([]);
    expect(preview.can && preview.change.modes).toEqual([]);
  });

  test('what is found as before is not told; what goes and what comes is, and comes back turned round', () => {
    const told = (rig: Rig, where: string) => {
      const act = put(rig, holding(rig, 'Fuzz'), where);
      const preview = previewOf(rig, AT, act);
      if (!preview.can) throw new Error(preview.reason);
      return [preview.gone, preview.found].map((lines) => lines.map(({ text }) => text));
    };
    const rig = wired(GEAR, FOUR);
    expect(report(rig, null, null)).toHaveLength(1);
    expect(told(rig, 'after Overdrive')).toEqual([[], []]);
    const row = 'guitar, fuzz, digital delay, combo';
    const [ahead, behind] = ['GUITAR > FUZZ > DIGITAL > COMBO', 'GUITAR > DIGITAL > FUZZ > COMBO'].map(
      (chain) => switchedOn(wired(row, chain)),
    );
    const [gone, found] = told(ahead!, 'after Digital delay');
    expect(found).toContain('Delay of Digital delay stands ahead of gain: Fuzz.');
    expect(told(behind!, 'after Guitar')).toEqual([found, gone]);
  });

  test('what cannot be had says why, and what one more would do', () => {
    const rig = wired(
      'guitar, fuzz, od, delay, unit, valve head, cab 16',
      'GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp loop-2(OVRDRV) cab chorus delay reverb] > VALVE[power] > CABINET',
    );
    expect(
      previewOf(rig, AT, put(rig, holding(rig, 'Fuzz'), 'between Delay and Reverb of Multi-effects')),
    ).toEqual({
      can: false,
      reason: 'Multi-effects has no loop left.',
      instead: ['one more loop at Multi-effects'],
    });
  });

  test('another night whose order changes with the base is named', () => {
    const rig = edited(wired(GEAR, FOUR), {
      edit: 'addVariant',
      arguments: {
        variant: {
          id: 'direct',
          name: 'Direct night',
          leads: {},
          state: { blocks: {}, modes: {}, controls: {}, patches: {} },
          notes: '',
        },
      },
    });
    const act = put(rig, holding(rig, 'Fuzz'), 'after Overdrive');
    expect(previewOf(rig, AT, act)).toMatchObject({
      elsewhere: [{ where: 'Direct night' }],
    });
    expect(previewOf(rig, { variant: 'direct', wirings: {} }, act)).toMatchObject({
      elsewhere: [],
    });
  });

  test('an inner wiring that a sound brings is the sound’s on every night: what it becomes there is told', () => {
    const rig = wired(GEAR, FOUR);
    const { patches } = rig.boxes.find(({ id }) => id === 'multi-effects')!;
    const state = { blocks: {}, modes: {}, controls: {}, patches: {} };
    const two = edited(
      rig,
      {
        edit: 'addPatch',
        arguments: { box: 'multi-effects', patch: { ...patches[0]!, id: 'second', name: 'Second' } },
      },
      { edit: 'addSound', arguments: { sound: makeSound('lead', 'Lead'), index: 1 } },
      {
        edit: 'setPatch',
        arguments: { box: 'multi-effects', patch: 'second', scope: { layer: 'sound', id: 'lead' } },
      },
      {
        edit: 'addVariant',
        arguments: { variant: { id: 'direct', name: 'Direct night', leads: {}, state, notes: '' } },
      },
    );
    const at = chainsAt(two, { variant: 'direct', sound: 'lead' });
    const preview = previewOf(
      two,
      at,
      put(two, holding(two, 'Delay of Multi-effects'), 'after Reverb of Multi-effects'),
    );
    if (!preview.can) throw new Error(preview.reason);
    expect(preview.elsewhere).toEqual([
      { where: 'Base in Lead', becomes: [FOUR.replace('delay reverb', 'reverb delay')] },
    ]);
    const after = edited(two, { edit: 'takeRouting', arguments: preview.change });
    const orders = (id: string | null) =>
      readingsIn(inNight(after, id)).map(({ reading }) => writeChains(after, reading.chains)[0]);
    for (const id of [null, 'direct'])
      expect(orders(id)).toEqual([FOUR, FOUR.replace('delay reverb', 'reverb delay')]);
  });
});
