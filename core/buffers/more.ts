// What could be bought where the buffers at hand do not bring every sound within the limit.
import { inWords } from '../units';
import type { Offered } from './offers';
import type { Found, Measured } from './search';

/** One or two wares, and the best that is had with them. */
type Tried = { readonly wares: readonly Offered[]; readonly measured: Measured };

/** What could be bought, with what would do the same in its place: it differs by nothing that is heard. */
export type Basket = Tried & { readonly alike: readonly Offered[] };

/** The least that is heard, dB. */
const TELLS_DB = 0.1;

/** As few as will do; where nothing does, the least difference. */
const reached = ({ best }: Found, than = 1): Measured =>
  best.fewest.over < than ? best.fewest : best.figures;

const brings = (one: Measured, than: Measured): boolean =>
  one.over < than.over || (one.over === than.over && one.worstDb <= than.worstDb - TELLS_DB);

/** Sounds over the limit, then boxes, then the worst to a tenth: what nobody hears makes none better than a more usual one. */
const rankOf = ({ measured: { over, boxes, worstDb } }: Tried): number =>
  over * 1e6 + boxes * 1e3 + Math.round(worstDb / TELLS_DB);

const ranked = (all: readonly Tried[]): Tried[] => [...all].sort((a, b) => rankOf(a) - rankOf(b));

const placesOf = ({ measured: { placed } }: Tried): string => placed.map(({ position }) => position).join();

/** Those that stand in the same places and bring the same as one, by the most usual of them. */
function gathered(all: readonly Tried[]): readonly Basket[] {
  const groups = new Map<string, Tried[]>();
  for (const one of all) {
    const key = `${rankOf(one)} ${placesOf(one)}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()].flatMap(([first, ...others]) =>
    first ? [{ ...first, alike: others.flatMap(({ wares }) => wares) }] : [],
  );
}

/**
 * Every ware that brings something by itself, and where none is enough the best with one more; the best first.
 * @param found what is had with those at hand
 * @param search the same with some wares more
 */
export function* basketsFor<Step>(
  offered: readonly Offered[],
  found: Found,
  search: (wares: readonly Offered[]) => Generator<Step, Found>,
): Generator<Step, readonly Basket[]> {
  const today = reached(found);
  if (today.over === 0) return [];
  function* tried(all: readonly (readonly Offered[])[], than: Measured): Generator<Step, Tried[]> {
    const baskets: Tried[] = [];
    for (const wares of all) {
      const measured = reached(yield* search(wares), than.over);
      if (brings(measured, than)) baskets.push({ wares, measured });
    }
    return ranked(baskets);
  }
  const ones = yield* tried(
    offered.map((ware) => [ware]),
    today,
  );
  const [first] = ones;
  if (first?.measured.over === 0) return gathered(ones);
  // Of two it may be that both are wanted at once: one for each side.
  const begin = first?.wares ?? offered.slice(0, 1);
  const [two] = yield* tried(
    offered.map((ware) => [...begin, ware]),
    first?.measured ?? today,
  );
  return gathered(ranked(two ? [...ones, two] : ones));
}

/** What is in a basket, in words. */
export const basketWords = (wares: readonly Offered[]): string => {
  const names = [...new Set(wares.map(({ name }) => name))];
  const count = (name: string) => wares.filter((ware) => ware.name === name).length;
  return inWords(names.map((name) => (count(name) === 1 ? name : `${count(name)} × ${name}`)));
};
