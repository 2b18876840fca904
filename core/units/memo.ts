/** A place where results hang: objects lead on weakly, so that a result goes when what it came from goes. */
export class Branch {
  // Most places lead nowhere: tables are made where something is hung on them.
  private weak: WeakMap<object, Branch> | null = null;
  private strong: Map<unknown, Branch> | null = null;
  result: { readonly value: unknown } | null = null;

  at(key: unknown): Branch {
    if ((typeof key === 'object' && key !== null) || typeof key === 'function') {
      this.weak ??= new WeakMap();
      const known = this.weak.get(key);
      if (known) return known;
      const branch = new Branch();
      this.weak.set(key, branch);
      return branch;
    }
    this.strong ??= new Map();
    const known = this.strong.get(key);
    if (known) return known;
    const branch = new Branch();
    this.strong.set(key, branch);
    return branch;
  }
}

/**
 * Remembers a pure function's results by the identity of its arguments, as long as the objects among them live:
 * there is no list that could grow too long. The first argument must be an object.
 * @param compute takes its arguments without defaults: of what `map` hands it beyond them nothing is told apart
 */
export function weakly<A extends readonly [object, ...unknown[]], R>(
  compute: (...args: A) => R,
): (...args: A) => R {
  const root = new Branch();
  // One that looks at none of its arguments tells them apart all the same; a minifier may have taken them from it.
  const declared = Math.max(1, compute.length);
  return (...args) => {
    let branch = root;
    for (let i = 0; i < declared; i += 1) branch = branch.at(args[i]);
    branch.result ??= { value: compute(...args) };
    return branch.result.value as R;
  };
}

let numbered = 0;

/** A number of its own for each object, for texts that tell by which objects something was made. */
export const numberOf = weakly((_of: object): number => (numbered += 1));

/** Remembers the newest few results of a function of one plain value, compared as text. */
export function recently<A, R>(compute: (ask: A) => R, keep: number): (ask: A) => R {
  let known: readonly { readonly key: string; readonly result: R }[] = [];
  return (ask) => {
    const key = JSON.stringify(ask);
    const found = known.find((entry) => entry.key === key) ?? { key, result: compute(ask) };
    known = [found, ...known.filter((entry) => entry !== found)].slice(0, keep);
    return found.result;
  };
}

/** Remembers results by a text that tells all that they depend on, up to so many; the one longest unasked goes first. */
export function byText<A, R>(
  textOf: (ask: A) => string,
  compute: (ask: A) => R,
  keep: number,
): (ask: A) => R {
  const known = new Map<string, { readonly result: R }>();
  return (ask) => {
    const text = textOf(ask);
    const before = known.get(text);
    // Who was asked for last tells only where some must soon go.
    if (before && known.size * 2 < keep) return before.result;
    const found = before ?? { result: compute(ask) };
    known.delete(text);
    known.set(text, found);
    const [oldest] = known.size > keep ? known.keys() : [];
    if (oldest !== undefined) known.delete(oldest);
    return found.result;
  };
}

/**
 * Of things that are alike by their text, the one that was first, as long as anybody holds it: what hangs on it is there
 * for all of them.
 */
export function alikeAreOne<T extends object>(textOf: (one: T) => string): (one: T) => T {
  const firsts = new Map<string, WeakRef<T>>();
  let sweepAt = 64;
  return (one) => {
    const text = textOf(one);
    const first = firsts.get(text)?.deref();
    if (first) return first;
    if (firsts.size >= sweepAt) {
      for (const [known, ref] of firsts) if (!ref.deref()) firsts.delete(known);
      sweepAt = Math.max(64, 2 * firsts.size);
    }
    firsts.set(text, new WeakRef(one));
    return one;
  };
}
