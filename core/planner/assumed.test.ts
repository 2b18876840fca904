import { describe, expect, test } from '@jest/globals';
import { figuresOf, type Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { assumedFigures } from './index';

const setOhm = (rig: Rig, value: number, source: 'assumed' | 'manual'): Rig =>
  edited(rig, {
    edit: 'setFigure',
    arguments: {
      box: 'cabinet',
      at: { on: 'speaker', jack: 'in', field: 'ohm' },
      figure: { value, source },
    },
  });

describe('figures worth looking up', () => {
  test('all that are assumed are listed once, with box and place', () => {
    const rig = fourCable();
    const all = rig.boxes.flatMap((box) =>
      figuresOf(box).filter(({ figure }) => figure.source === 'assumed'),
    );
    const listed = assumedFigures(rig);
    expect(listed).toHaveLength(all.length);
    expect(new Set(listed.map((line) => `${line.box} ${line.key}`)).size).toBe(all.length);
  });

  test('what a finding rests on comes first', () => {
    const rig = setOhm(fourCable(), 8, 'assumed');
    const [first, second] = assumedFigures(rig);
    expect([first, second].map((line) => [line!.box, line!.what, line!.findings])).toEqual(
      expect.arrayContaining([
        ['cabinet', 'impedance', 1],
        ['valve-head', 'impedance', 1],
      ]),
    );
  });

  test('then what routings’ milliseconds rest on: the converter trip of the unit', () => {
    const [first] = assumedFigures(build('guitar, unit, valve head, cab 16'));
    expect(first).toMatchObject({ box: 'multi-effects', what: 'converter trip', findings: 0, cards: 4 });
  });

  test('a figure that is looked up leaves the list', () => {
    const before = assumedFigures(setOhm(fourCable(), 8, 'assumed'));
    const after = assumedFigures(setOhm(fourCable(), 8, 'manual'));
    expect(before.some((line) => line.box === 'cabinet' && line.what === 'impedance')).toBe(true);
    expect(after.some((line) => line.box === 'cabinet' && line.what === 'impedance')).toBe(false);
  });
});
