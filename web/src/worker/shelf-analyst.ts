import { wrap, type Remote } from 'comlink';
import type { Line } from '../../../core/findings';
import type { Rig } from '../../../core/rig';
import type { RigWorker } from './rig.worker';

let api: Remote<RigWorker> | null = null;

/** What is found in a rig that is not open, worked out by one worker that the shelf shares. */
export async function findingsOf(rig: Rig): Promise<readonly Line[]> {
  api ??= wrap<RigWorker>(new Worker(new URL('./rig.worker.ts', import.meta.url), { type: 'module' }));
  return (await api.askOf(rig, { kind: 'findings', variant: null, sound: null })) as readonly Line[];
}
