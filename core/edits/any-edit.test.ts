// What is stored can always be read: whatever an edit is asked to do, it is refused or gives a sound document.
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isDeepStrictEqual } from 'node:util';
import { callOn, callSeed, EDIT_NAMES, type CallSeed } from '../testing/any-edit';
import { editSeeds, playEdits } from '../testing/arbitrary';
import { rigForEdits } from '../testing/edit-cases';
import { applyEdit, EditError, type EditCall } from './index';
import { readRigValue } from '../file';
import { patchRig, type Rig } from '../model';

const START = rigForEdits();

/** Arguments may be called __proto__; nothing that is written may end up outside the document. */
const BORN_WITH = Object.getOwnPropertyNames(Object.prototype);

const met = { done: new Map<string, number>(), refused: 0 };

/** Refused in words, or done so that reading takes it as it is and its inverse brings back what was. */
function tried(rig: Rig, seed: CallSeed): Rig {
  try {
    const applied = applyEdit(rig, callOn(rig, seed));
    const read = readRigValue(structuredClone(applied.rig));
    // Compared by Node: over so many whole documents the runner's own comparison takes most of the time.
    if (!read.ok || !isDeepStrictEqual(read.rig, applied.rig))
      expect(read).toEqual({ ok: true, rig: applied.rig });
    const undone = patchRig(applied.rig, applied.inverse);
    if (!isDeepStrictEqual(undone, rig)) expect(undone).toEqual(rig);
    met.done.set(seed.name, (met.done.get(seed.name) ?? 0) + 1);
    return applied.rig;
  } catch (error) {
    if (!(error instanceof EditError)) throw error;
    expect(error.message.length).toBeGreaterThan(5);
    met.refused += 1;
    return rig;
  }
}

test('every edit of any arguments on any rig is refused, or gives a document that reading takes as it is', () => {
  fc.assert(
    fc.property(editSeeds, fc.array(callSeed, { minLength: 10, maxLength: 20 }), (seeds, calls) => {
      calls.reduce(
        tried,
        playEdits(START, seeds.slice(0, 8), () => undefined),
      );
    }),
    { numRuns: 230 },
  );
  // What is refused nearly always for want of its parts is tried where they are.
  for (const name of EDIT_NAMES.filter((one) => !met.done.has(one)))
    fc.assert(
      fc.property(callSeed, (seed) => {
        tried(START, { ...seed, name });
      }),
      { numRuns: 30 },
    );
  expect(Object.getOwnPropertyNames(Object.prototype)).toEqual(BORN_WITH);
  expect(met.refused).toBeGreaterThan(400);
  expect(EDIT_NAMES.filter((name) => !met.done.has(name))).toEqual([]);
});

test.each<[string, EditCall, RegExp]>([
  [
    'a place so far that a lead would be too long',
    { edit: 'setDistance', arguments: { id: 'floor', distanceM: 190 } },
    /^Lead \d+, length: a lead is at most 200 m long, not 2\d\d/,
  ],
  [
    'a hidden setting that is too long',
    {
      edit: 'setHidden',
      arguments: { box: 'fuzz', hidden: [{ id: 'trim', label: 'Trim', value: 'x'.repeat(250), note: '' }] },
    },
    /^“Fuzz”, hidden setting, “Trim”, value: at most 200 characters\.$/,
  ],
  [
    'a delay below nothing',
    {
      edit: 'setFigure',
      arguments: {
        box: 'fuzz',
        at: { on: 'state', block: 'fuzz', state: 'on', field: 'latencyMs' },
        figure: { value: -5, source: 'manual' },
      },
    },
    /^“Fuzz”, .*delay, value: 0 or more, not -5\.$/,
  ],
])('%s is refused in words', (_, edit, words) => {
  expect(() => applyEdit(rigForEdits(), edit)).toThrow(words);
});
