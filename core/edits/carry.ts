import {
  isKeyed,
  isPlain,
  keyOf,
  produce,
  same,
  differences,
  type RigDraft,
  type Plain,
  type DocumentPatch,
  type Rig,
} from '../model';

/** A difference between two documents, done to a third. */
export type Carried = {
  readonly rig: Rig;
  readonly patches: readonly DocumentPatch[];
  readonly inverse: readonly DocumentPatch[];
  /** Words for the parts that the third document has changed otherwise; empty when nothing stood in the way. */
  readonly clashes: readonly string[];
};

const find = (list: readonly Plain[], key: string) => list.find((item) => keyOf(item) === key);

/** The order of `to` for what both know; what only `now` has stays behind the one it stands behind. */
function inOrderOf(now: readonly Plain[], to: readonly Plain[]): Plain[] {
  const result = to.map((item) => find(now, keyOf(item) ?? '')).filter((item) => item !== undefined);
  now.forEach((item, i) => {
    if (result.includes(item)) return;
    const before = now[i - 1];
    result.splice(before ? result.indexOf(before) + 1 : 0, 0, item);
  });
  return result;
}

const sequence = (list: readonly Plain[], among: readonly Plain[]) =>
  list
    .map(keyOf)
    .filter((key) => key !== null && find(among, key) !== undefined)
    .join('\n');

class Carrier {
  readonly clashes = new Set<string>();
  /** Words for what is being looked at; the outermost thing with a name. */
  private about = 'the rig';

  private clash() {
    this.clashes.add(this.about);
  }

  object(now: Plain, from: Plain, to: Plain) {
    for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
      const [a, b] = [from[key], to[key]];
      if (same(a, b)) continue;
      if (isPlain(a) && isPlain(b) && isPlain(now[key])) this.object(now[key], a, b);
      else if (isKeyed(a) && isKeyed(b) && isKeyed(now[key])) this.list(now[key], a, b);
      else this.value(now, key, a, b, key in to);
    }
  }

  private value(now: Plain, key: string, from: unknown, to: unknown, stays: boolean) {
    if (same(now[key], to)) return;
    if (!same(now[key], from)) this.clash();
    if (stays) now[key] = to;
    else delete now[key];
  }

  private list(now: Plain[], from: readonly Plain[], to: readonly Plain[]) {
    const outer = this.about;
    for (const item of from) {
      const key = keyOf(item) ?? '';
      const at = now.findIndex((other) => keyOf(other) === key);
      const [goal, current] = [find(to, key), now[at]];
      this.about = outer === 'the rig' ? wordsFor(current ?? item) : outer;
      if (!goal) {
        if (!current) continue;
        if (!same(current, item)) this.clash();
        now.splice(at, 1);
      } else if (!same(item, goal)) {
        if (current) this.object(current, item, goal);
        else this.clash();
      }
    }
    to.forEach((item, i) => {
      const key = keyOf(item) ?? '';
      if (find(from, key)) return;
      this.about = outer === 'the rig' ? wordsFor(item) : outer;
      const there = find(now, key);
      if (there) {
        if (!same(there, item)) this.clash();
        return;
      }
      const before = i === 0 ? -1 : now.findIndex((other) => keyOf(other) === keyOf(to[i - 1]));
      now.splice(i > 0 && before < 0 ? now.length : before + 1, 0, item);
    });
    this.about = outer;
    if (sequence(from, to) === sequence(to, from)) return;
    if (sequence(now, from) !== sequence(from, now)) this.clash();
    now.splice(0, now.length, ...inOrderOf(now, to));
  }
}

function wordsFor(item: Plain): string {
  if (typeof item.number === 'number') return `lead ${item.number}`;
  const name = item.name ?? item.title ?? item.id;
  return typeof name === 'string' ? `“${name}”` : 'the rig';
}

/**
 * Does to `onto` what leads from `from` to `to`: things are found by their ids, so that lists which grew or
 * shrank meanwhile do no harm. Where `onto` holds a value that is neither the old nor the new one, the new one
 * is taken and the part is told among the clashes; a part that is gone from `onto` is told and left out.
 * The result may break an invariant (two leads on one jack, say): check it.
 */
export function carryOver(onto: Rig, from: Rig, to: Rig): Carried {
  const carrier = new Carrier();
  const rig = produce(onto as RigDraft, (draft) => {
    carrier.object(draft, from, to);
  }) as Rig;
  return {
    rig,
    patches: differences(onto, rig),
    inverse: differences(rig, onto),
    clashes: [...carrier.clashes],
  };
}
