// The gear shelf: one's own items, and those that are being made.
import { checkItem, type GearItem } from '../../../core/gear';
import { problemWords, same as isSame } from '../../../core/model';
import type { GearDraft, GearRow, RigDatabase } from './db';

/** What stands on the gear shelf; `unread`: rows that do not pass any more, kept as they are. */
export type GearShelf = {
  readonly items: readonly (GearRow & { readonly item: GearItem })[];
  readonly binned: readonly GearRow[];
  readonly drafts: readonly GearDraft[];
  readonly unread: readonly {
    readonly id: string;
    readonly name: string;
    readonly reason: string;
    readonly raw: unknown;
  }[];
};

const byName = (a: { item: GearItem }, b: { item: GearItem }) =>
  a.item.name.localeCompare(b.item.name) || a.item.id.localeCompare(b.item.id);

/** What a row is called, whatever its item is. */
const nameOf = ({ id, item }: GearRow): string => {
  const { name } = (item ?? {}) as { readonly name?: unknown };
  return typeof name === 'string' ? name : id;
};

export async function readGearShelf(db: RigDatabase): Promise<GearShelf> {
  const [rows, drafts] = await db.transaction('r', [db.gear, db.gearDrafts], () =>
    Promise.all([db.gear.toArray(), db.gearDrafts.toArray()]),
  );
  const checked = rows.map((row) => ({ row, checked: checkItem(row.item) }));
  const good = checked
    .flatMap((one) => (one.checked.ok ? [{ ...one.row, item: one.checked.item }] : []))
    .sort(byName);
  return {
    items: good.filter(({ binned }) => binned === null),
    binned: good.filter(({ binned }) => binned !== null),
    drafts: [...drafts].sort(byName),
    unread: checked.flatMap(({ row, checked: result }) =>
      result.ok
        ? []
        : [
            {
              id: row.id,
              name: nameOf(row),
              reason: result.problems.map((problem) => problemWords(row.item, problem)).join(' '),
              raw: row,
            },
          ],
    ),
  };
}

/** What stands on the shelf under an id, and what is being made of it; both undefined: nothing is there. */
export async function readGearItem(
  db: RigDatabase,
  id: string,
): Promise<{ readonly row: GearRow | undefined; readonly draft: GearDraft | undefined }> {
  return db.transaction('r', [db.gear, db.gearDrafts], async () => ({
    row: await db.gear.get(id),
    draft: await db.gearDrafts.get(id),
  }));
}

export const keepDraft = (db: RigDatabase, draft: GearDraft) => db.gearDrafts.put(draft);
export const dropDraft = (db: RigDatabase, id: string) => db.gearDrafts.delete(id);

export type Stored =
  | { readonly ok: true; readonly item: GearItem }
  | { readonly ok: false; readonly why: 'problems'; readonly words: readonly string[] }
  /** Another tab put another revision on the shelf meanwhile. */
  | { readonly ok: false; readonly why: 'changed'; readonly revision: number };

/**
 * Puts an item on the shelf, one revision on; its draft is done with. What does not pass is not stored.
 * @param based the revision that it was made from, 0 for none
 */
export async function storeItem(
  db: RigDatabase,
  item: GearItem,
  based: number,
  now: string,
): Promise<Stored> {
  const checked = checkItem(item);
  if (!checked.ok)
    return {
      ok: false,
      why: 'problems',
      words: checked.problems.map((problem) => problemWords(item, problem)),
    };
  return db.transaction('rw', [db.gear, db.gearDrafts], async (): Promise<Stored> => {
    const there = await db.gear.get(item.id);
    const revision = there?.item.revision ?? 0;
    if (revision !== based) return { ok: false, why: 'changed', revision };
    const stored: GearItem = { ...checked.item, revision: revision + 1 };
    await db.gear.put({ id: item.id, item: stored, changed: now, binned: null });
    await db.gearDrafts.delete(item.id);
    return { ok: true, item: stored };
  });
}

/**
 * Takes items of a file onto the shelf under the ids they have, so that rigs find them. One that stands there to the
 * letter is passed over; one that differs from what stands under its id comes as an item of its own.
 * @param freshId an id for such a one
 */
export async function takeItems(
  db: RigDatabase,
  items: readonly GearItem[],
  now: string,
  freshId: (name: string) => string,
): Promise<{ readonly added: number; readonly same: number; readonly copies: readonly string[] }> {
  return db.transaction('rw', [db.gear], async () => {
    let [added, same] = [0, 0];
    const copies: string[] = [];
    for (const item of items) {
      const there = await db.gear.get(item.id);
      if (there && there.binned === null && isSame(there.item, item)) {
        same += 1;
        continue;
      }
      const isFree = !there || there.binned !== null;
      const own = isFree ? item : { ...item, id: freshId(item.name) };
      if (!isFree) copies.push(item.name);
      await db.gear.put({ id: own.id, item: own, changed: now, binned: null });
      added += 1;
    }
    return { added, same, copies };
  });
}

export const binItem = (db: RigDatabase, id: string, now: string) => db.gear.update(id, { binned: now });
export const restoreItem = (db: RigDatabase, id: string) => db.gear.update(id, { binned: null });
export const removeItem = (db: RigDatabase, id: string) => db.gear.delete(id);
