import { useLayoutEffect, useRef } from 'react';

/** What is typed is handed on after so long a pause. */
export const PAUSE_MS = 300;

type Held = { readonly handOn: () => void; readonly forget: () => void };

/** Has something done when the page is out of sight, from where it may never come back, unless it is taken back. */
function whenHidden(act: () => void): () => void {
  const look = () => {
    if (document.hidden) act();
  };
  // Ahead of the store, which puts what there is by then.
  document.addEventListener('visibilitychange', look, true);
  return () => document.removeEventListener('visibilitychange', look, true);
}

/**
 * Holds on to what was typed until it is handed on: after a pause, when the field is left, and also when the field goes
 * while nobody has left it, as on a step back in the browser, or the page is put out of sight.
 */
export function useTyped(): {
  /** @param handOn does it; @param pauseMs so long after the last key, null: not before the field is left */
  readonly hold: (handOn: () => void, pauseMs: number | null) => void;
  /** It was handed on, or is not wanted. */
  readonly drop: () => void;
} {
  const held = useRef<Held | null>(null);
  const drop = () => {
    held.current?.forget();
    held.current = null;
  };
  // Before what holds the rig open lets go of it, which is an effect.
  useLayoutEffect(
    () => () => {
      const last = held.current;
      held.current = null;
      last?.forget();
      last?.handOn();
    },
    [],
  );
  return {
    hold: (work, pauseMs) => {
      drop();
      const handOn = () => {
        drop();
        work();
      };
      const timer = pauseMs === null ? undefined : setTimeout(handOn, pauseMs);
      const stay = whenHidden(handOn);
      const forget = () => {
        clearTimeout(timer);
        stay();
      };
      held.current = { handOn, forget };
    },
    drop,
  };
}
