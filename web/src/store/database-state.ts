import Dexie from 'dexie';
import { create } from 'zustand';
import { database } from './app';
import { RigDatabase } from './db';

/**
 * How the store of this address and this build of the app stand to each other.
 * `outdated`: a newer build opened it in another tab; this one has let go of it.
 * `newer`: it was written by a newer build and is left alone.
 */
export const useStoreState = create<{ readonly state: 'right' | 'outdated' | 'newer' }>(() => ({
  state: 'right',
}));

const OUTDATED =
  'A newer version of Hum Map is open in another tab and has taken the store over. Reload to go on here.';

const watchers = new Set<(reason: string) => void>();

/** Called when the store has to be let go of; what is on its way should be stored first. */
export function onOutdated(watcher: (reason: string) => void): () => void {
  watchers.add(watcher);
  return () => watchers.delete(watcher);
}

/** The newer build waits until the last connection is closed: let what is under way be written, no more. */
const LET_GO_MS = 300;

/**
 * Looks at the store before anything is read from it; false if it is not for this build to use.
 * Dexie counts versions in tens; it would open a newer store without a word.
 */
export async function openStore(): Promise<boolean> {
  const known = await indexedDB.databases().catch(() => []);
  const there = known.find(({ name }) => name === database.name)?.version ?? 0;
  if (there > RigDatabase.VERSION * 10) {
    useStoreState.setState({ state: 'newer' });
    return false;
  }
  database.on('versionchange', () => {
    watchers.forEach((watcher) => watcher(OUTDATED));
    setTimeout(() => {
      database.close({ disableAutoOpen: true });
      useStoreState.setState({ state: 'outdated' });
    }, LET_GO_MS);
    return false;
  });
  return true;
}

/** Everything in the store as it is, whatever version wrote it. */
export async function rawStore(): Promise<Readonly<Record<string, unknown>>> {
  const raw = await new Dexie(database.name).open();
  try {
    const tables = await Promise.all(
      raw.tables.map(async (table) => [table.name, await table.toArray()] as const),
    );
    return { format: 'hum-map/raw', version: raw.verno, tables: Object.fromEntries(tables) };
  } finally {
    raw.close();
  }
}
