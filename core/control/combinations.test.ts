// Combinations of switchers: the few that are wanted, those that go along by lead, the box's own buffer.
import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import type { Rig } from '../model';
import { linkedStage, of, stand } from '../testing/feet';
import { combinationRows, combinationsIn, usualSwitches } from './index';

const states = (rig: Rig, table = 0) =>
  combinationsIn(of(rig))[table]!.rows.map((row) => row.states.map(({ text }) => text).join(' '));

describe('setup B: a loop switcher and an amp selector', () => {
  test('by the control link they have one table: loops, the own buffer and the selector, each row once', () => {
    const rig = linkedStage('four-loop-switcher/control / amp-selector/remote');
    const [table, ...others] = combinationsIn(of(rig));
    expect(others).toEqual([]);
    expect([table!.name, table!.linked, table!.all, table!.room]).toEqual([
      'Four-loop switcher',
      ['Amp selector'],
      2 ** 5 * 3,
      32,
    ]);
    expect(table!.columns.map(({ tag, name }) => `${tag} ${name}`)).toEqual([
      'FOUR Buffer',
      'FOUR Loop 1',
      'FOUR Loop 2',
      'FOUR Loop 3',
      'FOUR Loop 4',
      'AMP Selector',
    ]);
    expect(states(rig)).toEqual([
      'on off off off off A',
      'on on off off off B',
      'off off off off off A and B',
    ]);
    expect(table!.rows.map(({ calledBy, sounds }) => [calledBy, sounds])).toEqual([
      [['bank 1, 1'], ['Clean A']],
      [['bank 1, 2'], ['Drive B']],
      [['bank 1, 3'], ['Both']],
    ]);
  });

  test('without it the selector stands by itself and goes by hand', () => {
    const [switcher, selector] = combinationsIn(of(linkedStage()));
    expect(switcher!.linked).toEqual([]);
    expect([selector!.name, selector!.isStored, selector!.rows.length]).toEqual(['Amp selector', false, 3]);
  });

  test('sounds that want the same are one combination; what is not called says so', () => {
    const rig = stand({ ...linkedStage(), switchPlan: [] }, 's2', {
      'four-loop-switcher/buffer': 'on',
      'four-loop-switcher/loop-1': 'off',
    });
    const [table] = combinationsIn(of(rig));
    expect(table!.rows.map(({ sounds, calledBy }) => [sounds, calledBy])).toEqual([
      [['Clean A', 'Both'], []],
      [['Drive B'], []],
    ]);
    expect(combinationRows(table!)[1]!.slice(0, 3)).toEqual(['', 'Clean A; Both', 'on']);
  });

  test('fewer switches than combinations: the room is told', () => {
    const rig = linkedStage();
    const box = rig.boxes.find(({ id }) => id === 'four-loop-switcher')!;
    const { switches } = usualSwitches(box)!;
    const few = applyEdit(rig, {
      edit: 'setSwitches',
      arguments: { box: box.id, switches: switches.slice(0, 2), banks: null },
    }).rig;
    expect(combinationsIn(of(few))[0]).toMatchObject({ room: 2, rows: { length: 3 } });
  });
});
