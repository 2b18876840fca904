import type { Running } from './shared';

/** A worker that says nothing for so long is given up: it hangs, as far as anybody can tell. */
const PATIENCE_MS = 5_000;
/** So many times as long for the next one: the first may not have hung, the computer may be slow. */
const SECOND_TIME = 4;
/** A page that stands still, and a computer that sleeps, count as one of so many parts of it. */
const PARTS = 10;

/**
 * Waits for workers, of which one answers its messages in turn: each answer is a sign of life for all that wait behind
 * it, so that a queue is no silence.
 * @returns a function that waits for what a worker was asked; it rejects when the worker breaks or is silent too long
 */
export function makePatience(ms: number = PATIENCE_MS) {
  const heard = new WeakMap<Running, number>();
  let first: Running | null = null;
  return async function within<T>(at: Running, work: Promise<T>): Promise<T> {
    first ??= at;
    const signs = () => heard.get(at) ?? 0;
    let [last, left] = [signs(), PARTS];
    let ticking: ReturnType<typeof setInterval> | undefined;
    const late = new Promise<never>((_, reject) => {
      const tick = () => {
        left = signs() === last ? left - 1 : PARTS;
        last = signs();
        if (left === 0) reject(new Error('the analysis did not answer'));
      };
      ticking = setInterval(tick, ((at === first ? 1 : SECOND_TIME) * ms) / PARTS);
    });
    const told = work.finally(() => heard.set(at, signs() + 1));
    try {
      return await Promise.race([told, late, at.broken]);
    } finally {
      clearInterval(ticking);
    }
  };
}
