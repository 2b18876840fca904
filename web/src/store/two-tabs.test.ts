import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { ChangeCheck } from '../../../core/edits';
import { makeRig, type HistoryRecord } from '../../../core/model';
import { readRigValue, refusalOf } from '../../../core/file';
import { RigDatabase } from './db';
import { appendRecord, ConflictError, createRig, loadRig, removeForGood } from './rigs';
import type { Session } from './session';
import { NOW, rename, sessionOn, type Told } from './testing';

let db: RigDatabase;
let n = 0;
const session = (tab: string, live: readonly string[] = ['a', 'b']) => sessionOn(db, 'rig', tab, live);

beforeEach(async () => {
  n += 1;
  db = new RigDatabase(`tabs-${n}`);
  await createRig(db, makeRig({ id: 'rig', title: 'rig', created: '2026-03-01' }), NOW);
});
afterEach(async () => {
  db.close();
  await db.delete();
});

const tell = (from: Told, to: Session) => from.records.forEach((record) => to.hear(record, NOW));
const notes = (text: string) => ({ edit: 'setRigNotes', arguments: { notes: text } }) as const;

describe('two live tabs', () => {
  test('each hears the other’s edit and shows the same rig', async () => {
    const [a, b] = [await session('a'), await session('b')];
    const heard: unknown[] = [];
    b.onChange((patches) => heard.push(patches));
    rename(a, 'From a');
    await a.settled();
    tell(a, b);
    expect(heard).toHaveLength(1);
    expect(heard[0]).not.toBeNull();
    b.commit(notes('From b'));
    await b.settled();
    tell(b, a);
    expect(a.state.getState().rig).toEqual(b.state.getState().rig);
    expect(a.state.getState().rig).toMatchObject({ title: 'From a', notes: 'From b' });
  });

  test('edits made at the same moment in both are both kept, in one order', async () => {
    const [a, b] = [await session('a'), await session('b')];
    rename(a, 'From a');
    b.commit(notes('One'));
    b.commit(notes('Two'));
    b.undo();
    await Promise.all([a.settled(), b.settled()]);
    tell(b, a);
    tell(a, b);
    await Promise.all([a.settled(), b.settled()]);
    const loaded = await loadRig(db, 'rig', readRigValue);
    for (const s of [a, b])
      expect(s.state.getState()).toMatchObject({
        rig: { title: 'From a', notes: 'One' },
        saved: 'saved',
        revision: 4,
      });
    expect(loaded.ok && loaded.rig).toEqual(a.state.getState().rig);
    expect([...a.copies, ...b.copies]).toEqual([]);
    b.redo();
    expect(b.state.getState().rig.notes).toBe('Two');
  });

  test('both changing one thing keeps the later tab’s change as a copy', async () => {
    const [a, b] = [await session('a'), await session('b')];
    rename(a, 'From a');
    rename(b, 'From b');
    await Promise.all([a.settled(), b.settled()]);
    const [kept, other] = a.copies.length > 0 ? [a, b] : [b, a];
    expect(kept.copies).toHaveLength(1);
    expect(kept.copies[0]!.title).not.toBe(other.state.getState().rig.title);
    expect(kept.why).toEqual(['the rig']);
    expect(kept.state.getState()).toMatchObject({
      rig: { title: other.state.getState().rig.title },
      saved: 'saved',
      readOnly: null,
    });
  });

  test('edits that come before their check does wait for it, in order; nothing is called saved meanwhile', async () => {
    let came: (check: ChangeCheck) => void = () => undefined;
    const a = await sessionOn(db, 'rig', 'a', [], new Promise<ChangeCheck>((resolve) => (came = resolve)));
    rename(a, 'One');
    rename(a, 'x'.repeat(201));
    rename(a, 'Two');
    a.undo();
    expect(a.state.getState()).toMatchObject({ rig: { title: 'rig' }, saved: 'saving' });
    came(refusalOf);
    await new Promise((done) => setTimeout(done));
    await a.settled();
    expect(a.state.getState()).toMatchObject({ rig: { title: 'One' }, saved: 'saved', revision: 3 });
    expect(a.said).toEqual([expect.stringMatching(/at most 200/)]);
  });

  test('a tab whose check is still on its way hears, and looks for itself, all the same', async () => {
    const a = await session('a');
    const b = await sessionOn(db, 'rig', 'b', ['a', 'b'], new Promise(() => undefined));
    rename(a, 'Told to nobody');
    await a.settled();
    b.look();
    await b.settled();
    expect(b.state.getState().rig.title).toBe('Told to nobody');
    a.records.length = 0;
    rename(a, 'Told');
    await a.settled();
    tell(a, b);
    expect(b.state.getState()).toMatchObject({ rig: { title: 'Told' }, saved: 'saved' });
  });

  test('a record that was missed is read from the store with the next one', async () => {
    const [a, b] = [await session('a'), await session('b')];
    for (const title of ['One', 'Two', 'Three']) rename(a, title);
    await a.settled();
    b.hear(a.records.at(-1)!, NOW);
    await b.settled();
    expect(b.state.getState()).toMatchObject({ revision: 3, rig: { title: 'Three' } });
  });

  test('undo is for one’s own edits; the other’s later change to the same part is told before it goes', async () => {
    const [a, b] = [await session('a'), await session('b')];
    rename(a, 'From a');
    await a.settled();
    tell(a, b);
    expect(b.undo()).toBeNull();
    expect(b.state.getState().rig.title).toBe('From a');
    rename(b, 'From b');
    await b.settled();
    tell(b, a);
    expect(a.undo()).toMatch(/held back: another tab changed the rig/);
    expect(a.state.getState().rig.title).toBe('From b');
    expect(a.undo()).toBeNull();
    expect(a.state.getState().rig.title).toBe('rig');
  });

  test('edits of a tab that is closed are for whoever opens the rig next', async () => {
    const a = await session('a');
    rename(a, 'From a');
    await a.settled();
    const [beside, after] = [await session('b'), await session('c', ['c'])];
    beside.undo();
    expect(beside.state.getState().rig.title).toBe('From a');
    after.undo();
    expect(after.state.getState().rig.title).toBe('rig');
  });

  test('a rig taken off the shelf elsewhere can be read but not changed, and what waited is a copy', async () => {
    const a = await session('a');
    await removeForGood(db, 'rig');
    rename(a, 'Too late');
    await a.settled();
    expect(a.copies.map((rig) => rig.title)).toEqual(['Too late']);
    expect(rename(a, 'x')).toMatch(/taken off the shelf/);
  });

  test('a rig replaced under its id is shown anew, never mixed with the old one', async () => {
    const a = await session('a');
    await removeForGood(db, 'rig');
    await createRig(db, makeRig({ id: 'rig', title: 'other', created: '2026-03-02' }), '2026-03-02');
    a.look();
    await a.settled();
    expect(a.state.getState()).toMatchObject({ rig: { title: 'other' }, revision: 0 });
    rename(a, 'goes on');
    await a.settled();
    expect(a.state.getState().saved).toBe('saved');
  });

  test('the check is on the stored revision and on which rig holds the id', async () => {
    const record: HistoryRecord = {
      revision: 7,
      kind: 'edit',
      label: '',
      undoable: true,
      patches: [],
      inverse: [],
    };
    const rig = makeRig({ id: 'rig', title: 'rig', created: '2026-03-01' });
    for (const [revision, created] of [
      [7, NOW],
      [1, '2026-01-01'],
    ] as const)
      await expect(
        appendRecord(db, rig, { ...record, revision }, { tab: 'a', at: NOW, created }),
      ).rejects.toThrow(ConflictError);
  });
});
