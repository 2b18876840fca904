import { useEffect, useState } from 'react';
import { useRig, useSession } from '../rig/context';
import type { Kind, QueryOf, ResultOf } from './queries';

export type Analysis<T> = {
  /** The last good result; it may be of an earlier revision while a newer one is under way. */
  readonly value: T | null;
  readonly revision: number;
  readonly stale: boolean;
  readonly fault: string | null;
};

type Held<T> = { key: string; revision: number; value: T | null; fault: string | null };

/** Asks the worker anew with every revision of the rig; results older than the one shown are dropped. */
export function useAnalysis<K extends Kind>(query: QueryOf<K> | null): Analysis<ResultOf<K>> {
  const { analyst, session } = useRig();
  const revision = useSession(session, (state) => state.turn);
  const key = JSON.stringify(query);
  const [held, setHeld] = useState<Held<ResultOf<K>> | null>(null);

  useEffect(() => {
    if (key === 'null') return;
    let left = false;
    const asked = JSON.parse(key) as QueryOf<K>;
    analyst.ask<K>(asked).then(
      ({ revision: of, result }) => {
        if (left) return;
        setHeld((old) =>
          old?.key === key && old.revision > of ? old : { key, revision: of, value: result, fault: null },
        );
      },
      (error: unknown) => {
        if (left) return;
        const fault = error instanceof Error ? error.message : String(error);
        setHeld((old) => ({ key, revision, value: old?.value ?? null, fault }));
      },
    );
    return () => {
      left = true;
    };
  }, [analyst, key, revision]);

  if (key === 'null') return { value: null, revision: -1, stale: false, fault: null };
  return {
    value: held?.value ?? null,
    revision: held?.revision ?? -1,
    stale: held === null || held.key !== key || held.revision !== revision,
    fault: held?.key === key ? held.fault : null,
  };
}
