/**
 * Remembers results by the identity of the parts they were worked out from: `parts` names what `compute` reads,
 * and as long as those are the same objects the result is the same object. The newest `keep` results stay.
 */
export function memoBy<A extends unknown[], R>(
  parts: (...args: A) => readonly unknown[],
  compute: (...args: A) => R,
  keep = 32,
): (...args: A) => R {
  let entries: { parts: readonly unknown[]; result: R }[] = [];
  return (...args) => {
    const key = parts(...args);
    const found = entries.find((entry) => entry.parts.every((part, i) => Object.is(part, key[i])));
    if (found) {
      if (entries[0] !== found) entries = [found, ...entries.filter((entry) => entry !== found)];
      return found.result;
    }
    const result = compute(...args);
    entries = [{ parts: key, result }, ...entries].slice(0, keep);
    return result;
  };
}
