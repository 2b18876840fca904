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
  expect(asLately(undone)).toEqual(undone);
  expect(asLately(rig).leads).toBe(rig.leads);
  expect(asLately(rig)).toEqual(rig);
});

test('of more than a few states the oldest is let go', () => {
  const before = fourCable();
  keepLately(before);
  let rig = before;
  for (let i = 0; i < 4; i += 1) {
    rig = applyEdit(rig, { edit: 'setLeadNotes', arguments: { id: 'lead-1', notes: `${i}` } }).rig;
    keepLately(rig);
  }
  const again = { ...rig, leads: structuredClone(before.leads) };
  expect(asLately(again).leads).toBe(again.leads);
});
