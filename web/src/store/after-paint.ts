/** Nothing waits longer than this, whatever the page draws. */
const MOST_MS = 50;

/** A message comes right behind the frame that it was sent in; a timer would wait another millisecond or more. */
function behind(then: () => void): void {
  const { port1, port2 } = new MessageChannel();
  port1.onmessage = () => {
    port1.close();
    then();
  };
  port2.postMessage(null);
}

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
  requestAnimationFrame(() => behind(once));
  setTimeout(once, MOST_MS);
  return () => {
    done = true;
  };
}
