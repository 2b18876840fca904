import { createStore, type StoreApi } from 'zustand/vanilla';

/** Views wait no longer than this for what they would be drawn anew for at once. */
const MOST_MS = 10;

/** A store as views see it: one that is held shows what it showed, until it is let go. */
export type Paced<S> = {
  readonly shown: StoreApi<S>;
  /** An answer is about to come: what changes now is shown with it. */
  readonly hold: () => void;
  readonly letGo: () => void;
};

/**
 * Has views follow a store, and what changes in a breath drawn once: an edit whose answer is at hand, and the answer.
 * Whoever acts reads the store itself, which is never behind.
 */
export function pace<S>(store: StoreApi<S>): Paced<S> {
  const shown = createStore<S>(() => store.getState());
  let timer: ReturnType<typeof setTimeout> | null = null;
  const letGo = () => {
    if (timer !== null) clearTimeout(timer);
    timer = null;
    shown.setState(store.getState(), true);
  };
  store.subscribe((state) => {
    if (timer === null) shown.setState(state, true);
  });
  return {
    shown,
    hold: () => {
      timer ??= setTimeout(letGo, MOST_MS);
    },
    letGo,
  };
}
