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

let workbox: Workbox | null = null;
let asked = false;

/**
 * Hears from the page's first moment when another worker takes it over: a tab may take the newer build
 * into use before this one has registered anything. The worker of the very first visit is no newer build.
 */
export function watchController(): void {
  if (!('serviceWorker' in navigator)) return;
  const { serviceWorker } = navigator;
  let served = serviceWorker.controller !== null;
  serviceWorker.addEventListener('controllerchange', () => {
    if (asked) window.location.reload();
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
  await wb.register();
  setInterval(() => void wb.update().catch(() => undefined), HOUR_MS);
}

/** Takes the new build into use and loads the page anew. Returns why not: a walk is under way somewhere. */
export async function takeUpdate(): Promise<string | null> {
  if (await walkIsOpen()) return 'A walk is under way. End it, or close its tab, then load the new version.';
  asked = true;
  if (useUpdate.getState().state === 'waiting') workbox?.messageSkipWaiting();
  else window.location.reload();
  return null;
}
