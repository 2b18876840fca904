// What can be had of a stored rig that does not pass reading any more. What is stored stays as it is.
import { LIMITS, patchRig, withEnding, type HistoryRecord, type Rig } from '../../../core/model';
import { writeWithHistory } from '../../../core/file';
import type { EditRow, RigDatabase } from './db';
import { assemble, createRig, freeRigId, rawRecords, type CheckStored } from './rigs';

const recordOf = ({ rig: _rig, tab: _tab, at: _at, ...record }: EditRow): HistoryRecord => record;

/**
 * The text of a file that import accepts once the value it refuses is put right, the edits with it for undo.
 * Where no document can be put together any more it holds the records as they stand.
 */
export async function salvageFile(db: RigDatabase, id: string): Promise<{ text: string; ending: string }> {
  const { document, rows } = await assemble(db, id);
  return document
    ? { text: writeWithHistory(document, rows.map(recordOf)), ending: 'humrig.json' }
    : { text: JSON.stringify(await rawRecords(db, id), null, 2), ending: 'raw.json' };
}

/** The newest state of a rig that passes, with the edits that led to it and the names of those that came after. */
export type LastGood = {
  readonly rig: Rig;
  readonly history: readonly HistoryRecord[];
  readonly undone: readonly string[];
};

/** Takes stored edits back, the newest first, until the document passes; null if none does. */
export async function lastGood(db: RigDatabase, id: string, check: CheckStored): Promise<LastGood | null> {
  const { document, rows } = await assemble(db, id);
  if (!document) return null;
  let at: Rig = document;
  try {
    for (let n = rows.length - 1; n >= 0; n -= 1) {
      at = patchRig(at, rows[n]?.inverse ?? []);
      const read = await check(at);
      if (read.ok)
        return {
          rig: read.rig,
          history: rows.slice(0, n).map(recordOf),
          undone: rows.slice(n).map(({ label }) => label),
        };
    }
  } catch {
    // A record that does not fit ends the way back.
  }
  return null;
}

/** Puts the last good state on the shelf as a rig of its own; returns its id. */
export async function keepLastGood(
  db: RigDatabase,
  { rig, history }: LastGood,
  now: string,
): Promise<string> {
  const id = await freeRigId(db, withEnding(rig.id, '-back', LIMITS.idLength));
  const title = withEnding(rig.title, ' (as it could be read)', LIMITS.nameLength);
  await createRig(db, { ...rig, id, title }, now, { history });
  return id;
}
