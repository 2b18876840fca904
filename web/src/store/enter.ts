import { LIMITS, withEnding, type Rig } from '../../../core/model';
import { readValue } from '../worker/reading';
import { database, now, useNotice } from './app';
import { onTold, tellTabs } from './channel';
import { checkForEdits } from './edit-check';
import { afterNextPaint } from './after-paint';
import { onOutdated } from './database-state';
import { addRig } from './files';
import { takeNewcomer } from './newcomer';
import { askToStay } from './persistence';
import { loadRig, markOpened, type Loaded } from './rigs';
import { openSession, type Session, type Stored } from './session';
import { liveTabs, tabId } from './tab';

export type EnteredRig =
  | { readonly ok: true; readonly session: Session; readonly leave: () => void }
  | Extract<Loaded, { ok: false }>;

/** The last document in memory, for the error boundary: it must not need React to save it. */
let lastDocument: Rig | null = null;
export const documentInMemory = (): Rig | null => lastDocument;

/** Reads a rig with who is to undo what: other tabs that are open keep their own edits. */
async function read(id: string, tab: string) {
  const newcomer = await takeNewcomer(database, id);
  if (newcomer) return { ok: true, stored: newcomer } as const;
  const live = await liveTabs();
  const loaded = await loadRig(database, id, readValue, (row) => row.tab === tab || !live.has(row.tab));
  if (!loaded.ok) return loaded;
  const { head, rig, log } = loaded;
  return {
    ok: true,
    stored: { rig, log, revision: head.revision, created: head.created } satisfies Stored,
  } as const;
}

/** What could not be joined with another tab's change is a rig of its own from then on. */
async function keepCopy(rig: Rig, why: readonly string[]) {
  const title = withEnding(rig.title, ' (kept from this tab)', LIMITS.nameLength);
  const id = await addRig({ ...rig, id: withEnding(rig.id, '-kept', LIMITS.idLength), title });
  useNotice
    .getState()
    .say(
      `Another tab changed ${why.join(', ')} at the same time. What you did here is kept in a copy.`,
      'bad',
      { words: `Open “${title}”`, to: `/rig/${id}/map` },
    );
}

const GONE = 'This rig was taken off the shelf in another tab.';

/** Rigs that were left while the store refused their last edits: whole in memory, and still asked for at closing. */
const unstored = new Map<string, Session>();

const askBeforeClosing = (event: BeforeUnloadEvent) => event.preventDefault();

/** Keeps the page from closing unasked while anything is not on the disk. */
function watchClosing(session: Session): () => void {
  const look = () => {
    if (session.state.getState().saved === 'saved')
      window.removeEventListener('beforeunload', askBeforeClosing);
    else window.addEventListener('beforeunload', askBeforeClosing);
  };
  look();
  return session.state.subscribe(look);
}

async function openStored(id: string): Promise<EnteredRig> {
  const tab = await tabId();
  const loaded = await read(id, tab);
  if (!loaded.ok) return loaded;
  const { created } = loaded.stored;

  const session = openSession({
    db: database,
    tab,
    stored: loaded.stored,
    ports: {
      now,
      stored: (record) => {
        tellTabs({ kind: 'record', rig: id, created, record });
        askToStay();
      },
      reload: async () => {
        const fresh = await read(id, tab);
        if (fresh.ok) return fresh.stored;
        return { gone: fresh.head ? `What is stored of this rig cannot be read: ${fresh.reason}` : GONE };
      },
      keepCopy,
      ...checkForEdits(),
      soon: afterNextPaint,
      say: (text) => useNotice.getState().say(text, 'bad'),
    },
  });
  // The shelf stands in the order of last use; a store that refuses says so at the first edit.
  afterNextPaint(() => void markOpened(database, id, now()).catch(() => undefined));
  return inRoom(id, session);
}

function inRoom(id: string, session: Session): EnteredRig {
  unstored.delete(id);
  const stopHearing = onTold((message) => {
    if (message.rig !== id) return;
    if (message.kind === 'record') session.hear(message.record, message.created);
    else session.look();
  });
  // What another tab stored between the reading and the hearing was told to nobody here.
  session.look();
  const stopWatching = onOutdated((reason) => {
    void session.settled().then(() => session.close(reason));
  });
  lastDocument = session.state.getState().rig;
  const unsubscribe = session.state.subscribe(({ rig }) => {
    lastDocument = rig;
  });
  const stopAsking = watchClosing(session);
  // A page that goes away, or out of sight, stores what waits at once.
  const flush = () => void session.settled();
  window.addEventListener('pagehide', flush);
  document.addEventListener('visibilitychange', flush);
  return {
    ok: true,
    session,
    leave: () => {
      unsubscribe();
      window.removeEventListener('pagehide', flush);
      document.removeEventListener('visibilitychange', flush);
      void session.settled().then(() => {
        stopHearing();
        stopWatching();
        if (session.state.getState().saved === 'saved') stopAsking();
        else unstored.set(id, session);
      });
    },
  };
}

/** Opens a rig for this tab; others may have it open too. */
export function enterRig(id: string): Promise<EnteredRig> {
  const left = unstored.get(id);
  return left ? Promise.resolve(inRoom(id, left)) : openStored(id);
}
