import { useCallback, useEffect, useState } from 'react';
import { rigState, type RigState } from '../../../../core/papers';
import type { Rig } from '../../../../core/model';
import { database, now } from '../../store/app';
import { onTold } from '../../store/channel';
import type { Head } from '../../store/db';
import { listRigs, loadRig } from '../../store/rigs';
import { readValue } from '../../worker/reading';

/** A rig on the shelf: read, or why it could not be. */
export type ShelfEntry = { readonly head: Head } & (
  | { readonly rig: Rig; readonly state: RigState }
  | { readonly rig: null; readonly reason: string }
);

export type ShelfContents = { readonly entries: readonly ShelfEntry[]; readonly binned: readonly Head[] };

const SETTLE_MS = 400;

/** Every rig under this address. `null` while it is being read; `fault` when the store itself cannot be read. */
export function useShelf(): { contents: ShelfContents | null; fault: string | null; refresh: () => void } {
  const [contents, setContents] = useState<ShelfContents | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);

  useEffect(() => {
    let gone = false;
    const read = async () => {
      const heads = await listRigs(database, now());
      const entries: ShelfEntry[] = [];
      for (const head of heads.filter((h) => h.binned === null)) {
        const loaded = await loadRig(database, head.id, readValue);
        entries.push(
          loaded.ok
            ? { head, rig: loaded.rig, state: rigState(loaded.rig) }
            : { head, rig: null, reason: loaded.reason },
        );
      }
      if (gone) return;
      setContents({ entries, binned: heads.filter((h) => h.binned !== null) });
      setFault(null);
    };
    read().catch(
      (error: unknown) => !gone && setFault(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      gone = true;
    };
  }, [turn]);

  const refresh = useCallback(() => setTurn((n) => n + 1), []);

  // Other tabs edit, import and put into the bin; many edits in a row are one look.
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = onTold(() => {
      clearTimeout(timer);
      timer = setTimeout(refresh, SETTLE_MS);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [refresh]);

  return { contents, fault, refresh };
}
