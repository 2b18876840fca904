// Two tabs on one rig, edits in both at any moment, messages late or lost: nothing is lost, and all agree.
import { afterAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makePlace, makeRig, type HistoryRecord, type Rig } from '../../../core/model';
import { readRigValue } from '../../../core/file';
import { RigDatabase } from './db';
import { createRig, loadRig, removeForGood } from './rigs';
import type { Session } from './session';
import { NOW, sessionOn, type Told } from './testing';

type Tab = Session & Told & { readonly name: string; heard: number };

/** One thing that happens: an edit of a tab, a message that comes or is lost, or a moment that passes. */
const happening = fc.record({
  tab: fc.constantFrom<0 | 1>(0, 1),
  what: fc.constantFrom(
    'place',
    'place',
    'place',
    'title',
    'notes',
    'undo',
    'redo',
    'hear',
    'lose',
    'wait',
    'wait',
  ),
  n: fc.nat({ max: 4 }),
});
type Happening = typeof happening extends fc.Arbitrary<infer T> ? T : never;

const db = new RigDatabase('tabs-law');
afterAll(async () => {
  db.close();
  await db.delete();
});

let runs = 0;
let places = 0;
const met = { conflicts: 0, apart: 0, undone: 0, lostMessages: 0, acrossSnapshot: 0 };

const undoOf = (tab: Tab) => tab.state.getState().history.done.at(-1);

/** Does one thing. Places that were put in and stand stay in `wanted` until their own tab takes them back. */
function happen(tab: Tab, other: Tab, { what, n }: Happening, wanted: Map<string, string>) {
  const added = (record: HistoryRecord | undefined) =>
    record?.patches.flatMap((p) => (p.op === 'add' && p.path[1] === 'places' ? [String(p.path[2])] : [])) ??
    [];
  switch (what) {
    case 'place': {
      const id = `place-${(places += 1)}`;
      const { length } = tab.state.getState().rig.stage.places;
      const index = Math.min(n, length);
      if (tab.commit({ edit: 'addPlace', arguments: { place: makePlace(id, id), index } }) === null)
        wanted.set(id, tab.name);
      return;
    }
    case 'title':
    case 'notes': {
      const text = `${tab.name} ${runs} ${n}`;
      if (what === 'title') tab.commit({ edit: 'setTitle', arguments: { title: text } });
      else tab.commit({ edit: 'setRigNotes', arguments: { notes: text } });
      return;
    }
    case 'undo':
    case 'redo': {
      const before = tab.state.getState();
      const entry = what === 'undo' ? undoOf(tab) : before.history.undone.at(-1);
      tab[what]();
      if (tab.state.getState().turn === before.turn) return;
      met.undone += 1;
      for (const id of added(entry))
        if (what === 'undo') wanted.delete(id);
        else wanted.set(id, tab.name);
      return;
    }
    case 'hear':
    case 'lose': {
      const record = other.records[tab.heard];
      if (!record) return;
      tab.heard += 1;
      if (what === 'hear') tab.hear(record, NOW);
      else met.lostMessages += 1;
      return;
    }
    default:
  }
}

async function settle(tabs: readonly Tab[]) {
  for (let round = 0; round < 2; round += 1) {
    tabs.forEach((tab) => tab.look());
    await Promise.all(tabs.map((tab) => tab.settled()));
  }
}

const holds = (rig: Rig, place: string) => rig.stage.places.some((p) => p.id === place);

async function play(start: number, happenings: readonly Happening[]) {
  runs += 1;
  const id = `rig-${runs}`;
  await createRig(db, makeRig({ id, title: 'rig', created: '2026-03-01' }), NOW);
  // Close to a snapshot, so that records are packed away while two tabs write.
  await db.heads.update(id, { revision: start });
  await db.snapshots.where('rig').equals(id).modify({ revision: start });
  const open = async (name: string): Promise<Tab> =>
    Object.assign(await sessionOn(db, id, name, ['a', 'b']), { name, heard: 0 });
  const tabs = await Promise.all([open('a'), open('b')]);
  const wanted = new Map<string, string>();
  for (const it of happenings) {
    const [tab, other] = it.tab === 0 ? tabs : [tabs[1], tabs[0]];
    if (it.what === 'wait')
      for (let i = 0; i < 6 * it.n; i += 1) await new Promise((done) => setImmediate(done));
    else happen(tab, other, it, wanted);
  }
  await settle(tabs);
  const [a, b] = tabs;
  const loaded = await loadRig(db, id, readRigValue);
  if (!loaded.ok) throw new Error(loaded.reason);
  for (const tab of tabs)
    expect(tab.state.getState()).toMatchObject({
      rig: loaded.rig,
      saved: 'saved',
      trouble: null,
      readOnly: null,
    });
  const copies = [...a.copies, ...b.copies];
  for (const rig of copies) expect(readRigValue(structuredClone(rig)).ok).toBe(true);
  for (const place of wanted.keys())
    expect({ place, kept: [loaded.rig, ...copies].some((rig) => holds(rig, place)) }).toEqual({
      place,
      kept: true,
    });
  await removeForGood(db, id);
  met.apart += copies.length;
  if (a.records.length > 0 && b.records.length > 0) met.conflicts += 1;
  if (Math.floor(start / 50) < Math.floor(loaded.head.revision / 50)) met.acrossSnapshot += 1;
}

test('two tabs: no edit is lost, both and the store end equal, and what is stored can be read', async () => {
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(0, 0, 47), fc.array(happening, { minLength: 6, maxLength: 24 }), play),
    { numRuns: 500 },
  );
  expect(met.conflicts).toBeGreaterThan(250);
  expect(met.apart).toBeGreaterThan(60);
  expect(met.undone).toBeGreaterThan(100);
  expect(met.lostMessages).toBeGreaterThan(60);
  expect(met.acrossSnapshot).toBeGreaterThan(20);
}, 60_000);
