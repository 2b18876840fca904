import { wrap, type Remote } from 'comlink';
import type { PressWorker } from './press.worker';

/**
 * Sets a paper in a worker of its own, which ends with it: the PDF library is large and seldom wanted.
 * Rejects if the worker fails, or when `cancelled` is.
 */
export async function print(
  work: (press: Remote<PressWorker>) => Promise<Uint8Array>,
  cancelled: AbortSignal,
): Promise<Uint8Array> {
  const worker = new Worker(new URL('./press.worker.ts', import.meta.url), { type: 'module' });
  const broken = new Promise<never>((_, reject) => {
    worker.onerror = (event) => reject(new Error(event.message || 'the paper could not be set'));
    cancelled.addEventListener('abort', () => reject(new DOMException('cancelled', 'AbortError')));
  });
  try {
    return await Promise.race([work(wrap<PressWorker>(worker)), broken]);
  } finally {
    worker.terminate();
  }
}
