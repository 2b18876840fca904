/** What work that is done in steps comes to, when nobody waits for the steps. */
export function outcome<R>(steps: Generator<unknown, R>): R {
  for (;;) {
    const { value, done } = steps.next();
    if (done) return value;
  }
}
