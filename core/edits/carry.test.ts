import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { editSeeds, playEdits } from '../testing/arbitrary';
import { emptyRig, guitar, lead, pedal } from '../testing/rigs';
import { applyEdit, carryOver, historyOf, recordOf, stepBack, type EditCall, type Logged } from './index';
import { checkInvariants, patchRig, type HistoryRecord, type Rig } from '../model';

const apply = (rig: Rig, ...calls: EditCall[]): Rig => calls.reduce((r, call) => applyEdit(r, call).rig, rig);

const small = (): Rig =>
  apply(
    emptyRig(),
    { edit: 'addBox', arguments: { box: guitar('guitar') } },
    { edit: 'addBox', arguments: { box: pedal('fuzz', { order: 1 }) } },
    { edit: 'addBox', arguments: { box: pedal('drive', { order: 2 }) } },
    { edit: 'plug', arguments: { lead: lead(1, 'guitar/out', 'fuzz/in') } },
    { edit: 'plug', arguments: { lead: lead(2, 'fuzz/out', 'drive/in') } },
  );

const addPedal = (id: string): EditCall => ({
  edit: 'addBox',
  arguments: { box: pedal(id, { tag: id.toUpperCase() }) },
});
const nameBox = (box: string, name: string): EditCall => ({
  edit: 'renameBox',
  arguments: { id: box, name },
});

describe('a difference carried over to another document', () => {
  test('to where it came from gives where it led, and its inverse leads back', () => {
    fc.assert(
      fc.property(editSeeds, (seeds) => {
        const from = small();
        const to = playEdits(from, seeds, () => undefined);
        const carried = carryOver(from, from, to);
        expect(carried.clashes).toEqual([]);
        expect(carried.rig).toEqual(to);
        expect(patchRig(carried.rig, carried.inverse)).toEqual(from);
        expect(patchRig(from, carried.patches)).toEqual(to);
      }),
      { numRuns: 150 },
    );
  });

  test('what both have done already is no clash and changes nothing', () => {
    fc.assert(
      fc.property(editSeeds, (seeds) => {
        const from = small();
        const to = playEdits(from, seeds, () => undefined);
        expect(carryOver(to, from, to)).toMatchObject({ rig: to, patches: [], clashes: [] });
      }),
      { numRuns: 50 },
    );
  });

  test('finds its things by id in lists that grew and shrank meanwhile', () => {
    const base = small();
    const theirs = apply(base, { edit: 'removeBox', arguments: { id: 'guitar' } }, addPedal('wah'));
    const ours = apply(base, nameBox('drive', 'Loud drive'));
    const { rig, clashes } = carryOver(theirs, base, ours);
    expect(clashes).toEqual([]);
    expect(rig.boxes.map((box) => box.name)).toEqual([
      theirs.boxes[0]!.name,
      'Loud drive',
      theirs.boxes[2]!.name,
    ]);
  });

  test.each<[string, EditCall, EditCall, string]>([
    ['the same name', nameBox('fuzz', 'Fuzz A'), nameBox('fuzz', 'Fuzz B'), 'fuzz'],
    ['a box that is gone', { edit: 'removeBox', arguments: { id: 'fuzz' } }, nameBox('fuzz', 'B'), 'fuzz'],
    [
      'a box that was changed',
      nameBox('fuzz', 'Fuzz A'),
      { edit: 'removeBox', arguments: { id: 'fuzz' } },
      'fuzz',
    ],
    [
      'a new box of the same id',
      addPedal('wah'),
      { edit: 'addBox', arguments: { box: pedal('wah', { tag: 'OTHER' }) } },
      'wah',
    ],
  ])('%s is told by name', (_what, their, our, part) => {
    const base = small();
    const { clashes } = carryOver(apply(base, their), base, apply(base, our));
    expect(clashes.join(' ').toLowerCase()).toContain(part === 'fuzz' ? 'fuzz' : 'wah');
  });

  test('a lead is told by its number', () => {
    const base = small();
    const length = (lengthM: number): EditCall => ({
      edit: 'setLeadLength',
      arguments: { id: 'lead-2', lengthM, by: 'hand' },
    });
    expect(carryOver(apply(base, length(3)), base, apply(base, length(6))).clashes).toEqual(['lead 2']);
  });
});

/** Two tabs at one rig: `own` marks the edits of this one. */
function played(start: Rig, steps: readonly (readonly [EditCall, boolean])[]) {
  let rig = start;
  const log: Logged[] = [];
  for (const [call, own] of steps) {
    const applied = applyEdit(rig, call);
    rig = applied.rig;
    log.push({ record: recordOf(applied, log.length + 1), own });
  }
  return { rig, revision: log.length, log, history: historyOf(log) };
}

describe('undo beside another tab', () => {
  test('takes back this tab’s last edit and leaves the other’s later ones', () => {
    const now = played(small(), [
      [nameBox('fuzz', 'Mine'), true],
      [addPedal('wah'), false],
      [nameBox('drive', 'Theirs'), false],
    ]);
    const step = stepBack('undo', now)!;
    const names = (rig: Rig) => rig.boxes.map((box) => box.name);
    expect(step.clashes).toEqual([]);
    expect(step.record).toMatchObject({ kind: 'undo', of: 1, revision: 4 });
    expect(names(step.rig)).toEqual(names(apply(small(), addPedal('wah'), nameBox('drive', 'Theirs'))));
    expect(checkInvariants(step.rig)).toEqual([]);
    const log = [...now.log, { record: step.record, own: true }];
    const redo = stepBack('redo', { rig: step.rig, revision: 4, log, history: historyOf(log) })!;
    expect(redo.rig).toEqual(now.rig);
  });

  test('says which part the other tab changed afterwards', () => {
    const now = played(small(), [
      [nameBox('fuzz', 'Mine'), true],
      [nameBox('fuzz', 'Theirs'), false],
    ]);
    expect(stepBack('undo', now)!.clashes.join()).toContain('Theirs');
  });

  test('has nothing of the other tab’s to take back, and loses what the other took back', () => {
    expect(stepBack('undo', played(small(), [[addPedal('wah'), false]]))).toBeNull();
    const now = played(small(), [[addPedal('wah'), true]]);
    const undone: HistoryRecord = { ...stepBack('undo', now)!.record };
    const log = [...now.log, { record: undone, own: false }];
    expect(historyOf(log)).toEqual({ done: [], undone: [] });
  });
});
