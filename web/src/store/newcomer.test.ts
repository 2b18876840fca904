import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { readRigValue } from '../../../core/file';
import { makeRig } from '../../../core/model';
import { RigDatabase } from './db';
import { keepNewcomer, takeNewcomer } from './newcomer';
import { createRig, loadRig, removeForGood } from './rigs';
import { NOW, rename, sessionOn } from './testing';

let db: RigDatabase;
let n = 0;
const rig = makeRig({ id: 'new', title: 'New', created: '2026-03-01' });

beforeEach(async () => {
  n += 1;
  db = new RigDatabase(`newcomers-${n}`);
  await createRig(db, rig, NOW);
  keepNewcomer(rig, NOW);
});
afterEach(async () => {
  db.close();
  await db.delete();
});

describe('a rig that just came to the shelf', () => {
  test('is opened as it would be read from there, and only once', async () => {
    const loaded = await loadRig(db, 'new', readRigValue);
    if (!loaded.ok) throw new Error(loaded.reason);
    const { rig: stored, log, head } = loaded;
    expect(await takeNewcomer(db, 'new')).toEqual({
      rig: stored,
      log,
      revision: head.revision,
      created: head.created,
    });
    expect(await takeNewcomer(db, 'new')).toBeNull();
  });

  test('is read from there after an edit in another tab', async () => {
    const other = await sessionOn(db, 'new', 'tab-2');
    rename(other, 'Another');
    await other.settled();
    expect(await takeNewcomer(db, 'new')).toBeNull();
  });

  test('is read from there when another rig has its place, or none', async () => {
    await removeForGood(db, 'new');
    expect(await takeNewcomer(db, 'new')).toBeNull();
    keepNewcomer(rig, NOW);
    await createRig(db, { ...rig, title: 'Another' }, '2026-03-02T00:00:00.000Z');
    expect(await takeNewcomer(db, 'new')).toBeNull();
  });

  test('is not what is opened under another address', async () => {
    expect(await takeNewcomer(db, 'other')).toBeNull();
    expect(await takeNewcomer(db, 'new')).not.toBeNull();
  });
});
