/** Nothing waits longer than this, whatever the page draws. */
const MOST_MS = 50;

/**
 * Calls back after the next frame is painted; at once where nothing is painted.
 * @returns takes it back, as long as it was not called
 */
export function afterNextPaint(then: () => void): () => void {
  if (document.hidden) {
    then();
    return () => undefined;
  }
  let done = false;
  const once = () => {
    if (done) return;
    done = true;
    then();
  };
  requestAnimationFrame(() => setTimeout(once));
  setTimeout(once, MOST_MS);
  return () => {
    done = true;
  };
}
