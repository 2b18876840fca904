import type { Rig } from '../../../core/rig';
import { database, now, tabId } from './app';
import type { Head } from './db';
import { loadRig } from './rigs';
import { openSession, type Session } from './session';
import { readValue } from '../worker/reading';

export const OTHER_TAB =
  'This rig is open in another tab. Here it can be read only; it can be changed when the other tab is closed.';

type Message = { readonly rig: string; readonly revision: number };

export type Room =
  | { readonly ok: true; readonly session: Session; readonly leave: () => void }
  | { readonly ok: false; readonly head: Head | undefined; readonly reason: string };

/** The last document in memory, for the error boundary: it must not need React to save it. */
let lastDocument: Rig | null = null;
export const documentInMemory = (): Rig | null => lastDocument;

/** Asks for the right to write a rig; resolves at once to whether it was to be had. Held until `released`. */
function claim(id: string, released: Promise<void>, whenMine: () => void): Promise<boolean> {
  const locks = (navigator as { locks?: LockManager }).locks;
  if (!locks) return Promise.resolve(true);
  const name = `hum-map:${id}`;
  return new Promise((answer) => {
    void locks.request(name, { ifAvailable: true }, async (lock) => {
      answer(lock !== null);
      if (lock) await released;
      else
        void locks.request(name, async () => {
          whenMine();
          await released;
        });
    });
  });
}

/** Opens a rig for this tab: to write if no other tab has it, else to read along. */
export async function enterRoom(id: string): Promise<Room> {
  let release: () => void = () => undefined;
  const released = new Promise<void>((resolve) => {
    release = resolve;
  });
  const opened: { session?: Session; gone: boolean } = { gone: false };

  const reload = async (readOnly: string | null) => {
    const fresh = await loadRig(database, id, readValue);
    if (fresh.ok && !opened.gone)
      opened.session?.replace(fresh.rig, fresh.head.revision, fresh.history, readOnly);
  };
  const mine = await claim(id, released, () => void reload(null));
  const loaded = await loadRig(database, id, readValue);
  if (!loaded.ok) {
    release();
    return loaded;
  }

  const channel = new BroadcastChannel('hum-map');
  const session = openSession({
    db: database,
    rig: loaded.rig,
    revision: loaded.head.revision,
    history: loaded.history,
    tab: tabId,
    readOnly: mine ? null : OTHER_TAB,
    now,
    stored: (revision) => channel.postMessage({ rig: id, revision } satisfies Message),
  });
  opened.session = session;
  channel.onmessage = ({ data }: MessageEvent<Message>) => {
    const { readOnly, revision } = session.state.getState();
    if (data.rig === id && readOnly === OTHER_TAB && data.revision > revision) void reload(OTHER_TAB);
  };
  const state = session.state;
  lastDocument = state.getState().rig;
  const unsubscribe = state.subscribe(({ rig }) => {
    lastDocument = rig;
  });
  const beforeUnload = (event: BeforeUnloadEvent) => {
    if (state.getState().saved !== 'saved') event.preventDefault();
  };
  window.addEventListener('beforeunload', beforeUnload);
  return {
    ok: true,
    session,
    leave: () => {
      opened.gone = true;
      unsubscribe();
      window.removeEventListener('beforeunload', beforeUnload);
      // What is still on its way keeps the right to write until it has arrived.
      void session.settled().finally(() => {
        channel.close();
        release();
      });
    },
  };
}
