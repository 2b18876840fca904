import { useEffect } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { useStore } from 'zustand';
import { useOpenRig } from '../rig/use-open';
import type { OnPage } from './parcel';
import type { Kind, QueryOf, ResultOf } from './queries';

export type Analysis<T> = {
  /** The last good result; it may be of an earlier document, or of a question put otherwise, while it is stale. */
  readonly value: T | null;
  /** A newer one is under way, or could not be had: then there is a fault. */
  readonly stale: boolean;
  /** As much of the answer as could be told at once; it is stale until the whole has come. */
  readonly isDraft: boolean;
  readonly fault: string | null;
};

/**
 * Has a question about the open rig answered now and after each change of it.
 * @param slot where the answer stands; one for each kind of question unless two of a kind are asked at once
 */
export function useAnalysis<K extends Kind>(
  query: QueryOf<K> | null,
  slot: string | undefined = query?.kind,
): Analysis<OnPage<ResultOf<K>>> {
  const store = useOpenRig();
  const key = JSON.stringify(query);
  useEffect(() => {
    if (key === 'null' || slot === undefined) return;
    return store.getState().analyst.stand(slot, JSON.parse(key) as QueryOf<K>);
  }, [store, slot, key]);
  return useStore(
    store.shown,
    useShallow(({ answers, turn }): Analysis<OnPage<ResultOf<K>>> => {
      const answer = slot === undefined ? undefined : answers[slot];
      if (key === 'null') return { value: null, stale: false, isDraft: false, fault: null };
      return {
        value: (answer?.value ?? null) as OnPage<ResultOf<K>> | null,
        stale: answer?.key !== key || answer.turn !== turn || answer.isDraft || answer.fault !== null,
        isDraft: answer?.isDraft === true,
        fault: answer?.key === key ? answer.fault : null,
      };
    }),
  );
}
