// A document that comes to be as it was lately gets the very lists it had then, and with them what hangs on them: an edit
// taken back, a cure tried that would take it back, or an edit that was seen to come is judged at once.
import { same } from './keyed';
import type { Rig } from './types';

const LISTS = ['boxes', 'leads', 'sounds', 'variants', 'wants', 'looms', 'acceptedFindings'] as const;
type List = (typeof LISTS)[number];

/** So many states of each list are kept, and so many documents: some steps back, and what is likely next. */
const KEPT = 8;

const kept = new Map<List, readonly Rig[List][]>();
let wholes: readonly Rig[] = [];

const latest = <T>(one: T, before: readonly T[]): readonly T[] =>
  before[0] === one ? before : [one, ...before.filter((other) => other !== one)].slice(0, KEPT);

const alike = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((item, i) => same(item, b[i]));

const isMadeOf = (a: Rig, b: Rig): boolean => {
  const keys = Object.keys(a) as (keyof Rig)[];
  return keys.length === Object.keys(b).length && keys.every((key) => a[key] === b[key]);
};

/** Keeps a document and its lists among the latest. */
export function keepLately(rig: Rig): void {
  for (const list of LISTS) kept.set(list, latest(rig[list], kept.get(list) ?? []));
  wholes = latest(rig, wholes);
}

/** The same document, itself where it is a kept one; each list that equals a kept one is that one itself. */
export function asLately(rig: Rig): Rig {
  const found = LISTS.flatMap((list) => {
    const known = kept.get(list)?.find((one) => one === rig[list] || alike(one, rig[list]));
    return known && known !== rig[list] ? [[list, known] as const] : [];
  });
  const own = found.length > 0 ? { ...rig, ...Object.fromEntries(found) } : rig;
  return wholes.find((one) => isMadeOf(one, own)) ?? own;
}
