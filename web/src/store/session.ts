import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  applyEdit,
  EditError,
  patchRig,
  recordOf,
  remember,
  stepBack,
  type DocumentPatch,
  type EditCall,
  type History,
  type HistoryRecord,
  type Rig,
} from '../../../core/rig';
import type { RigDatabase } from './db';
import { appendRecord, ConflictError } from './rigs';

export type SavedState = 'saved' | 'saving' | 'unsaved';

export type SessionState = {
  readonly rig: Rig;
  readonly revision: number;
  readonly history: History;
  readonly saved: SavedState;
  /** Why nothing may be changed here: another tab holds the rig. */
  readonly readOnly: string | null;
  /** What the store said when it refused; the document in memory is whole. */
  readonly trouble: string | null;
};

export type Session = {
  readonly state: StoreApi<SessionState>;
  /** Applies an edit and sends it to be stored. Returns why it could not be done, or null. */
  readonly commit: (call: EditCall) => string | null;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Tells of every change: the patches that lead to the new revision, or null when the document came whole. */
  readonly onChange: (listener: (patches: readonly DocumentPatch[] | null) => void) => () => void;
  /** A document read anew from storage. */
  readonly replace: (rig: Rig, revision: number, history: History, readOnly: string | null) => void;
  /** Resolves when everything so far is stored, or has been refused. */
  readonly settled: () => Promise<void>;
};

type Pending = { readonly rig: Rig; readonly record: HistoryRecord };

/** One open rig: the document, its history, and the queue of records on their way to storage. */
export function openSession(args: {
  db: RigDatabase;
  rig: Rig;
  revision: number;
  history: History;
  tab: string;
  readOnly: string | null;
  now: () => string;
  stored?: (revision: number) => void;
}): Session {
  const { db, tab, now } = args;
  const listeners = new Set<(patches: readonly DocumentPatch[] | null) => void>();
  const tell = (patches: readonly DocumentPatch[] | null) =>
    listeners.forEach((listener) => listener(patches));
  const state = createStore<SessionState>(() => ({
    rig: args.rig,
    revision: args.revision,
    history: args.history,
    saved: 'saved',
    readOnly: args.readOnly,
    trouble: null,
  }));

  let pending: Pending[] = [];
  let writing: Promise<void> = Promise.resolve();
  let busy = false;

  async function drain() {
    for (let next = pending[0]; next; next = pending[0]) {
      try {
        await appendRecord(db, next.rig, next.record, { tab, at: now() });
      } catch (error) {
        const trouble = error instanceof Error ? error.message : String(error);
        const readOnly = error instanceof ConflictError ? trouble : state.getState().readOnly;
        state.setState({ saved: 'unsaved', trouble, readOnly });
        return;
      }
      pending = pending.slice(1);
      args.stored?.(next.record.revision);
    }
    state.setState({ saved: 'saved', trouble: null });
  }

  function store(entry: Pending) {
    pending = [...pending, entry];
    if (state.getState().saved === 'saved') state.setState({ saved: 'saving' });
    if (busy) return;
    busy = true;
    writing = drain().finally(() => {
      busy = false;
    });
  }

  function take(rig: Rig, record: HistoryRecord) {
    state.setState((s) => ({ rig, revision: record.revision, history: remember(s.history, record) }));
    tell(record.patches);
    store({ rig, record });
  }

  function step(kind: 'undo' | 'redo') {
    const { rig, history, revision, readOnly } = state.getState();
    if (readOnly !== null) return;
    const record = stepBack(history, kind, revision + 1);
    if (record) take(patchRig(rig, record.patches), record);
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
    replace(rig, revision, history, readOnly) {
      state.setState({ rig, revision, history, readOnly });
      tell(null);
    },
    settled: () => writing,
  };
}
