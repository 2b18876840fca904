// A document that comes to be as it was lately gets the very lists it had then, and with them what hangs on them:
// an edit taken back, or a cure tried that would take it back, is judged at once.
import { same } from './keyed';
import type { Rig } from './types';

const LISTS = ['boxes', 'leads', 'sounds', 'variants', 'wants', 'looms', 'acceptedFindings'] as const;
type List = (typeof LISTS)[number];

/** So many states of each list are kept. */
const KEPT = 4;

const kept = new Map<List, readonly Rig[List][]>();

const alike = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((item, i) => same(item, b[i]));

/** Keeps a document's lists among the latest. */
export function keepLately(rig: Rig): void {
  for (const list of LISTS) {
    const before = kept.get(list) ?? [];
    if (before[0] === rig[list]) continue;
    kept.set(list, [rig[list], ...before.filter((one) => one !== rig[list])].slice(0, KEPT));
  }
}

/** The same document; each list that equals a kept one is that one itself. */
export function asLately(rig: Rig): Rig {
  const found = LISTS.flatMap((list) => {
    const known = kept.get(list)?.find((one) => one === rig[list] || alike(one, rig[list]));
    return known && known !== rig[list] ? [[list, known] as const] : [];
  });
  return found.length > 0 ? { ...rig, ...Object.fromEntries(found) } : rig;
}
