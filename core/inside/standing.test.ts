import { expect, test } from '@jest/globals';
import { rowsOf } from '../model';
import { resolve } from '../signal';
import { edited, fourCable, SOUND } from '../testing/build';
import { replug } from '../testing/short-edits';
import { standingJacks } from './index';

const standing = (rig = fourCable()) => {
  const box = rig.boxes.find(({ id }) => id === 'multi-effects')!;
  return standingJacks(box, rowsOf(box, box.patches[0]!.wires), resolve(rig, SOUND).runs).map(
    ({ jack, lead, far, isOnPath }) =>
      [jack.id, lead?.number ?? null, far ? `${far.box}/${far.jack}` : null, isOnPath] as const,
  );
};

test('each jack of a path is there once, in the order of the path, with where its lead goes', () => {
  const all = standing();
  expect(all.slice(0, 3)).toEqual([
    ['input', 2, 'fuzz/out', true],
    ['send-1', 3, 'valve-head/input', true],
    ['return-1', 4, 'valve-head/send', true],
  ]);
  expect(all).toContainEqual(['out-1-l', 5, 'valve-head/return', true]);
  expect(new Set(all.map(([id]) => id)).size).toBe(all.length);
  expect(all.every(([, , , isOnPath]) => isOnPath)).toBe(true);
});

test('a lead in a jack that no path goes by is told last; a loose end has no other end', () => {
  const moved = edited(fourCable(), replug('lead-5', 'from', 'multi-effects/out-2-l'));
  expect(standing(moved).at(-1)).toEqual(['out-2-l', 5, 'valve-head/return', false]);
  const loose = edited(fourCable(), {
    edit: 'unplug',
    arguments: { lead: 'lead-5', side: 'to' },
  });
  expect(standing(loose)).toContainEqual(['out-1-l', 5, null, true]);
});
