import type { ChangeCheck } from '../../../core/edits';
import type { HistoryRecord, Rig } from '../../../core/model';
import { readRigValue, refusalOf } from '../../../core/file';
import type { RigDatabase } from './db';
import { loadRig } from './rigs';
import { openSession, type Session } from './session';

export const NOW = '2026-03-01T12:00:00.000Z';

/** What a session kept as a copy, and the records it told other tabs of. */
export type Told = { copies: Rig[]; why: string[]; records: HistoryRecord[]; said: string[] };

/** A session as a tab opens it, over a database of the test. `live`: the tabs that are open. */
export async function sessionOn(
  db: RigDatabase,
  id: string,
  tab: string,
  live: readonly string[] = [],
  check: ChangeCheck | Promise<ChangeCheck> = refusalOf,
): Promise<Session & Told> {
  const told: Told = { copies: [], why: [], records: [], said: [] };
  const read = async () => {
    const loaded = await loadRig(db, id, readRigValue, (row) => row.tab === tab || !live.includes(row.tab));
    return loaded.ok
      ? {
          rig: loaded.rig,
          log: loaded.log,
          revision: loaded.head.revision,
          created: loaded.head.created,
        }
      : { gone: 'This rig was taken off the shelf in another tab.' };
  };
  const stored = await read();
  if ('gone' in stored) throw new Error(`no rig ${id}`);
  const opened = openSession({
    db,
    tab,
    stored,
    ports: {
      now: () => NOW,
      stored: (record) => told.records.push(record),
      reload: read,
      check,
      say: (text) => told.said.push(text),
      keepCopy: (rig, why) => {
        told.copies.push(rig);
        told.why.push(...why);
        return Promise.resolve();
      },
    },
  });
  return Object.assign(opened, told);
}

export const rename = (s: Session, title: string) => s.commit({ edit: 'setTitle', arguments: { title } });
