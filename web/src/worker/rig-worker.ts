import { readAnyFile, readRig, readRigValue, type FileResult, type ReadResult } from '../../../core/file';
import { asLately, keepLately, patchRig, type DocumentPatch, type Rig } from '../../../core/model';
import { answer } from './answer';
import { Packer, type Parcel } from './parcel';
import type { AnyQuery, Kind, ResultOf } from './queries';

/** What is to be told of the open rig, where it goes, and what is there already. */
export type Ask = { readonly slot: string; readonly query: AnyQuery; readonly holds: number | null };
export type Told = { readonly slot: string } & ({ readonly parcel: Parcel } | { readonly fault: string });
export type Batch = { readonly turn: number; readonly told: readonly Told[] };

/** The worker's own copy of the rig: opened whole once, then kept up by patches, so that caches keep their identity. */
export function makeRigWorker() {
  let held: { rig: Rig; turn: number } | null = null;
  const packer = new Packer();

  function hold(rig: Rig, turn: number) {
    held = { rig, turn };
    keepLately(rig);
  }

  function tell(asks: readonly Ask[]): Batch {
    if (!held) throw new Error('no rig is open');
    const { rig, turn } = held;
    const told = asks.map(({ slot, query, holds }): Told => {
      try {
        return { slot, parcel: packer.pack(slot, answer(rig, query), holds) };
      } catch (error) {
        // One question that cannot be answered takes no other with it.
        return { slot, fault: error instanceof Error ? error.message : String(error) };
      }
    });
    return { turn, told };
  }

  return {
    open(rig: Rig, turn: number, asks: readonly Ask[]): Batch {
      hold(rig, turn);
      return tell(asks);
    },
    /** An edit, and what is to be told of the rig after it, in one message each way. */
    edit(patches: readonly DocumentPatch[], turn: number, asks: readonly Ask[]): Batch {
      if (held?.turn !== turn - 1) throw new Error('a patch came out of its turn');
      hold(asLately(patchRig(held.rig, patches)), turn);
      return tell(asks);
    },
    tell,
    /** Told once, whole. */
    ask(query: AnyQuery): ResultOf<Kind> {
      if (!held) throw new Error('no rig is open');
      return answer(held.rig, query);
    },
    /** About a rig that is not open, for the shelf. */
    askOf(rig: Rig, query: AnyQuery): ResultOf<Kind> {
      return answer(rig, query);
    },
    read(text: string): ReadResult {
      return readRig(text);
    },
    /** A rig file or a whole shelf. */
    readFile(text: string): FileResult {
      return readAnyFile(text);
    },
    readValue(value: unknown): ReadResult {
      return readRigValue(value);
    },
  };
}

export type RigWorker = ReturnType<typeof makeRigWorker>;
