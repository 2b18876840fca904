import type { ChangeCheck } from '../../../core/edits';
import type { HistoryRecord, Rig } from '../../../core/model';
import type { RigDatabase } from './db';
import { appendRecord, ConflictError, rowsAfter } from './rigs';
import type { SessionState } from './session';
import {
  caughtUp,
  firstKept,
  firstStored,
  isBehind,
  looking,
  readWhole,
  shown,
  toLookAt,
  type Pending,
  type Stored,
  type TabDocument,
} from './tab-document';

export type WriterPorts = {
  readonly now: () => string;
  /** A record is on the disk. */
  readonly stored?: (record: HistoryRecord) => void;
  /** Reads the rig whole; why it could not be, if it is gone or cannot be read. */
  readonly reload: () => Promise<Stored | { readonly gone: string }>;
  /** Keeps a document whose last change could not be joined with another tab's, as a rig of its own. */
  readonly keepCopy: (rig: Rig, why: readonly string[]) => Promise<void>;
  /** Only what waits to be stored is held against it, and nothing waits before it came. */
  readonly check: ChangeCheck;
  /** Calls back in a moment, once the page shows the edit: what is pressed is seen first. At once unless said. */
  readonly soon?: (then: () => void) => void;
};

export type Writer = {
  /** Begins to write what waits and to read what was heard of, unless it is at it. */
  readonly go: () => void;
  readonly goSoon: () => void;
  readonly isBusy: () => boolean;
  readonly settled: () => Promise<void>;
};

type Told = Partial<Pick<SessionState, 'saved' | 'trouble' | 'readOnly'>>;

/**
 * Brings a tab's document and the store together. While it waits for the store, edits go on: they stand behind
 * what waits already, and each step takes the document as it is when its answer comes.
 */
export function startWriter(args: {
  db: RigDatabase;
  tab: string;
  ports: WriterPorts;
  held: () => TabDocument;
  /** The same document, further on its way to the store. */
  put: (next: TabDocument) => void;
  /** Another document. */
  show: (next: TabDocument) => void;
  tell: (told: Told) => void;
}): Writer {
  const { db, tab, ports, held, put, show, tell } = args;
  let busy = false;
  let writing: Promise<void> = Promise.resolve();

  /** The store moved on without this tab: reads what came, and puts what waits here on top of it. */
  async function catchUp() {
    const { id } = held().base.rig;
    put(looking(held()));
    const { head, rows } = await rowsAfter(db, id, held().base.revision);
    const before = held();
    const next = caughtUp(before, head, rows, ports.check);
    if (next) {
      if (shown(next).rig === shown(before).rig) put(next);
      else show(next);
      return;
    }
    const fresh = await ports.reload();
    if ('gone' in fresh) {
      put(readWhole(held(), null, ports.check));
      tell({ readOnly: fresh.gone });
    } else show(readWhole(held(), fresh, ports.check));
  }

  async function store({ record, after }: Pending) {
    const { created } = held().base;
    try {
      await appendRecord(db, after.rig, record, { tab, at: ports.now(), created });
    } catch (error) {
      if (!(error instanceof ConflictError)) throw error;
      put(toLookAt(held()));
      return;
    }
    put(firstStored(held()));
    ports.stored?.(record);
  }

  /** One step; false when nothing is left to do. */
  async function step(): Promise<boolean> {
    const [apart] = held().apart;
    const [next] = held().pending;
    if (apart) {
      await ports.keepCopy(apart.rig, apart.why);
      put(firstKept(held()));
    } else if (isBehind(held())) {
      try {
        await catchUp();
      } catch (error) {
        put(toLookAt(held()));
        throw error;
      }
    } else if (next) await store(next);
    else return false;
    return true;
  }

  async function work() {
    let told: Told = { saved: 'saved', trouble: null };
    try {
      while (await step());
    } catch (error) {
      const trouble = error instanceof Error ? error.message : String(error);
      const { pending, apart } = held();
      told = pending.length + apart.length > 0 ? { saved: 'unsaved', trouble } : { trouble };
    }
    // Before anybody is told: whoever hears it may edit at once.
    busy = false;
    tell(told);
  }

  function go() {
    if (busy) return;
    busy = true;
    writing = work();
  }

  let due = false;
  /** As `go`, in a moment. What is asked of the writer meanwhile does not wait for it. */
  function goSoon() {
    if (!ports.soon) return go();
    if (due) return;
    due = true;
    ports.soon(() => {
      due = false;
      go();
    });
  }

  const settled = () => {
    if (due) go();
    return writing;
  };
  return { go, goSoon, isBusy: () => busy, settled };
}
