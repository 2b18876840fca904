import '../zod';
import { expose } from 'comlink';
import {
  patchRig,
  readAnyFile,
  readRig,
  readRigValue,
  type DocumentPatch,
  type FileResult,
  type ReadResult,
  type Rig,
} from '../../../core/rig';
import { answer } from './answer';
import type { AnyQuery, Kind, ResultOf } from './queries';

let held: { rig: Rig; revision: number } | null = null;

/** The worker's own copy of the rig: opened whole once, then kept up by patches, so that caches keep their identity. */
const rigWorker = {
  open(rig: Rig, revision: number): void {
    held = { rig, revision };
  },
  patch(patches: readonly DocumentPatch[], revision: number): void {
    if (held?.revision !== revision - 1) throw new Error('a patch came out of its turn');
    held = { rig: patchRig(held.rig, patches), revision };
  },
  ask(query: AnyQuery): { revision: number; result: ResultOf<Kind> } {
    if (!held) throw new Error('no rig is open');
    return { revision: held.revision, result: answer(held.rig, query) };
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

export type RigWorker = typeof rigWorker;
expose(rigWorker);
