import { createStore, type StoreApi } from 'zustand/vanilla';
import {
  applyBy,
  EditError,
  historyOf,
  recordOf,
  remember,
  stepBack,
  type ChangeCheck,
  type EditCall,
  type History,
} from '../../../core/edits';
import { PatchError, type HistoryRecord, type DocumentPatch, type Rig } from '../../../core/model';
import type { RigDatabase } from './db';
import {
  joinedNext,
  openDocument,
  shown,
  toLookAt,
  wholeLog,
  withRecord,
  type Stored,
  type TabDocument,
} from './tab-document';
import { startWriter, type WriterPorts } from './writer';

export type { Stored } from './tab-document';

export type SavedState = 'saved' | 'saving' | 'unsaved';

export type SessionState = {
  readonly rig: Rig;
  /** The newest record in this document: where another tab's edits came in between it may be lower than it was. */
  readonly revision: number;
  /** Raised by one with every change of the document here, whatever it came from. */
  readonly turn: number;
  readonly history: History;
  readonly saved: SavedState;
  /** Why nothing may be changed here: the rig is gone, or a newer version of the app holds the store. */
  readonly readOnly: string | null;
  /** What the store said when it refused; the document in memory is whole. */
  readonly trouble: string | null;
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
  readonly hear: (record: HistoryRecord, created: string) => void;
  /** Something may have been stored, put on the shelf or taken off it that this tab was not told of. */
  readonly look: () => void;
  /** Tries again to store what was refused, and reads what other tabs stored meanwhile. */
  readonly retry: () => void;
  readonly close: (reason: string) => void;
  /** Resolves when everything so far is stored, or has been refused. */
  readonly settled: () => Promise<void>;
};

/** What the session leaves to its surroundings. */
export type SessionPorts = Omit<WriterPorts, 'check'> & {
  /**
   * What an edited document must pass, by the schemas that reading goes by. It may still be on its way when the
   * first edits are made: these wait for it, in order.
   */
  readonly check: ChangeCheck | Promise<ChangeCheck>;
  /** An edit waits for the check: it is wanted at once. */
  readonly hurry?: () => void;
  /** Says what came of an edit that had to wait. */
  readonly say?: (text: string) => void;
};

type Act = () => string | null;

/** One open rig: the document, its history, and the queue of records on their way to storage. */
export function openSession(args: {
  db: RigDatabase;
  tab: string;
  stored: Stored;
  ports: SessionPorts;
}): Session {
  const { ports } = args;
  const listeners = new Set<(patches: readonly DocumentPatch[] | null) => void>();
  let doc: TabDocument = openDocument(args.stored);
  /** The entry whose undo was held back once; pressed again, it is done all the same. */
  let heldBack: number | null = null;

  const state = createStore<SessionState>(() => ({
    rig: doc.base.rig,
    revision: doc.base.revision,
    turn: doc.base.revision,
    history: historyOf(doc.base.log),
    saved: 'saved',
    readOnly: null,
    trouble: null,
  }));

  /** The document is another one: by patches, or whole. */
  function show(next: TabDocument, patches: readonly DocumentPatch[] | null) {
    doc = next;
    const { rig, revision } = shown(doc);
    state.setState(({ turn }) => ({ rig, revision, turn: turn + 1, history: historyOf(wholeLog(doc)) }));
    listeners.forEach((listener) => listener(patches));
  }

  let check: ChangeCheck | null = null;
  let held: Act[] = [];
  if (typeof ports.check === 'function') check = ports.check;
  else
    void ports.check.then(
      (came) => {
        check = came;
        const acts = held;
        held = [];
        for (const act of acts) {
          const said = act();
          if (said !== null) ports.say?.(said);
        }
        // Says "saved" again where nothing came of them.
        writer.go();
      },
      (error: unknown) =>
        state.setState({ saved: 'unsaved', trouble: error instanceof Error ? error.message : String(error) }),
    );

  const writer = startWriter({
    ...args,
    ports: { ...ports, check: (before, after) => check?.(before, after) ?? null },
    held: () => doc,
    put: (next) => {
      doc = next;
    },
    show: (next) => show(next, null),
    tell: (told) => state.setState(told),
  });

  function take(rig: Rig, record: HistoryRecord) {
    doc = withRecord(doc, rig, record);
    state.setState((s) => ({
      rig,
      revision: record.revision,
      turn: s.turn + 1,
      history: remember(s.history, record),
      saved: s.saved === 'saved' ? 'saving' : s.saved,
    }));
    listeners.forEach((listener) => listener(record.patches));
    writer.goSoon();
  }

  /** Acts that come before the check does wait for it. */
  function act(work: (check: ChangeCheck) => string | null): string | null {
    const { readOnly } = state.getState();
    if (readOnly !== null) return readOnly;
    if (check) return work(check);
    held.push(() => act(work));
    ports.hurry?.();
    state.setState({ saved: 'saving' });
    return null;
  }

  const commit = (call: EditCall): string | null =>
    act((by) => {
      const { rig, revision } = shown(doc);
      try {
        const applied = applyBy(by, rig, call);
        // An edit that changes nothing leaves no trace in the history.
        if (applied.patches.length > 0) take(applied.rig, recordOf(applied, revision + 1));
        return null;
      } catch (error) {
        if (error instanceof EditError) return error.message;
        throw error;
      }
    });

  const step = (kind: 'undo' | 'redo'): string | null =>
    act((by) => {
      const { rig, revision } = shown(doc);
      const what = kind === 'undo' ? 'Undo' : 'Redo';
      let next: ReturnType<typeof stepBack>;
      try {
        next = stepBack(kind, { rig, revision, history: state.getState().history, log: wholeLog(doc) });
      } catch (error) {
        if (error instanceof PatchError)
          return `${what} is not possible: the rig was changed otherwise meanwhile (${error.message}).`;
        throw error;
      }
      if (!next) return null;
      const { record, clashes } = next;
      const refused = record.patches.length === 0 ? null : by(rig, next.rig);
      if (refused !== null)
        return `${what} of “${record.label}” is not possible: another tab's later change needs it (${refused})`;
      if (clashes.length > 0 && heldBack !== record.of) {
        heldBack = record.of ?? null;
        return `${what} of “${record.label}” was held back: another tab changed ${clashes.join(', ')} after it. Press again to do it all the same.`;
      }
      heldBack = null;
      take(next.rig, record);
      return null;
    });

  const look = () => {
    doc = toLookAt(doc);
    writer.go();
  };

  return {
    state,
    commit,
    undo: () => step('undo'),
    redo: () => step('redo'),
    onChange(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    hear(record, created) {
      if (created !== doc.base.created) {
        look();
        return;
      }
      if (record.revision <= doc.base.revision) return;
      const next = writer.isBusy() ? null : joinedNext(doc, record);
      if (next) {
        show(next, record.patches);
        return;
      }
      doc = { ...doc, heardOf: Math.max(doc.heardOf, record.revision) };
      writer.go();
    },
    look,
    retry: writer.go,
    close: (readOnly) => state.setState({ readOnly }),
    settled: writer.settled,
  };
}
