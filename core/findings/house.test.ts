import { describe, expect, test } from '@jest/globals';
import { makeRig } from '../model';
import { build, edited } from '../testing/build';
import { set } from '../testing/short-edits';
import { houseLines, judge } from './index';
import { SCHOOLS } from './schools';

const echo = () =>
  build(
    'guitar, delay, od, combo',
    'guitar/out > digital-delay/in',
    'digital-delay/out > overdrive/in',
    'overdrive/out > combo/input',
  );
const [gain] = echo().boxes.find(({ id }) => id === 'overdrive')!.blocks;
const at = edited(echo(), set('digital-delay', 'delay', 'on'), set('overdrive', gain!.id, 'on'));

describe('house rules', () => {
  test('each question says what is in force and what another side would change', () => {
    const [time, model] = houseLines(at, null);
    expect(time).toMatchObject({
      question: 'Delay and reverb ahead of gain',
      inForce: 'after',
      positions: [
        { id: 'after', gone: 0, added: 0 },
        { id: 'wanted', gone: 1, added: 0 },
      ],
    });
    expect(model?.positions.map(({ gone, added }) => gone + added)).toEqual([0, 0]);
    const other = edited(at, { edit: 'setSchool', arguments: { question: time!.id, position: 'wanted' } });
    expect(houseLines(other, null)[0]).toMatchObject({
      inForce: 'wanted',
      positions: [
        { id: 'after', gone: 0, added: 1 },
        { id: 'wanted', gone: 0, added: 0 },
      ],
    });
    // A word that no position has, as a file may bring it, is none.
    const odd = edited(at, { edit: 'setSchool', arguments: { question: time!.id, position: 'maybe' } });
    expect(houseLines(odd, null)[0]?.inForce).toBe('after');
  });

  test('findings follow every side: each position of each question changes what is found in some rig', () => {
    const front = edited(
      build('guitar, unit, combo', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l > combo/input'),
      set('multi-effects', 'amp', 'on'),
    );
    const power = edited(
      build(
        'guitar, unit, valve head, cabinet 16',
        'guitar/out > multi-effects/input',
        'multi-effects/out-1-l > valve-head/return',
        'valve-head/spk-16 = cabinet/in',
      ),
      set('multi-effects', 'amp', 'on'),
      set('multi-effects', 'cab', 'on'),
    );
    const rigs = [at, front, power];
    Object.values(SCHOOLS).forEach(({ id, positions }, n) => {
      const rig = rigs[n]!;
      const found = positions.map(
        ({ id: position }) =>
          judge(edited(rig, { edit: 'setSchool', arguments: { question: id, position } }), null).length,
      );
      expect(found[1]).toBeLessThan(found[0]!);
    });
  });

  test('a new rig begins with the house that it is given', () => {
    const given = { ...at.houseRules, schools: { 'time ahead of gain': 'wanted' } };
    const args = { id: 'a', title: 'A', created: '2026-01-01' };
    expect(makeRig({ ...args, houseRules: given }).houseRules).toEqual(given);
    expect(makeRig(args).houseRules.schools).toEqual({});
  });
});
