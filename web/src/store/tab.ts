/** The name of this tab among others: it stays through a reload, and two live tabs never share one. */

const KEY = 'hum-map-tab';
const PREFIX = 'hum-map-tab:';
/** A tab that is being reloaded gives its name up in this time; one that was doubled never does. */
const PATIENCE_MS = 1000;

/** Absent on plain http from another machine. */
const locksOf = () => (navigator as { locks?: LockManager }).locks;

/** A random id; `crypto.randomUUID` is missing where the page did not come from this machine. */
export const randomId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(8)), (byte) => byte.toString(16).padStart(2, '0')).join(
    '',
  );

/** Holds a name until the tab is gone; false if another tab holds it. */
function hold(id: string): Promise<boolean> {
  const locks = locksOf();
  if (!locks) return Promise.resolve(true);
  return new Promise((answer) => {
    locks
      .request(PREFIX + id, { signal: AbortSignal.timeout(PATIENCE_MS) }, () => {
        answer(true);
        return new Promise(() => undefined);
      })
      .catch(() => answer(false));
  });
}

async function claim(): Promise<string> {
  const kept = sessionStorage.getItem(KEY);
  if (kept !== null && (await hold(kept))) return kept;
  const id = randomId();
  sessionStorage.setItem(KEY, id);
  await hold(id);
  return id;
}

let claimed: Promise<string> | null = null;

export const tabId = (): Promise<string> => (claimed ??= claim());

/** Names of the tabs of this address that are open now, this one among them. */
export async function liveTabs(): Promise<ReadonlySet<string>> {
  const held = (await locksOf()?.query())?.held ?? [];
  return new Set(held.flatMap(({ name }) => (name?.startsWith(PREFIX) ? [name.slice(PREFIX.length)] : [])));
}

const WALK = 'hum-map-walk';

/** Marks this tab as one in which a walk is under way, until `done` is called. */
export function markWalk(): () => void {
  let done: () => void = () => undefined;
  const until = new Promise<void>((resolve) => {
    done = resolve;
  });
  void locksOf()?.request(WALK, { mode: 'shared' }, () => until);
  return () => done();
}

/** Whether a walk is under way in any tab. */
export async function walkIsOpen(): Promise<boolean> {
  return ((await locksOf()?.query())?.held ?? []).some(({ name }) => name === WALK);
}
