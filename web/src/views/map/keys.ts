import type { KeyboardEvent } from 'react';
import { usePreferences } from '../../store/app';
import type { OpenRig } from '../../rig/open-rig';
import { actsOf, isWaiting, perform, wait } from './acts';

/** The name acts go by: the key, with `Shift+` for letters and arrows that are held with it. */
function nameOf(event: KeyboardEvent): string {
  const named = event.key.length > 1 || /^[a-zA-Z]$/.test(event.key);
  return event.shiftKey && named
    ? `Shift+${event.key.length === 1 ? event.key.toUpperCase() : event.key}`
    : event.key;
}

/** Runs the act of a key; single keys count only while the map or the profile has the focus. */
export function onActKey(store: OpenRig) {
  return (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    // Turned off, signs do nothing; arrows and Delete are no accident of a voice or a sleeve.
    if (event.key.length === 1 && !usePreferences.getState().keys) return;
    const act = actsOf(store).find(({ key }) => key === nameOf(event));
    if (!act) return;
    event.preventDefault();
    if (isWaiting(store)) wait(act.key, store);
    else if (act.enabled) perform(act, store);
  };
}
