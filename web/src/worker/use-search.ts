import { useEffect, useRef, useState } from 'react';
import type { Remote } from 'comlink';
import type { Rig } from '../../../core/model';
import { useOpenRig, useOpenWith } from '../rig/use-open';
import { startSearch, type Search } from './search';
import type { Searches } from './searches';

type State<R> = {
  readonly found: R | null;
  /** Which document it is of, and in which night. */
  readonly turn: number;
  readonly variant: string | null;
  readonly step: Looked | null;
  readonly fault: string | null;
};

/** How far a search is; of 0: nobody knows yet. */
type Looked = { readonly looked: number; readonly of: number };

type Work<R> = (
  searches: Remote<Searches>,
  rig: Rig,
  variant: string | null,
  told: (step: Looked) => void,
) => Promise<R>;

/** A search over the rig in one night: begun by a press, and again when the rig has changed. */
export function useSearch<R>(work: Work<R>) {
  const store = useOpenRig();
  const turn = useOpenWith((state) => state.turn);
  const variant = useOpenWith(({ setting }) => setting.variant);
  const running = useRef<Search<unknown> | null>(null);
  const none: State<R> = { found: null, turn: -1, variant: null, step: null, fault: null };
  const [state, setState] = useState<State<R>>(none);

  const cancel = () => {
    const last = running.current;
    running.current = null;
    last?.cancel();
    setState((old) => ({ ...old, step: null }));
  };
  const begin = () => {
    running.current?.cancel();
    const { rig, setting, turn: of } = store.getState();
    const search = startSearch<R, Looked>(
      (searches, told) => work(searches, rig, setting.variant, told),
      (step) => setState((old) => ({ ...old, step })),
    );
    running.current = search;
    setState((old) => ({ ...old, step: { looked: 0, of: 0 }, fault: null }));
    search.result.then(
      (found) => setState({ ...none, found, turn: of, variant: setting.variant }),
      (error: unknown) => {
        if (running.current !== search) return;
        const fault = error instanceof Error ? error.message : String(error);
        setState((old) => ({ ...old, step: null, fault }));
      },
    );
  };
  useEffect(
    () => () => {
      running.current?.cancel();
      running.current = null;
    },
    [],
  );
  const behind = state.found !== null && (state.turn !== turn || state.variant !== variant);
  return { ...state, behind, begin, cancel };
}
