import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { applyEdit, type EditCall } from '../../../core/edits';
import { readRigValue } from '../../../core/file';
import { makeRig, type Rig } from '../../../core/model';
import { RigDatabase } from './db';
import {
  binRig,
  createRig,
  daysLeftInBin,
  freeRigId,
  listRigs,
  loadRig,
  rawRecords,
  restoreRig,
} from './rigs';
import { NOW, rename, sessionOn } from './testing';

let db: RigDatabase;
let n = 0;

const rigNamed = (id: string): Rig => makeRig({ id, title: id, created: '2026-03-01' });

const session = (id: string, tab = 'tab-1') => sessionOn(db, id, tab);

beforeEach(async () => {
  n += 1;
  db = new RigDatabase(`test-${n}`);
  await createRig(db, rigNamed('rig'), NOW);
});
afterEach(async () => {
  db.close();
  await db.delete();
});

describe('storing', () => {
  test('an edit is saved only once it is committed, and reads back', async () => {
    const s = await session('rig');
    rename(s, 'One');
    expect(s.state.getState().saved).toBe('saving');
    await s.settled();
    expect(s.state.getState().saved).toBe('saved');
    const loaded = await loadRig(db, 'rig', readRigValue);
    expect(loaded.ok && [loaded.rig.title, loaded.head.title, loaded.head.revision]).toEqual([
      'One',
      'One',
      1,
    ]);
  });

  test('undo of the last 200 edits survives a reload, across snapshots', async () => {
    const s = await session('rig');
    for (let i = 1; i <= 260; i += 1) rename(s, `Title ${i}`);
    await s.settled();
    const again = await session('rig');
    for (let i = 0; i < 200; i += 1) again.undo();
    expect(again.state.getState().rig.title).toBe('Title 60');
    for (let i = 0; i < 200; i += 1) again.redo();
    await again.settled();
    const third = await session('rig');
    expect(third.state.getState().rig.title).toBe('Title 260');
    third.undo();
    expect(third.state.getState().rig.title).toBe('Title 259');
  });

  test('old records are pruned, the promised ones stay', async () => {
    const s = await session('rig');
    for (let i = 1; i <= 700; i += 1) rename(s, `Title ${i}`);
    await s.settled();
    expect(await db.edits.count()).toBeLessThanOrEqual(450);
    expect(await db.edits.count()).toBeGreaterThanOrEqual(200);
    expect(await db.snapshots.count()).toBeLessThanOrEqual(3);
    expect((await session('rig')).state.getState().rig.title).toBe('Title 700');
  });

  test('a new edit after undo forgets what was undone, also after a reload', async () => {
    const s = await session('rig');
    rename(s, 'A');
    rename(s, 'B');
    s.undo();
    rename(s, 'C');
    await s.settled();
    const again = await session('rig');
    again.redo();
    expect(again.state.getState().rig.title).toBe('C');
    again.undo();
    expect(again.state.getState().rig.title).toBe('A');
  });

  test('undo passes over the ticks of a walk', async () => {
    const s = await session('rig');
    rename(s, 'Before');
    const walk = {
      id: 'w',
      type: 'patch-up' as const,
      started: '2026-03-01',
      ended: null,
      venue: '',
      ticks: [],
    };
    s.commit({ edit: 'startWalk', arguments: { walk } });
    s.commit({
      edit: 'tick',
      arguments: { walk: 'w', tick: { step: 'lead-1', mark: 'done', note: '', at: '2026-03-01', basis: '' } },
    });
    s.undo();
    const { rig } = s.state.getState();
    expect([rig.title, rig.walks[0]!.ticks.length]).toEqual(['rig', 1]);
  });

  test('an edit that is refused is not stored', async () => {
    const s = await session('rig');
    expect(rename(s, ' ')).toBe('A rig needs a name.');
    await s.settled();
    expect(await db.edits.count()).toBe(0);
  });
});

describe('a store that refuses', () => {
  test('the edit stays in memory, marked unsaved, and is tried again with the next', async () => {
    const s = await session('rig');
    const full = () => {
      throw new Error('no room on the disk');
    };
    db.edits.hook('creating', full);
    rename(s, 'One');
    await s.settled();
    expect(s.state.getState()).toMatchObject({
      saved: 'unsaved',
      trouble: expect.stringMatching(/no room/),
      readOnly: null,
    });
    db.edits.hook('creating').unsubscribe(full);
    rename(s, 'Two');
    await s.settled();
    expect(s.state.getState()).toMatchObject({ saved: 'saved', trouble: null });
    const loaded = await loadRig(db, 'rig', readRigValue);
    expect(loaded.ok && [loaded.rig.title, loaded.head.revision]).toEqual(['Two', 2]);
  });
});

describe('a rig that an older program stored', () => {
  const file = 'core/file/fixtures/version-1-di-supply.humrig.json';
  const old = JSON.parse(readFileSync(file, 'utf8')) as Rig;
  const figure: EditCall = {
    edit: 'setFigure',
    arguments: {
      box: 'supply',
      at: { on: 'dcOutlet', jack: 'out-1', field: 'milliamps' },
      figure: { value: 200, source: 'manual' },
    },
  };

  test('is migrated; edits of what it did not have are read again, and undone', async () => {
    await createRig(db, old, NOW);
    await db.heads.update(old.id, { version: undefined });
    const s = await session(old.id);
    expect(s.commit(figure)).toBeNull();
    await s.settled();
    expect(s.state.getState()).toMatchObject({ saved: 'saved' });
    const again = await session(old.id);
    const current = () => again.state.getState().rig.boxes.find((box) => box.id === 'supply')!.jacks[1]!;
    expect(current().dcOutlet!.milliamps!.value).toBe(200);
    again.undo();
    expect(current().dcOutlet!.milliamps!.value).toBe(100);
    await again.settled();
    expect((await loadRig(db, old.id, readRigValue)).ok).toBe(true);
  });

  test('what was edited before the migration is undone after it', async () => {
    const read = readRigValue(old);
    if (!read.ok) throw new Error('the fixture does not read');
    const { patches, inverse, label, undoable } = applyEdit(read.rig, {
      edit: 'renameBox',
      arguments: { id: 'guitar', name: 'Old guitar' },
    });
    const stored = {
      ...old,
      boxes: old.boxes.map((b) => (b.id === 'guitar' ? { ...b, name: 'Old guitar' } : b)),
    };
    await createRig(db, stored, NOW, {
      history: [{ revision: 1, kind: 'edit', label, undoable, patches, inverse }],
    });
    const s = await session(old.id);
    expect(s.state.getState().rig.boxes[0]!.name).toBe('Old guitar');
    s.undo();
    await s.settled();
    const loaded = await loadRig(db, old.id, readRigValue);
    expect(loaded.ok && loaded.rig.boxes[0]!.name).toBe('Guitar');
  });

  test('an undo that the migration left nothing of says so, and changes nothing', async () => {
    const path = ['boxes', 'passive-di', 'hidden', 'lift', 'value'];
    await createRig(db, old, NOW, {
      history: [
        {
          revision: 1,
          kind: 'edit',
          label: 'Change hidden settings',
          undoable: true,
          patches: [{ op: 'replace', path, value: 'lifted' }],
          inverse: [{ op: 'replace', path, value: 'joined' }],
        },
      ],
    });
    const s = await session(old.id);
    const before = s.state.getState().rig;
    expect(s.undo()).toMatch(/^Undo is not possible/);
    expect(s.state.getState().rig).toBe(before);
  });
});

describe('what does not pass any more', () => {
  test('is kept raw, with the reason', async () => {
    const snapshot = await db.snapshots.get(['rig', 0]);
    await db.snapshots.put({ ...snapshot!, document: { ...snapshot!.document, sounds: [] } });
    const loaded = await loadRig(db, 'rig', readRigValue);
    expect(loaded).toMatchObject({ ok: false, reason: 'A rig has at least one sound.', places: ['sounds'] });
    const raw = await rawRecords(db, 'rig');
    expect(raw.snapshots).toHaveLength(1);
    expect((await listRigs(db, NOW)).map((h) => h.id)).toEqual(['rig']);
  });
});

describe('the bin', () => {
  test('keeps for thirty days', async () => {
    await binRig(db, 'rig', NOW);
    expect((await listRigs(db, '2026-03-30T12:00:00.000Z')).map((h) => h.binned)).toEqual([NOW]);
    expect(daysLeftInBin(NOW, '2026-03-30T12:00:00.000Z')).toBe(1);
    // Found to be over, it stays three days more.
    expect(await listRigs(db, '2026-04-02T12:00:00.000Z')).toHaveLength(1);
    expect(await listRigs(db, '2026-04-04T12:00:00.000Z')).toHaveLength(1);
    expect(await listRigs(db, '2026-04-05T12:00:00.000Z')).toEqual([]);
    expect(await db.snapshots.count()).toBe(0);
  });

  test('a clock set ahead and back again empties nothing', async () => {
    await binRig(db, 'rig', NOW);
    expect(await listRigs(db, '2027-06-01T12:00:00.000Z')).toHaveLength(1);
    expect(await listRigs(db, '2026-03-02T12:00:00.000Z')).toHaveLength(1);
    expect(await listRigs(db, '2026-04-02T12:00:00.000Z')).toHaveLength(1);
    expect(await listRigs(db, '2026-04-03T12:00:00.000Z')).toHaveLength(1);
  });

  test('taken back in the days of grace, its time begins anew', async () => {
    await binRig(db, 'rig', NOW);
    await listRigs(db, '2026-04-02T12:00:00.000Z');
    await restoreRig(db, 'rig');
    await listRigs(db, '2026-04-03T12:00:00.000Z');
    await binRig(db, 'rig', '2026-04-03T12:00:00.000Z');
    expect(await listRigs(db, '2026-05-02T12:00:00.000Z')).toHaveLength(1);
    // Over again it has its days of grace again.
    expect(await listRigs(db, '2026-05-06T12:00:00.000Z')).toHaveLength(1);
  });

  test('a rig that was looked at for long has its days of grace in the bin', async () => {
    await listRigs(db, NOW);
    await binRig(db, 'rig', NOW);
    expect(await listRigs(db, '2026-04-20T12:00:00.000Z')).toHaveLength(1);
    expect(await listRigs(db, '2026-04-23T12:00:00.000Z')).toEqual([]);
  });

  test('a copy finds an id of its own', async () => {
    expect(await freeRigId(db, 'rig')).toBe('rig-2');
    expect(await freeRigId(db, 'other')).toBe('other');
  });
});
