import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  applyEdit,
  checkInvariants,
  EditError,
  historyOf,
  recordOf,
  remember,
  stepBack,
  type DocumentPatch,
  type EditCall,
  type History,
  type HistoryRecord,
  type Logged,
  type Rig,
} from '../../../core/rig';
import type { RigDatabase } from './db';
import { rebase, type Pending } from './rebase';
import { appendRecord, ConflictError, rowsAfter } from './rigs';

export type SavedState = 'saved' | 'saving' | 'unsaved';

export type SessionState = {
  readonly rig: Rig;
  readonly revision: number;
  readonly history: History;
  readonly saved: SavedState;
  /** Why nothing may be changed here: the rig is gone, or a newer version of the app holds the store. */
  readonly readOnly: string | null;
  /** What the store said when it refused; the document in memory is whole. */
  readonly trouble: string | null;
};

/** A document as it is stored, and who is to undo what. */
export type Stored = {
  readonly rig: Rig;
  readonly revision: number;
  readonly log: readonly Logged[];
  /** Tells this rig from another one that an import may put under the same id. */
  readonly created: string;
};

export type Session = {
  readonly state: StoreApi<SessionState>;
  /** Applies an edit and sends it to be stored. Returns why it could not be done, or null. */
  readonly commit: (call: EditCall) => string | null;
  /** Takes this tab's last edit back (or does it again). Returns what there is to say about it, or null. */
  readonly undo: () => string | null;
  readonly redo: () => string | null;
  /** Tells of every change: the patches that lead to the new revision, or null when the document came whole. */
  readonly onChange: (listener: (patches: readonly DocumentPatch[] | null) => void) => () => void;
  /** Another tab stored something. */
  readonly hear: (record: HistoryRecord) => void;
  /** A rig of this id came to the shelf, or left it. */
  readonly hearOfShelf: () => void;
  /** Tries again to store what was refused, and reads what other tabs stored meanwhile. */
  readonly retry: () => void;
  readonly close: (reason: string) => void;
  /** Resolves when everything so far is stored, or has been refused. */
  readonly settled: () => Promise<void>;
};

/** What the session leaves to its surroundings. */
export type SessionPorts = {
  readonly now: () => string;
  /** A record is on the disk. */
  readonly stored?: (record: HistoryRecord) => void;
  /** Reads the rig whole; null if it is gone. */
  readonly reload: () => Promise<Stored | null>;
  /** Keeps a document whose last change could not be joined with another tab's, as a rig of its own. */
  readonly keepCopy: (rig: Rig, why: readonly string[]) => Promise<void>;
};

const GONE = 'This rig was taken off the shelf in another tab.';

/** One open rig: the document, its history, and the queue of records on their way to storage. */
export function openSession(args: {
  db: RigDatabase;
  tab: string;
  stored: Stored;
  ports: SessionPorts;
}): Session {
  const { db, tab, ports } = args;
  const listeners = new Set<(patches: readonly DocumentPatch[] | null) => void>();
  const tell = (patches: readonly DocumentPatch[] | null) =>
    listeners.forEach((listener) => listener(patches));

  /** What is on the disk as far as this tab knows; `pending` comes after it. */
  let base = args.stored;
  let pending: readonly Pending[] = [];
  let busy = false;
  /** The newest revision that another tab told of. */
  let heardOf = 0;
  let mustLook = false;
  let writing: Promise<void> = Promise.resolve();
  /** The entry whose undo was held back once; pressed again, it is done all the same. */
  let heldBack: number | null = null;

  const state = createStore<SessionState>(() => ({
    rig: base.rig,
    revision: base.revision,
    history: historyOf(base.log),
    saved: 'saved',
    readOnly: null,
    trouble: null,
  }));
  const id = base.rig.id;
  const wholeLog = () => [...base.log, ...pending.map(({ record }) => ({ record, own: true }))];

  function show(next: { rig: Rig; revision: number }, patches: readonly DocumentPatch[] | null) {
    state.setState({ rig: next.rig, revision: next.revision, history: historyOf(wholeLog()) });
    tell(patches);
  }

  /** The store moved on without this tab: reads what came, and puts what waits here on top of it. */
  async function catchUp(): Promise<boolean> {
    mustLook = false;
    const { head, rows } = await rowsAfter(db, id, base.revision);
    const follows = rows.every((row, i) => row.revision === base.revision + 1 + i);
    if (head?.created !== base.created || !follows || base.revision + rows.length !== head.revision)
      return reloadWhole(['the whole rig']);
    if (rows.length === 0) return true;
    const joined = rebase(base, rows, pending);
    if (!joined.ok) return reloadWhole(joined.clashes);
    base = joined.base;
    pending = joined.pending;
    show(pending.at(-1)?.after ?? base, null);
    return true;
  }

  async function reloadWhole(why: readonly string[]): Promise<boolean> {
    if (pending.length > 0) await ports.keepCopy(state.getState().rig, why);
    pending = [];
    const fresh = await ports.reload();
    if (!fresh) {
      state.setState({ readOnly: GONE, saved: 'saved', trouble: null });
      return false;
    }
    base = fresh;
    heardOf = 0;
    show(base, null);
    return true;
  }

  /** Writes what waits and reads what was heard of, one after the other, until neither is left. */
  async function work() {
    if (busy) return;
    busy = true;
    try {
      while (pending.length > 0 || mustLook || heardOf > base.revision) {
        const next = pending[0];
        if (mustLook || heardOf > base.revision || !next) {
          if (await catchUp()) continue;
          break;
        }
        try {
          await appendRecord(db, next.after.rig, next.record, {
            tab,
            at: ports.now(),
            created: base.created,
          });
        } catch (error) {
          if (!(error instanceof ConflictError)) throw error;
          if (await catchUp()) continue;
          break;
        }
        base = { ...base, ...next.after, log: [...base.log, { record: next.record, own: true }] };
        pending = pending.slice(1);
        ports.stored?.(next.record);
      }
      state.setState({ saved: 'saved', trouble: null });
    } catch (error) {
      const trouble = error instanceof Error ? error.message : String(error);
      state.setState(pending.length > 0 ? { saved: 'unsaved', trouble } : { trouble });
    } finally {
      busy = false;
    }
  }

  function go() {
    if (!busy) writing = work();
  }

  function take(rig: Rig, record: HistoryRecord) {
    pending = [...pending, { record, after: { rig, revision: record.revision } }];
    state.setState((s) => ({
      rig,
      revision: record.revision,
      history: remember(s.history, record),
      saved: s.saved === 'saved' ? 'saving' : s.saved,
    }));
    tell(record.patches);
    go();
  }

  function step(kind: 'undo' | 'redo'): string | null {
    const { rig, history, revision, readOnly } = state.getState();
    if (readOnly !== null) return readOnly;
    const next = stepBack(kind, { rig, revision, history, log: wholeLog() });
    if (!next) return null;
    const { record, clashes } = next;
    const [problem] = record.patches.length === 0 ? [] : checkInvariants(next.rig);
    const what = kind === 'undo' ? 'Undo' : 'Redo';
    if (problem)
      return `${what} of “${record.label}” is not possible: another tab's later change needs it (${problem.reason}).`;
    if (clashes.length > 0 && heldBack !== record.of) {
      heldBack = record.of ?? null;
      return `${what} of “${record.label}” was held back: another tab changed ${clashes.join(', ')} after it. Press again to do it all the same.`;
    }
    heldBack = null;
    take(next.rig, record);
    return null;
  }

  return {
    state,
    commit(call) {
      const { rig, revision, readOnly } = state.getState();
      if (readOnly !== null) return readOnly;
      try {
        const applied = applyEdit(rig, call);
        // An edit that changes nothing leaves no trace in the history.
        if (applied.patches.length > 0) take(applied.rig, recordOf(applied, revision + 1));
        return null;
      } catch (error) {
        if (error instanceof EditError) return error.message;
        throw error;
      }
    },
    undo: () => step('undo'),
    redo: () => step('redo'),
    onChange(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    hear(record) {
      if (record.revision <= base.revision) return;
      if (pending.length > 0 || busy || record.revision !== base.revision + 1) {
        heardOf = Math.max(heardOf, record.revision);
        go();
        return;
      }
      const joined = rebase(base, [record], []);
      if (!joined.ok) return;
      base = joined.base;
      show(base, record.patches);
    },
    hearOfShelf() {
      mustLook = true;
      go();
    },
    retry: go,
    close: (readOnly) => state.setState({ readOnly }),
    settled: () => writing,
  };
}
