// Ticks of what is stored hold as long as the sound is what it was; lights follow channels.
import { describe, expect, test } from '@jest/globals';
import { applyEdit, type EditCall } from '../edits';
import { boxOf, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { call, of, slot, stand, withSounds } from '../testing/feet';
import {
  lightEdits,
  lightLines,
  lightOf,
  notStored,
  storedBasis,
  storedView,
  storedWords,
  unlikeLights,
} from './index';

const UNIT = 'four-loop-switcher';
const rig = (): Rig =>
  stand(
    withSounds(
      build('four-loop switcher, midi delay, od', `${UNIT}/midi-out : midi-delay/midi-in`),
      'One',
      'Two',
    ),
    's1',
    {
      [`${UNIT}/loop-1`]: 'on',
      'overdrive/drive': 'on',
    },
  );
const tick = (r: Rig, box: string, sound: string): Rig =>
  edited(r, {
    edit: 'setStored',
    arguments: {
      box,
      sound,
      stored: {
        date: '2026-03-01',
        basis: storedBasis(
          of(r),
          boxOf(r, box)!,
          r.sounds.find(({ id }) => id === sound)!,
        ),
      },
    },
  });
const states = (r: Rig) => storedView(of(r)).rows.map(({ cells }) => cells.map(({ state }) => state));

describe('ticks', () => {
  test('boxes with presets stand there, pedals under the foot do not', () => {
    expect(storedView(of(rig())).boxes.map(({ id }) => id)).toEqual([UNIT, 'midi-delay']);
  });

  test('a tick holds until what the sound wants of that box is another', () => {
    const ticked = tick(tick(rig(), UNIT, 's0'), UNIT, 's1');
    expect(states(ticked)).toEqual([
      ['stored', 'not'],
      ['stored', 'not'],
    ]);
    const elsewhere = stand(ticked, 's1', { 'overdrive/drive': 'off' });
    expect(states(elsewhere)[1]).toEqual(['stored', 'not']);
    const changed = stand(ticked, 's1', { [`${UNIT}/loop-1`]: 'off' });
    expect(states(changed)[1]![0]).toBe('again');
    expect(storedWords(storedView(of(changed)))).toMatch(/changed since: store again$/);
  });

  test('what it is to send to others is part of what is stored in it', () => {
    const ticked = tick(rig(), UNIT, 's0');
    const other = edited(ticked, {
      edit: 'setProgram',
      arguments: { sound: 's0', box: 'midi-delay', shown: '7' },
    });
    expect(states(other)[0]![0]).toBe('again');
  });

  test('an old tick that says nothing of what was stored is to be looked at again', () => {
    const old = rig();
    const box = { ...boxOf(old, UNIT)!, memory: { stored: [{ sound: 's0', date: '2025-01-01' }] } };
    expect(states({ ...old, boxes: [box, ...old.boxes.slice(1)] })[0]![0]).toBe('again');
  });

  test('a box that nobody has begun to tick is not told; one tick and the rest is', () => {
    expect(notStored(of(rig()))).toEqual([]);
    const told = notStored(of(tick(rig(), UNIT, 's0')));
    expect(told.map(({ box, sounds }) => [box.id, sounds.map(({ sound }) => sound.id)])).toEqual([
      [UNIT, ['s1']],
    ]);
  });
});

describe('lights', () => {
  const lit = (): Rig => {
    const wired = withSounds(build(`four-loop switcher, valve head`), 'Clean', 'Lead');
    const wanted = stand(wired, 's1', { 'valve-head/preamp': 'lead' });
    return {
      ...edited(
        wanted,
        ...(['clean', 'lead'] as const).map((state): EditCall => ({
          edit: 'setStateLight',
          arguments: {
            box: 'valve-head',
            block: 'preamp',
            state,
            light: state === 'clean' ? 'green' : 'Red',
          },
        })),
      ),
      switchPlan: [
        { ...slot(UNIT, 'switch-1', call('s0')), light: 'blue' },
        { ...slot(UNIT, 'switch-2', call('s1')), light: 'red' },
        slot(UNIT, 'switch-3', { type: 'tap' }),
      ],
    };
  };

  test('the light of a sound is that of the channel it wants, whatever the capitals', () => {
    expect([lightOf(of(lit()), 's0'), lightOf(of(lit()), 's1')]).toEqual(['green', 'Red']);
    expect(
      unlikeLights(lightLines(of(lit()))).map(({ footSwitch, is, wanted }) => [footSwitch.label, is, wanted]),
    ).toEqual([['1', 'blue', 'green']]);
  });

  test('lit as the channels, nothing is left to light', () => {
    const edit = lightEdits(lightLines(of(lit())))!;
    const after = applyEdit(lit(), edit).rig;
    expect(after.switchPlan.map(({ light }) => light ?? null)).toEqual(['green', 'red', null]);
    expect(lightEdits(lightLines(of(after)))).toBeNull();
  });
});
