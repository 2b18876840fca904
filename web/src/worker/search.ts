import { proxy, wrap, type Remote } from 'comlink';
import type { Searches } from './searches';

/** A search under way. */
export type Search<R> = { readonly result: Promise<R>; readonly cancel: () => void };

const spawn = () => new Worker(new URL('./search.worker.ts', import.meta.url), { type: 'module' });

/** A worker with the one handle to it: once a handle is collected, its worker no longer answers another. */
type Ready = { readonly worker: Worker; readonly searches: Remote<Searches> };

/** One that has done its search and waits for the next: a start costs more than most searches. */
let idle: Ready | null = null;

function begun(make: () => Worker): Ready {
  const worker = make();
  return { worker, searches: wrap<Searches>(worker) };
}

/**
 * Begins a search in the worker of its own: the analyst goes on answering meanwhile.
 * Cancelled, the worker is ended in the middle of what it does, and the result rejects with an AbortError.
 */
export function startSearch<R, P>(
  work: (searches: Remote<Searches>, told: (progress: P) => void) => Promise<R>,
  told: (progress: P) => void,
  make: () => Worker = spawn,
): Search<R> {
  const ready = idle ?? begun(make);
  const { worker, searches } = ready;
  idle = null;
  let over = false;
  let stop: (reason: Error) => void = () => undefined;
  const stopped = new Promise<never>((_, reject) => {
    stop = reject;
  });
  worker.onerror = (event) => stop(new Error(event.message || 'the search could not be started'));
  const end = () => {
    over = true;
    worker.terminate();
  };
  const result = Promise.race([
    work(
      searches,
      proxy((progress: P) => {
        if (!over) told(progress);
      }),
    ),
    stopped,
  ]).then(
    (found) => {
      if (!over) idle = ready;
      over = true;
      return found;
    },
    (error: unknown) => {
      end();
      throw error;
    },
  );
  return {
    result,
    cancel: () => {
      if (over) return;
      end();
      stop(new DOMException('cancelled', 'AbortError'));
    },
  };
}
