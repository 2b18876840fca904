import { wrap, type Remote } from 'comlink';
import type { RigWorker } from './rig-worker';

/** The one worker of this tab: it reads files and records, and analyses the open rig and those on the shelf. */
export type Running = {
  readonly worker: Worker;
  readonly api: Remote<RigWorker>;
  /** Rejects when the worker itself fails. */
  readonly broken: Promise<never>;
};

let running: Running | null = null;

export function begin(worker: Worker): Running {
  const broken = new Promise<never>((_, reject) => {
    worker.onerror = (event) => reject(new Error(event.message || 'the worker could not be started'));
  });
  // Watched only while somebody waits for an answer.
  broken.catch(() => undefined);
  return { worker, api: wrap<RigWorker>(worker), broken };
}

const spawn = () => new Worker(new URL('./rig.worker.ts', import.meta.url), { type: 'module' });

export const sharedWorker = (): Running => (running ??= begin(spawn()));

/** Ends a worker that failed and begins another, unless somebody did so already. */
export function replaceWorker(failed: Running): Running {
  if (running === failed) {
    failed.worker.terminate();
    running = null;
  }
  return sharedWorker();
}
