import { expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { fourCable } from '../testing/build';
import { asLately, keepLately, patchRig } from './index';

const unplug = { edit: 'unplug', arguments: { lead: 'lead-1', side: 'to' } } as const;

test('a document as it was lately has the very lists it had then; what differs stays', () => {
  const before = fourCable();
  keepLately(before);
  const { rig, inverse } = applyEdit(before, unplug);
  const undone = patchRig(rig, structuredClone(inverse));
  expect(undone.leads).not.toBe(before.leads);
  expect(asLately(undone).leads).toBe(before.leads);
  // All of it is as it was: it is that document.
  expect(asLately(undone)).toBe(before);
  expect(asLately(rig).leads).toBe(rig.leads);
  expect(asLately(rig)).toEqual(rig);
});

test('of more than eight states the oldest is let go', () => {
  const before = fourCable();
  keepLately(before);
  let rig = before;
  for (let i = 0; i < 8; i += 1) {
    rig = applyEdit(rig, { edit: 'setLeadNotes', arguments: { id: 'lead-1', notes: `${i}` } }).rig;
    keepLately(rig);
  }
  const again = { ...rig, leads: structuredClone(before.leads) };
  expect(asLately(again).leads).toBe(again.leads);
});

test('a document with something else in it is another one, though each of its lists is kept', () => {
  const before = fourCable();
  keepLately(before);
  const named = { ...before, title: 'Another' };
  expect(asLately(named)).toBe(named);
});
