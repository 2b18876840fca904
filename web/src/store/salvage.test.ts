import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { readRig, readRigValue } from '../../../core/file';
import { makeRig } from '../../../core/model';
import { RigDatabase } from './db';
import { createRig, freeRigId, loadRig } from './rigs';
import { keepLastGood, lastGood, salvageFile } from './salvage';
import { NOW, rename, sessionOn } from './testing';

let db: RigDatabase;
beforeEach(async () => {
  db = new RigDatabase('salvage');
  await createRig(db, makeRig({ id: 'rig', title: 'One', created: '2026-03-01' }), NOW);
  const session = await sessionOn(db, 'rig', 't');
  rename(session, 'Two');
  rename(session, 'Three');
  await session.settled();
});
afterEach(async () => {
  db.close();
  await db.delete();
});

/** A record that no check of today would let through: as an earlier build may have stored it. */
const spoil = async () => {
  const places = ['stage', 'places', 'floor', 'distanceM'];
  await db.edits.put({
    rig: 'rig',
    tab: 't',
    at: NOW,
    revision: 3,
    kind: 'edit',
    label: 'Change distance',
    undoable: true,
    patches: [{ op: 'replace', path: places, value: -4 }],
    inverse: [{ op: 'replace', path: places, value: 3 }],
  });
  await db.heads.update('rig', { revision: 3 });
};

describe('a stored rig that does not pass any more', () => {
  test('says what is wrong in words, and where in the file', async () => {
    await spoil();
    const loaded = await loadRig(db, 'rig', readRigValue);
    expect(loaded).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/^“.*”, distance: 0 or more, not -4\.$/),
      places: ['stage.places[1].distanceM'],
    });
  });

  test('is a file that import takes once the value is put right, with its edits to undo', async () => {
    await spoil();
    const { text, ending } = await salvageFile(db, 'rig');
    expect(ending).toBe('humrig.json');
    expect(readRig(text)).toMatchObject({ ok: false, problems: [{ path: 'stage.places[1].distanceM' }] });
    const read = readRig(text.replace('"distanceM": -4', '"distanceM": 4'));
    if (!read.ok) throw new Error('not taken');
    expect(read.rig).not.toHaveProperty('history');
    await createRig(db, { ...read.rig, id: 'again' }, NOW, { history: read.history ?? [] });
    const session = await sessionOn(db, 'again', 't');
    expect([1, 2, 3].map(() => session.undo())).toEqual([null, null, null]);
    await session.settled();
    const undone = await loadRig(db, 'again', readRigValue);
    expect(undone.ok && [undone.rig.title, undone.rig.stage.places[1]!.distanceM]).toEqual(['One', 3]);
  });

  test('can be had as it was before, beside what is stored', async () => {
    await spoil();
    const good = await lastGood(db, 'rig', readRigValue);
    expect(good?.undone).toEqual(['Change distance']);
    const id = await keepLastGood(db, good!, NOW);
    const session = await sessionOn(db, id, 't');
    expect(session.state.getState().rig.title).toBe('Three (as it could be read)');
    session.undo();
    expect(session.state.getState().rig.title).toBe('Two');
    expect((await loadRig(db, 'rig', readRigValue)).ok).toBe(false);
  });

  test('whose records fit nothing is still a file of all that is stored', async () => {
    await db.snapshots.where('rig').equals('rig').delete();
    const { text, ending } = await salvageFile(db, 'rig');
    expect(ending).toBe('raw.json');
    expect(JSON.parse(text)).toMatchObject({ head: { title: 'Three' }, edits: [{}, {}] });
    expect(await lastGood(db, 'rig', readRigValue)).toBeNull();
  });
});

test('an id of full length gives one that is free and is an id', async () => {
  const long = `${'a'.repeat(10)}-${'b'.repeat(49)}`;
  const put = (id: string) => createRig(db, makeRig({ id, title: 'x', created: '2026-03-01' }), NOW);
  await put(long);
  await put(await freeRigId(db, long));
  const free = await freeRigId(db, long);
  expect(free).toBe(`${long.slice(0, 58)}-3`);
  expect(readRigValue(makeRig({ id: free, title: 'x', created: '2026-03-01' })).ok).toBe(true);
});
