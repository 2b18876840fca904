import { describe, expect, test } from '@jest/globals';
import { makeSound, type Box, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { variant } from '../testing/setup-kit';
import { cureOf, judge, sentenceOf } from './index';

const rig = (): Rig =>
  build(
    'guitar, fuzz, unit, combo, tuner',
    'guitar/out > fuzz/in',
    'fuzz/out > multi-effects/input',
    'multi-effects/out-1-l > combo/input',
  );
const found = (of: Rig, code: string) => judge(of, null).filter((f) => f.code === code);
const text = (of: Rig, code: string) => found(of, code).map((f) => sentenceOf(of, f).text);
const cured = (of: Rig, code: string) => edited(of, cureOf(of, found(of, code)[0]!)!.edit);

describe('what was put in for a test', () => {
  const forTest = (box: string, block: string | null = null) =>
    edited(rig(), { edit: 'setForTest', arguments: { box, block, temporary: true } });

  test('a box in the path, and a block of a unit, are told and taken out at a press', () => {
    expect(text(forTest('fuzz'), 'GEAR-LEFTOVER')).toEqual([
      'Fuzz is in for a test only, and still in the path.',
    ]);
    const without = cured(forTest('fuzz'), 'GEAR-LEFTOVER');
    expect(found(without, 'GEAR-LEFTOVER')).toEqual([]);
    expect(judge(without, null).filter(({ severity }) => severity === 'fault')).toEqual([]);
    const block = cured(forTest('multi-effects', 'chorus'), 'GEAR-LEFTOVER');
    expect(block.boxes.find(({ id }) => id === 'multi-effects')!.blocks.map(({ id }) => id)).not.toContain(
      'chorus',
    );
  });

  test('a lead for a test that one night alone has plugged is put away in that night', () => {
    const night = { scope: { layer: 'variant', id: 'club' } } as const;
    const lead = { ...rig().leads[2]!, id: 'probe', number: 4, temporary: true as const };
    const [from, to] = [[{ box: 'multi-effects', jack: 'out-2-l' }], [{ box: 'tuner', jack: 'in' }]];
    const probe = { ...lead, from: { ...lead.from, at: from }, to: { ...lead.to, at: to } };
    const of = edited(rig(), variant('club'), { edit: 'plug', arguments: { lead: probe, ...night } });
    expect(text(of, 'GEAR-LEFTOVER')).toEqual([]);
    const left = judge(of, 'club').find(({ code }) => code === 'GEAR-LEFTOVER')!;
    expect(cureOf(of, left)!.edit).toMatchObject({
      arguments: { edits: [{ edit: 'putAway', arguments: { lead: 'probe', ...night } }] },
    });
  });

  test('a box of which one output alone is plugged is one', () => {
    const guitar = edited(build('guitar, combo', 'guitar/out > combo/input'), {
      edit: 'setForTest',
      arguments: { box: 'guitar', block: null, temporary: true },
    });
    expect(text(guitar, 'GEAR-LEFTOVER')).toEqual(['Guitar is in for a test only, and still in the path.']);
  });

  test('a box with nothing plugged is no leftover', () => {
    expect(text(forTest('tuner'), 'GEAR-LEFTOVER')).toEqual([]);
  });
});

describe('what is set inside a box', () => {
  const hidden = (value: string, assumed: string): Rig =>
    edited(
      rig(),
      { edit: 'addSound', arguments: { sound: makeSound('lead', 'Lead'), index: 1 } },
      {
        edit: 'setHidden',
        arguments: {
          box: 'fuzz',
          hidden: [
            { id: 'bias', label: 'Bias', value, note: '', assumed: [{ sound: 'lead', value: assumed }] },
          ] satisfies Box['hidden'],
        },
      },
    );

  test('otherwise than a sound was set up with: told, and put back', () => {
    const off = hidden('4.5 V', '5 V');
    expect(text(off, 'GEAR-HIDDEN')).toEqual(['Bias of Fuzz stands at 4.5 V; Lead was set up with 5 V.']);
    const back = cured(off, 'GEAR-HIDDEN');
    expect(back.boxes.find(({ id }) => id === 'fuzz')!.hidden[0]!.value).toBe('5 V');
    expect(text(hidden('5 V', '5 V '), 'GEAR-HIDDEN')).toEqual([]);
  });

  test('unrecorded it is only said that nobody has noted it; with its sound the assumption goes', () => {
    expect(text(hidden('', '5 V'), 'GEAR-HIDDEN')).toEqual(['Nobody has noted how Bias of Fuzz is set.']);
    const without = edited(hidden('4.5 V', '5 V'), { edit: 'removeSound', arguments: { id: 'lead' } });
    expect(text(without, 'GEAR-HIDDEN')).toEqual([]);
    expect(without.boxes.find(({ id }) => id === 'fuzz')!.hidden[0]!.assumed).toEqual([]);
  });
});
