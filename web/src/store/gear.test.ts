import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { CATALOGUE } from '../../../core/catalog';
import { itemFromKind, type GearItem } from '../../../core/gear';
import { RigDatabase } from './db';
import {
  binItem,
  dropDraft,
  keepDraft,
  readGearItem,
  readGearShelf,
  removeItem,
  restoreItem,
  storeItem,
  takeItems,
} from './gear';
import { takenWords } from './gear-files';
import { NOW } from './testing';

let db: RigDatabase;
beforeEach(() => {
  db = new RigDatabase('gear');
});
afterEach(async () => {
  db.close();
  await db.delete();
});

const fuzz = (id = 'own-fuzz', name = 'Grey Moth'): GearItem => ({
  ...itemFromKind(
    CATALOGUE.find((kind) => kind.id === 'fuzz')!,
    id,
  ),
  name,
});
const names = async () => (await readGearShelf(db)).items.map(({ item }) => [item.name, item.revision]);
const fresh = (name: string) => `own-${name.toLowerCase().replace(' ', '-')}-copy`;

test('what was taken is told in one sentence', () => {
  const said = (added: number, same: number, copies: readonly string[] = []) =>
    takenWords({ added, same, copies, refused: [] });
  expect(said(1, 0)).toBe('1 box on your gear shelf.');
  expect(said(2, 1)).toBe('2 boxes on your gear shelf, 1 stood there already.');
  expect(said(2, 0, ['Grey Moth'])).toBe(
    '2 boxes on your gear shelf; Grey Moth differed from what stood there and came as a copy.',
  );
});

describe('the gear shelf in the store', () => {
  test('an item gets a revision each time it is put there; its draft is done with', async () => {
    await keepDraft(db, { id: 'own-fuzz', item: fuzz(), unread: {}, based: 0, changed: NOW });
    expect((await readGearShelf(db)).drafts).toHaveLength(1);
    const first = await storeItem(db, fuzz(), 0, NOW);
    expect(first).toMatchObject({ ok: true, item: { revision: 1 } });
    expect(await readGearItem(db, 'own-fuzz')).toMatchObject({
      row: { item: { revision: 1 } },
      draft: undefined,
    });
    expect(await storeItem(db, { ...fuzz(), name: 'Greyer Moth' }, 1, NOW)).toMatchObject({
      item: { revision: 2 },
    });
    expect(await names()).toEqual([['Greyer Moth', 2]]);
  });

  test('what breaks an invariant is not stored, and says where', async () => {
    const broken = { ...fuzz(), blocks: [] };
    const stored = await storeItem(db, broken, 0, NOW);
    expect(stored).toMatchObject({ ok: false, why: 'problems' });
    expect(stored.ok || stored.why !== 'problems' ? '' : stored.words.join(' ')).toMatch(/there is no block/);
    expect(await names()).toEqual([]);
    // As it is being made it may be broken, and is kept so.
    await keepDraft(db, {
      id: 'own-fuzz',
      item: broken,
      unread: { 'jacks/in#rIn': 'loud' },
      based: 0,
      changed: NOW,
    });
    const { drafts } = await readGearShelf(db);
    expect(drafts[0]).toMatchObject({ item: { blocks: [] }, unread: { 'jacks/in#rIn': 'loud' } });
    await dropDraft(db, 'own-fuzz');
    expect((await readGearShelf(db)).drafts).toEqual([]);
  });

  test('two tabs: what was made from an older revision overwrites nothing', async () => {
    await storeItem(db, fuzz(), 0, NOW);
    await storeItem(db, { ...fuzz(), name: 'By the other tab' }, 1, NOW);
    expect(await storeItem(db, { ...fuzz(), name: 'By this tab' }, 1, NOW)).toEqual({
      ok: false,
      why: 'changed',
      revision: 2,
    });
    expect(await names()).toEqual([['By the other tab', 2]]);
  });

  test('items of a file: the same is passed over, another comes as a copy, a binned one gives way', async () => {
    await storeItem(db, fuzz('own-a', 'A'), 0, NOW);
    await storeItem(db, fuzz('own-b', 'B'), 0, NOW);
    await binItem(db, 'own-b', NOW);
    const { items } = await readGearShelf(db);
    const [a] = items.map(({ item }) => item);
    const file = [a!, { ...a!, name: 'A two' }, { ...fuzz('own-b', 'B'), revision: 7 }, fuzz('own-c', 'C')];
    const taken = await takeItems(db, file, NOW, fresh);
    expect(taken).toEqual({ added: 3, same: 1, copies: ['A two'] });
    expect(await names()).toEqual([
      ['A', 1],
      ['A two', 1],
      ['B', 7],
      ['C', 0],
    ]);
    expect((await readGearItem(db, 'own-a-two-copy')).row?.item.name).toBe('A two');
  });

  test('a row that does not pass any more is kept and told, not dropped', async () => {
    await db.gear.put({
      id: 'own-old',
      item: { ...fuzz('own-old', 'Old'), jacks: [] },
      changed: NOW,
      binned: null,
    });
    const { items, unread } = await readGearShelf(db);
    expect(items).toEqual([]);
    expect(unread).toEqual([
      expect.objectContaining({
        id: 'own-old',
        name: 'Old',
        reason: expect.stringContaining('jack') as unknown,
      }),
    ]);
  });

  test('the bin gives back, and lets go for good', async () => {
    await storeItem(db, fuzz(), 0, NOW);
    await binItem(db, 'own-fuzz', NOW);
    expect(await names()).toEqual([]);
    expect((await readGearShelf(db)).binned).toHaveLength(1);
    await restoreItem(db, 'own-fuzz');
    expect(await names()).toEqual([['Grey Moth', 1]]);
    await removeItem(db, 'own-fuzz');
    expect(await names()).toEqual([]);
  });
});
