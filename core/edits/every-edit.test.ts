// Each named edit once: what it changes, that it is undone exactly, and a call that it refuses with a message.
import { describe, expect, test } from '@jest/globals';
import { EDIT_CASES } from '../testing/all-edit-cases';
import { rigForEdits, type Case } from '../testing/edit-cases';
import { EDITS } from './named';
import { applyEdit, EditError, type SingleEdit } from './index';
import { readRigValue } from '../file';
import { checkInvariants, patchRig } from '../model';

test('every edit has its case', () => {
  expect(Object.keys(EDIT_CASES).sort()).toEqual(Object.keys(EDITS).sort());
});

describe.each(Object.keys(EDIT_CASES) as SingleEdit['edit'][])('%s', (name) => {
  const { give, see, then, refuse } = EDIT_CASES[name] as Case<SingleEdit['edit']>;
  const call = (args: unknown) => ({ edit: name, arguments: args }) as SingleEdit;

  test('does what it is named for, on a document of its own; undo restores it deeply equal', () => {
    const before = rigForEdits();
    const kept = structuredClone(before);
    const applied = applyEdit(before, call(give));
    expect(see(applied.rig)).toEqual(then);
    expect(before).toEqual(kept);
    expect(checkInvariants(applied.rig)).toEqual([]);
    expect(readRigValue(structuredClone(applied.rig))).toEqual({ ok: true, rig: applied.rig });
    expect(patchRig(applied.rig, applied.inverse)).toEqual(before);
    expect(patchRig(before, applied.patches)).toEqual(applied.rig);
    expect(applied.label).toMatch(/^[A-Z]/);
  });

  test('refuses what cannot be, with a message for people', () => {
    if (refuse === null) return;
    let message = '';
    try {
      applyEdit(rigForEdits(), call(refuse));
    } catch (error) {
      expect(error).toBeInstanceOf(EditError);
      message = (error as Error).message;
    }
    expect(message.length).toBeGreaterThan(10);
    expect(message).not.toMatch(/undefined|\[object/);
  });
});
