// What a law really met: a law whose cases are mostly empty says nothing.
import { expect } from '@jest/globals';

/** Counts cases by name over the runs of one law. */
export class Met {
  private readonly counts = new Map<string, number>();

  /** One more, or `n` more, of what the law is about. */
  count(name: string, n = 1): void {
    this.counts.set(name, (this.counts.get(name) ?? 0) + n);
  }

  /** Each of these was met at least so often. */
  atLeast(least: Readonly<Record<string, number>>): void {
    const seen = Object.fromEntries(
      Object.entries(least).map(([name, n]) => [name, Math.min(n, this.counts.get(name) ?? 0)]),
    );
    expect(seen).toEqual(least);
  }
}
