import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import { useOpenRig, useOpenWith } from '../../rig/use-open';
import { startSearch, type Search } from '../../worker/search';
import type { Progress, ShownLine, ShownPlan } from '../../worker/searches';

/** So many of a family are judged at a time. */
const MORE = 4;

/** A chain is drawn at most so wide, and in a window that is narrower so that it fits the table, pixels. */
const WIDEST = 1_000;
const BESIDE = 60;
const chainWidth = () => Math.min(WIDEST, window.innerWidth - BESIDE);

type State = {
  /** The plan of the last search that came to its end; null: none did yet. */
  readonly plan: ShownPlan | null;
  /** Which document it is of, and in which night: null, the base. */
  readonly turn: number;
  readonly variant: string | null;
  readonly progress: Progress | null;
  readonly fault: string | null;
  /** The family of which others are being judged. */
  readonly asking: string | null;
};

const faultOf = (error: unknown): string =>
  error instanceof DOMException && error.name === 'AbortError'
    ? 'the search was cancelled.'
    : error instanceof Error
      ? error.message
      : String(error);

/** A plan with more of a family judged. */
function withMore(plan: ShownPlan, family: string, asked: number, lines: readonly ShownLine[]): ShownPlan {
  const known = new Set(plan.lines.map(({ key }) => key));
  return {
    ...plan,
    lines: [...plan.lines, ...lines.filter(({ key }) => !known.has(key))],
    others: { ...plan.others, [family]: plan.others[family]?.slice(asked) ?? [] },
  };
}

/** The rig as it is now planned, anew after each change of it; what was found stays until then. */
export function usePlan() {
  const store = useOpenRig();
  const turn = useOpenWith((state) => state.turn);
  const variant = useOpenWith(({ setting }) => setting.variant);
  const running = useRef<Search<unknown> | null>(null);
  const [state, setState] = useState<State>({
    plan: null,
    turn: -1,
    variant: null,
    progress: null,
    fault: null,
    asking: null,
  });

  /** Runs one search after the one before is ended; what comes of one that was ended is not told. */
  const run = useCallback(<R>(search: Search<R>, done: (found: R) => Partial<State>) => {
    running.current?.cancel();
    running.current = search;
    search.result.then(
      // Drawn in pieces: what is pressed meanwhile goes first.
      (found) => {
        const made = done(found);
        startTransition(() =>
          setState((old) => ({ ...old, ...made, progress: null, fault: null, asking: null })),
        );
      },
      (error: unknown) => {
        if (running.current === search)
          setState((old) => ({ ...old, progress: null, fault: faultOf(error), asking: null }));
      },
    );
  }, []);

  const begin = useCallback(() => {
    const { rig, setting, turn: of } = store.getState();
    const night = setting.variant;
    let lines: readonly ShownLine[] = [];
    const whole = (plan: ShownPlan): ShownPlan => {
      lines = [...lines, ...plan.lines];
      return { ...plan, lines };
    };
    const search = startSearch<ShownPlan, Progress>(
      (searches, told) => searches.plan(rig, night, chainWidth(), told),
      (told) => {
        const progress = { ...told, plan: whole(told.plan) };
        startTransition(() => setState((old) => ({ ...old, progress })));
      },
    );
    run(search, (found) => ({ plan: whole(found), turn: of, variant: night }));
  }, [store, run]);

  /** Judges the next of a family. */
  const more = (family: string) => {
    const { rig, setting } = store.getState();
    const keys = state.plan?.others[family]?.slice(0, MORE) ?? [];
    const search = startSearch<readonly ShownLine[], never>(
      (searches) => searches.judge(rig, setting.variant, chainWidth(), keys),
      () => undefined,
    );
    setState((old) => ({ ...old, asking: family }));
    run(search, (lines) => ({ plan: state.plan && withMore(state.plan, family, keys.length, lines) }));
  };

  useEffect(() => begin(), [begin, turn, variant]);
  useEffect(
    () => () => {
      const last = running.current;
      running.current = null;
      last?.cancel();
    },
    [],
  );

  const behind = state.turn !== turn || state.variant !== variant;
  return {
    ...state,
    /** The rig has changed since it was planned. */
    behind,
    /** It is being planned anew. */
    stale: behind && state.fault === null,
    /** Whether it is behind, also where the page has not shown that yet. */
    isBehind: () => {
      const { turn: now, setting } = store.getState();
      return state.turn !== now || state.variant !== setting.variant;
    },
    more,
    cancel: () => running.current?.cancel(),
    again: () => {
      setState((old) => ({ ...old, fault: null }));
      begin();
    },
  };
}
