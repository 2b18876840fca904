// Earths that are lifted, missing, or not proved beside an opened shield: none silent, and no wolf cried.
import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import type { Rig } from '../model';
import { build, fourCable } from '../testing/build';
import { earthed, lifted, onTwoCircuits, powered } from '../testing/grounds';
import { cureOf, judge, sentenceOf } from './index';

const PROVED = { by: 'Electrician', date: '2026-05-01' };
const told = (rig: Rig) =>
  judge(rig, null).filter(({ code }) => code === 'SAFE-EARTH' || code === 'SAFE-UNEARTHED');
const both = (rig: Rig, more: Partial<Rig['boxes'][number]['power']>) =>
  ['valve-head', 'multi-effects'].reduce((r, id) => powered(r, id, more), earthed(rig, 'multi-effects'));

describe('a shield that is opened', () => {
  test('beside an earth that nobody has proved is told with that box, and restored at a press', () => {
    const [finding, ...more] = told(lifted(fourCable(), 'lead-3'));
    expect(more).toEqual([]);
    expect(finding!.severity).toBe('caution');
    expect(finding!.parts.map(({ id }) => id)).toEqual(['lead-3', 'valve-head']);
    expect(sentenceOf(lifted(fourCable(), 'lead-3'), finding!).text).toBe(
      'Lead 3 has its shield opened; nobody has proved the earth of Valve head.',
    );
    expect(sentenceOf(lifted(fourCable(), 'lead-3'), finding!).why).toMatch(
      /^This can kill: .* by a qualified person; not by this plan\.$/,
    );
    const rig = lifted(fourCable(), 'lead-3');
    const cure = cureOf(rig, finding!)!;
    expect(told(applyEdit(rig, cure.edit).rig)).toEqual([]);
  });

  test.each(['lift', 'cap', 'transformer', 'twin-core'] as const)('by %s is one', (kind) => {
    const rig = fourCable();
    const opened = {
      ...rig,
      leads: rig.leads.map((lead) => (lead.id === 'lead-4' ? { ...lead, break: { kind } } : lead)),
    };
    expect(told(opened)).toHaveLength(1);
  });

  test('between earths that are both proved is none; one of the two is not enough', () => {
    const rig = lifted(both(fourCable(), { earthProved: PROVED }), 'lead-3');
    expect(told(rig)).toEqual([]);
    const half = powered(rig, 'multi-effects', { earthProved: undefined });
    expect(told(half).map(({ parts }) => parts.map(({ id }) => id))).toEqual([['lead-3', 'multi-effects']]);
  });

  test('that is whole, or lies in the bag, is none', () => {
    expect(told(fourCable())).toEqual([]);
    const away = applyEdit(lifted(fourCable(), 'lead-3'), {
      edit: 'putAway',
      arguments: { lead: 'lead-3' },
    }).rig;
    expect(told(away)).toEqual([]);
  });
});

describe('an earth', () => {
  test('that is lifted is a danger whoever proved it once, and nothing in the rig cures it', () => {
    const rig = powered(fourCable(), 'valve-head', { earth: 'lifted', earthProved: PROVED });
    const [finding, ...more] = told(rig);
    expect(more).toEqual([]);
    expect([finding!.code, finding!.severity]).toEqual(['SAFE-EARTH', 'danger']);
    expect(sentenceOf(rig, finding!).why).toMatch(/^This can kill/);
    expect(cureOf(rig, finding!)).toBeNull();
  });

  test('that is missing is a danger of its own', () => {
    const [finding, ...more] = told(powered(fourCable(), 'valve-head', { earth: 'missing' }));
    expect(more).toEqual([]);
    expect([finding!.code, finding!.severity]).toEqual(['SAFE-UNEARTHED', 'danger']);
  });

  test.each(['II', 'low'] as const)('of class %s is none to be missed', (kind) => {
    const rig = powered(fourCable(), 'valve-head', { class: kind, earth: 'missing' });
    expect(told(rig)).toEqual([]);
  });

  test('that is missing is told of a box that nobody has said how it is fed, too', () => {
    const rig = powered(fourCable(), 'valve-head', { class: 'none', earth: 'missing' });
    expect(told(rig).map(({ code }) => code)).toEqual(['SAFE-UNEARTHED']);
  });

  test('that nobody has looked at is no finding while every shield is whole', () => {
    expect(told(powered(fourCable(), 'valve-head', { earth: 'unknown' }))).toEqual([]);
  });
});

describe('isolators and lifts of boxes', () => {
  const twoAmps = (line = 'guitar, splitter, isolator, combo, combo'): Rig =>
    build(
      line,
      'guitar/out > splitter/in',
      'splitter/out-b > isolator/in',
      'isolator/out > combo-2/input',
      'splitter/out-a > combo/input',
    );
  const proved = (rig: Rig, ...boxes: string[]) =>
    boxes.reduce((r, id) => powered(r, id, { earthProved: PROVED }), rig);

  test('between two amplifiers of which nobody has proved the earth are told once, with both', () => {
    const [finding, ...more] = told(twoAmps());
    expect(more).toEqual([]);
    expect(finding!.severity).toBe('caution');
    expect(sentenceOf(twoAmps(), finding!).text).toBe(
      'OUT B ISO of Splitter and OUT of Isolator isolate; nobody has proved the earths of Combo and Combo 2.',
    );
    const half = proved(twoAmps(), 'combo');
    expect(sentenceOf(half, told(half)[0]!).text).toMatch(/nobody has proved the earth of Combo 2\.$/);
    expect(told(proved(twoAmps(), 'combo', 'combo-2'))).toEqual([]);
  });

  test('with an earth at one side alone are nothing to speak of: a microphone, a DI of a guitar', () => {
    expect(
      told(build('guitar, di, desk', 'guitar/out > passive-di/in', 'passive-di/out - desk/ch-1')),
    ).toEqual([]);
  });
});

test('earths that differ by more than may be touched are a danger for what hangs on them; less is none', () => {
  const apart = (volts: number) => onTwoCircuits([{ a: 'left', b: 'right', volts }]);
  const [finding, ...more] = told(apart(12));
  expect(more).toEqual([]);
  expect(finding!.severity).toBe('danger');
  expect(finding!.parts.map(({ id }) => id)).toEqual(['valve-head', 'valve-head-2']);
  const { text, why } = sentenceOf(apart(12), finding!);
  expect(text).toBe('The earths of left and right differ by 12 V: Valve head and Valve head 2 hang on them.');
  expect(why).toMatch(/^This can kill: .* by a qualified person; not by this plan\.$/);
  expect(told(apart(5))).toEqual([]);
});
