import type { Workbox } from 'workbox-window';
import { create } from 'zustand';
import { walkIsOpen } from './tab';

/**
 * Where the newest build of the app is.
 * `waiting`: fetched whole, takes over when asked. `in force`: another tab asked; this one still runs the old build.
 */
export const useUpdate = create<{ readonly state: 'none' | 'waiting' | 'in force' }>(() => ({
  state: 'none',
}));

const HOUR_MS = 3_600_000;
const LOOK_AGAIN_MS = 1_000;
const WAKE_MS = 5_000;
/** A small file that the worker keeps: asking for it needs a worker that runs, and no network. */
const SERVED_BY_WORKER = '/mark.svg';

let workbox: Workbox | null = null;
let registration: ServiceWorkerRegistration | undefined;
let asked = false;
let looking: ReturnType<typeof setInterval> | undefined;

/** Looks no more: asking again would begin a slow load from the start. */
function loadAnew(): void {
  clearInterval(looking);
  window.location.reload();
}

/**
 * Hears from the page's first moment when another worker takes it over: a tab may take the newer build
 * into use before this one has registered anything. The worker of the very first visit is no newer build.
 */
export function watchController(): void {
  if (!('serviceWorker' in navigator)) return;
  const { serviceWorker } = navigator;
  let served = serviceWorker.controller !== null;
  serviceWorker.addEventListener('controllerchange', () => {
    if (asked) loadAnew();
    else if (served) useUpdate.setState({ state: 'in force' });
    served = true;
  });
}

/** Registers the worker that serves the app offline. Does nothing where the browser has none. */
export async function keepOffline(): Promise<void> {
  if (!('serviceWorker' in navigator) || import.meta.env.DEV) return;
  const { Workbox: Registration } = await import('workbox-window');
  const wb = new Registration('/sw.js');
  workbox = wb;
  wb.addEventListener('waiting', () => useUpdate.setState({ state: 'waiting' }));
  registration = await wb.register();
  setInterval(() => void wb.update().catch(() => undefined), HOUR_MS);
}

/**
 * Takes the new build into use; the page then loads anew. Returns why not: a walk is under way somewhere.
 * The old worker is woken first: of one that is just being started, for another tab's request, the browser
 * forgets that it is to end, and the new one would wait until it has been idle for half a minute.
 * A page that no worker serves is not told when the new one is in force: it looks.
 */
export async function takeUpdate(): Promise<string | null> {
  if (await walkIsOpen()) return 'A walk is under way. End it, or close its tab, then load the new version.';
  asked = true;
  await fetch(SERVED_BY_WORKER, { signal: AbortSignal.timeout(WAKE_MS) }).catch(() => undefined);
  workbox?.messageSkipWaiting();
  const look = () => {
    if (!registration?.waiting) loadAnew();
  };
  clearInterval(looking);
  looking = setInterval(look, LOOK_AGAIN_MS);
  look();
  return null;
}
