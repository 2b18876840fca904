import { useCallback, useEffect, useRef, useState } from 'react';
import { useOpenRig, useOpenWith } from '../../rig/use-open';
import { startSearch, type Search } from '../../worker/search';
import type { Progress, ShownCard } from '../../worker/searches';

type State = {
  /** The cards of the last search that came to its end; null: none did yet. */
  readonly cards: readonly ShownCard[] | null;
  /** Which document they are of, and in which night: null, the base. */
  readonly turn: number;
  readonly variant: string | null;
  readonly progress: Progress<ShownCard> | null;
  readonly fault: string | null;
};

/** Every routing tried on the rig as it is now, anew after each change of it; what was found stays until then. */
export function useCards() {
  const store = useOpenRig();
  const turn = useOpenWith((state) => state.turn);
  const variant = useOpenWith(({ setting }) => setting.variant);
  const running = useRef<Search<ShownCard> | null>(null);
  const [state, setState] = useState<State>({
    cards: null,
    turn: -1,
    variant: null,
    progress: null,
    fault: null,
  });

  const begin = useCallback(() => {
    const { rig, setting, turn: of } = store.getState();
    const night = setting.variant;
    running.current?.cancel();
    const search = startSearch<ShownCard>(
      (searches, told) => searches.cards(rig, night, told),
      (progress) => setState((old) => ({ ...old, progress })),
    );
    running.current = search;
    search.result.then(
      (cards) => setState({ cards, turn: of, variant: night, progress: null, fault: null }),
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

  useEffect(() => begin(), [begin, turn, variant]);
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
    stale: (state.turn !== turn || state.variant !== variant) && state.fault === null,
    /** Whether the rig has changed since the cards were found, also where the page has not shown that yet. */
    isBehind: () => {
      const { turn: now, setting } = store.getState();
      return (state.turn !== now || state.variant !== setting.variant) && state.fault === null;
    },
    cancel: () => running.current?.cancel(),
    again: () => {
      setState((old) => ({ ...old, fault: null }));
      begin();
    },
  };
}
