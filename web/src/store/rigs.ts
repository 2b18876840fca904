import type { Logged } from '../../../core/edits';
import { freshId, patchRig, problemWords, type HistoryRecord, type Rig } from '../../../core/model';
import type { ReadResult } from '../../../core/file';
import type { EditRow, Head, RigDatabase } from './db';

/** Another tab wrote first: this one's document is not the stored one. */
export class ConflictError extends Error {
  override name = 'ConflictError';
}

const SNAPSHOT_EVERY = 50;
/** Records kept for undo after a reload; more than the 200 that are promised, less than for ever. */
const KEEP_RECORDS = 400;
const BIN_DAYS = 30;

const everything = (db: RigDatabase) => [db.heads, db.edits, db.snapshots];

export type Loaded =
  | { readonly ok: true; readonly head: Head; readonly rig: Rig; readonly log: readonly Logged[] }
  | {
      readonly ok: false;
      readonly head: Head | undefined;
      readonly reason: string;
      /** Where in the document what is wrong stands: `leads[3].lengthM`. */
      readonly places?: readonly string[];
    };

/** The tab that edits come from which were made before a rig came to this shelf. */
const NO_TAB = '';

/**
 * Puts a new rig on the shelf. Refuses an id that is there.
 * @param more `history`: what led to the document, for undo, oldest first
 */
export async function createRig(
  db: RigDatabase,
  rig: Rig,
  now: string,
  more: { demo?: boolean; history?: readonly HistoryRecord[] } = {},
): Promise<void> {
  const history = more.history ?? [];
  const revision = history.at(-1)?.revision ?? 0;
  const head: Head = {
    id: rig.id,
    title: rig.title,
    revision,
    created: now,
    modified: now,
    binned: null,
    savedToFile: null,
    demo: more.demo ?? false,
    version: rig.version,
  };
  await db.transaction('rw', everything(db), async () => {
    await db.heads.add(head);
    await db.snapshots.put({ rig: rig.id, revision, document: rig });
    await db.edits.bulkPut(history.map((record) => ({ ...record, rig: rig.id, tab: NO_TAB, at: now })));
  });
}

/** Checks a value that was stored, as a file would be. */
export type CheckStored = (value: unknown) => ReadResult | Promise<ReadResult>;

const everyRow = () => true;

/** What stands in the store of a rig, put together but not checked. */
type Assembled = {
  readonly head: Head | undefined;
  readonly rows: readonly EditRow[];
} & ({ readonly document: Rig } | { readonly document: null; readonly reason: string });

/** The newest snapshot, with the patches after it. */
export async function assemble(db: RigDatabase, id: string): Promise<Assembled> {
  const { head, snapshot, rows } = await db.transaction('r', everything(db), async () => {
    const rows = await db.edits.where('rig').equals(id).sortBy('revision');
    const snapshots = await db.snapshots.where('rig').equals(id).sortBy('revision');
    return { head: await db.heads.get(id), snapshot: snapshots.at(-1), rows };
  });
  const none = (reason: string) => ({ head, rows, document: null, reason });
  if (!head) return none('There is no such rig under this address.');
  if (!snapshot) return none('Its stored document is missing.');
  try {
    const after = rows.filter((row) => row.revision > snapshot.revision && row.revision <= head.revision);
    const document = after.reduce((rig, row) => patchRig(rig, row.patches), snapshot.document);
    return { head, rows, document };
  } catch (error) {
    return none(error instanceof Error ? error.message : String(error));
  }
}

/**
 * Reads a rig: what is stored of it, then the same checks a file gets.
 * @param own which records are for this tab to undo; all, if no other tab is open
 */
export async function loadRig(
  db: RigDatabase,
  id: string,
  check: CheckStored,
  own: (row: EditRow) => boolean = everyRow,
): Promise<Loaded> {
  const stored = await assemble(db, id);
  const { head, rows, document } = stored;
  if (!document || !head) return { ok: false, head, reason: 'reason' in stored ? stored.reason : '' };
  const read = await check(document);
  if (!read.ok) {
    const reason = read.problems.map((problem) => problemWords(document, problem)).join(' ');
    return { ok: false, head, reason, places: read.problems.map(({ path }) => path) };
  }
  return { ok: true, head, rig: read.rig, log: rows.map((record) => ({ record, own: own(record) })) };
}

/**
 * Stores one record and moves the head on, in one transaction.
 * @param rig the document after the record
 * @param meta who writes, when, and which rig of this id: an import may have put another one in its stead
 * @throws ConflictError when the stored revision is not the one before this record
 */
export async function appendRecord(
  db: RigDatabase,
  rig: Rig,
  record: HistoryRecord,
  meta: { tab: string; at: string; created: string },
): Promise<void> {
  const { tab, at, created } = meta;
  await db.transaction('rw', everything(db), async () => {
    const head = await db.heads.get(rig.id);
    if (head?.revision !== record.revision - 1 || head.created !== created)
      throw new ConflictError('This rig was changed somewhere else in the meantime.');
    await db.edits.put({ ...record, rig: rig.id, tab, at });
    const { version } = rig;
    await db.heads.put({ ...head, title: rig.title, revision: record.revision, modified: at, version });
    const isDue = record.revision % SNAPSHOT_EVERY === 0;
    // Patches of a migrated document do not fit the snapshot of an older version that stands before them.
    if (isDue || head.version !== version)
      await db.snapshots.put({ rig: rig.id, revision: record.revision, document: rig });
    if (isDue) await prune(db, rig.id, record.revision);
  });
}

/** What was stored after a revision, in order; `head` as it is now. */
export async function rowsAfter(
  db: RigDatabase,
  id: string,
  revision: number,
): Promise<{ readonly head: Head | undefined; readonly rows: readonly EditRow[] }> {
  return db.transaction('r', everything(db), async () => ({
    head: await db.heads.get(id),
    rows: await db.edits
      .where('[rig+revision]')
      .between([id, revision], [id, Infinity], false, true)
      .sortBy('revision'),
  }));
}

/** Forgets records beyond what undo keeps, and all but the two newest snapshots. */
async function prune(db: RigDatabase, id: string, revision: number) {
  await db.edits
    .where('[rig+revision]')
    .between([id, -Infinity], [id, revision - KEEP_RECORDS], true, true)
    .delete();
  await db.snapshots
    .where('[rig+revision]')
    .between([id, -Infinity], [id, revision - 2 * SNAPSHOT_EVERY], true, true)
    .delete();
}

const days = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 86_400_000;

/** A rig whose time is over stays this long beyond it: a clock that was set wrong for a day empties no bin. */
const GRACE_DAYS = 3;

/**
 * Every head; rigs whose time in the bin is over are gone for good first. Over is what was over on a day before too:
 * the clock that says so may have been set ahead.
 */
export async function listRigs(db: RigDatabase, now: string): Promise<readonly Head[]> {
  const heads = await db.heads.toArray();
  const gone = new Set<string>();
  for (const { id, binned, overdue } of heads) {
    const isOver = binned !== null && days(binned, now) > BIN_DAYS;
    const since = isOver && overdue && overdue <= now ? overdue : null;
    if (since !== null && days(since, now) >= GRACE_DAYS) {
      await removeForGood(db, id);
      gone.add(id);
    } else if (isOver && since === null) await db.heads.update(id, { overdue: now });
    else if (!isOver && overdue) await db.heads.update(id, { overdue: null });
  }
  return heads
    .filter(({ id }) => !gone.has(id))
    .sort((a, b) => lastUse(b).localeCompare(lastUse(a)) || a.id.localeCompare(b.id));
}

export const daysLeftInBin = (binned: string, now: string): number =>
  Math.max(0, Math.ceil(BIN_DAYS - days(binned, now)));

/** When a rig was last opened or changed. */
export const lastUse = ({ opened = '', modified }: Head): string => (opened > modified ? opened : modified);

export const markOpened = (db: RigDatabase, id: string, now: string) => db.heads.update(id, { opened: now });
export const binRig = (db: RigDatabase, id: string, now: string) => db.heads.update(id, { binned: now });
export const restoreRig = (db: RigDatabase, id: string) => db.heads.update(id, { binned: null });
export const markSavedToFile = (db: RigDatabase, id: string, now: string) =>
  db.heads.update(id, { savedToFile: now });

export async function removeForGood(db: RigDatabase, id: string): Promise<void> {
  await db.transaction('rw', everything(db), async () => {
    await db.heads.delete(id);
    await db.edits.where('rig').equals(id).delete();
    await db.snapshots.where('rig').equals(id).delete();
  });
}

/** All that is stored of a rig, as it is: for a record that does not pass any more. */
export async function rawRecords(
  db: RigDatabase,
  id: string,
): Promise<{ head: Head | undefined; snapshots: unknown[]; edits: EditRow[] }> {
  return db.transaction('r', everything(db), async () => ({
    head: await db.heads.get(id),
    snapshots: await db.snapshots.where('rig').equals(id).toArray(),
    edits: await db.edits.where('rig').equals(id).sortBy('revision'),
  }));
}

/** An id no stored rig has, made from one that is wanted. */
export const freeRigId = async (db: RigDatabase, wanted: string): Promise<string> =>
  freshId(wanted, new Set(await db.heads.toCollection().primaryKeys()));
