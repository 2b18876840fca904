import { useCallback, useEffect, useRef, useState } from 'react';
import { useOpenRig, useOpenWith } from '../../rig/use-open';
import { startSearch, type Search } from '../../worker/search';
import type { Progress, ShownCard } from '../../worker/searches';

type State = {
  /** The cards of the last search that came to its end; null: none did yet. */
  readonly cards: readonly ShownCard[] | null;
  /** Which document they are of. */
  readonly turn: number;
  readonly progress: Progress<ShownCard> | null;
  readonly fault: string | null;
};

/** Every routing tried on the rig as it is now, anew after each change of it; what was found stays until then. */
export function useCards() {
  const store = useOpenRig();
  const turn = useOpenWith((state) => state.turn);
  const running = useRef<Search<ShownCard> | null>(null);
  const [state, setState] = useState<State>({ cards: null, turn: -1, progress: null, fault: null });

  const begin = useCallback(() => {
    const { rig, turn: of } = store.getState();
    running.current?.cancel();
    const search = startSearch<ShownCard>(
      (searches, told) => searches.cards(rig, told),
      (progress) => setState((old) => ({ ...old, progress })),
    );
    running.current = search;
    search.result.then(
      (cards) => setState({ cards, turn: of, progress: null, fault: null }),
      (error: unknown) => {
        // One that was cancelled for the next says nothing: the next is under way.
        if (running.current !== search) return;
        const cancelled = error instanceof DOMException && error.name === 'AbortError';
        const fault = cancelled
          ? 'the search was cancelled.'
          : error instanceof Error
            ? error.message
            : String(error);
        setState((old) => ({ ...old, progress: null, fault }));
      },
    );
  }, [store]);

  useEffect(() => begin(), [begin, turn]);
  useEffect(
    () => () => {
      const last = running.current;
      running.current = null;
      last?.cancel();
    },
    [],
  );

  return {
    ...state,
    stale: state.turn !== turn && state.fault === null,
    /** Whether the rig has changed since the cards were found, also where the page has not shown that yet. */
    isBehind: () => state.turn !== store.getState().turn && state.fault === null,
    cancel: () => running.current?.cancel(),
    again: () => {
      setState((old) => ({ ...old, fault: null }));
      begin();
    },
  };
}
