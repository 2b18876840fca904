/** No edit waits longer than this to be stored, whatever the page draws. */
const MOST_MS = 50;

/** Calls back after the next frame is painted; at once where nothing is painted. */
export function afterNextPaint(then: () => void): void {
  if (document.hidden) {
    then();
    return;
  }
  let done = false;
  const once = () => {
    if (done) return;
    done = true;
    then();
  };
  requestAnimationFrame(() => setTimeout(once));
  setTimeout(once, MOST_MS);
}
