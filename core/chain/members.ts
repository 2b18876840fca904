// Who of the chains has a place in the usual order, and what is said of each by those ahead of it.
import { blockIn, boxOf, derive, type Block, type Box, type Reads } from '../model';
import { memberOf, verdictOf, wishOf, type Member, type Verdict } from '../order';
import { isOn, statesIn } from '../signal';
import type { Chain, Stop, Tail } from './chain';
import { tailOf, type PlaceAt, type TailAt } from './edit';
import { isGrid } from './relay';

/** A block of a box as it stands in the order. */
export type Stood = { readonly box: Box; readonly block: Block; readonly member: Member };

/** What a block is called where its box has others that the order speaks of, else its box. */
export function nameOfStood({ box, block }: Pick<Stood, 'box' | 'block'>): string {
  const isAlone = box.blocks.filter(({ role }) => role === 'effect' || role === block.role).length === 1;
  return isAlone || block.name === box.name ? box.name : `${block.name} of ${box.name}`;
}

/** What the usual order is read from. */
export type OrderOf = Reads<'boxes' | 'variant' | 'sounds' | 'wants' | 'houseRules'>;

/** The gain that a block is used at: the most of all sounds it is on in, and at rest. */
const gainsOf = derive(['boxes', 'variant', 'sounds'], (of): ReadonlyMap<Block, number> => {
  const all = [null, ...of.sounds].map((sound) => statesIn({ ...of, sound }));
  return new Map(
    of.boxes.flatMap((box) =>
      box.blocks.map((block) => {
        const states = all.map((one) => one.blockState(box, block).state);
        const used = states.filter(isOn);
        const gains = (used.length > 0 ? used : block.states).map((state) => state.gainSmallDb?.value ?? 0);
        return [block, Math.max(...gains)] as const;
      }),
    ),
  );
});

/** The blocks of a stop that have a place in the usual order. */
export function stoodAt(of: OrderOf, stop: Stop): readonly Stood[] {
  const box = boxOf(of, stop.box);
  if (!box || stop.loop) return [];
  return stop.blocks.flatMap((id) => {
    const block = blockIn(box, id);
    const member = block && memberOf(block, undefined, gainsOf(of).get(block));
    return block && member ? [{ box, block, member: { ...member, wish: wishOf(of, box, block) } }] : [];
  });
}

/** What a box has built in stands as its maker has it: nothing is to be said of that. */
const isBuiltSo = (a: Box, b: Box): boolean => a === b && !isGrid(a);

/** What is said of one somewhere behind another. */
export const verdictAt = (of: OrderOf, ahead: Stood, behind: Stood): Verdict | null =>
  isBuiltSo(ahead.box, behind.box) ? null : verdictOf(of, ahead.member, behind.member);

/** All that is passed from where a chain begins to ahead of a place. */
export function passedAhead(of: OrderOf, chains: readonly Chain[], { tail, at }: PlaceAt): readonly Stood[] {
  return tail.flatMap((_, i) => {
    const own = tail.slice(0, i + 1);
    const places = tailOf(chains, own)?.places ?? [];
    const passed = own.length === tail.length ? places.slice(0, at) : places;
    return passed.flatMap(({ stops: [stop] }) => stoodAt(of, stop));
  });
}

/** All that is passed from a place on, on whatever way. */
export function passedFrom(of: OrderOf, chains: readonly Chain[], { tail, at }: PlaceAt): readonly Stood[] {
  const below = ({ places, end }: Tail, from = 0): readonly Stood[] => [
    ...places.slice(from).flatMap(({ stops: [stop] }) => stoodAt(of, stop)),
    ...(end.kind === 'split' ? end.tails.flatMap((one) => below(one)) : []),
  ];
  const own = tailOf(chains, tail);
  return own ? below(own, at) : [];
}

/** A pair that stands against the usual order, at the place of the one behind. */
export type TurnedPair = {
  readonly at: PlaceAt;
  readonly ahead: Stood;
  readonly behind: Stood;
  readonly verdict: Verdict;
};

/** Every pair that stands against the usual order, whatever stands between the two. */
export function turnedIn(of: OrderOf, chains: readonly Chain[]): readonly TurnedPair[] {
  const found: TurnedPair[] = [];
  const walk = (own: Tail, tail: TailAt, before: readonly Stood[]) => {
    const passed = [...before];
    own.places.forEach(({ stops: [stop] }, at) => {
      const here = stoodAt(of, stop);
      for (const behind of here)
        for (const ahead of passed) {
          const verdict = verdictAt(of, ahead, behind);
          if (verdict?.so === 'against') found.push({ at: { tail, at }, ahead, behind, verdict });
        }
      passed.push(...here);
    });
    if (own.end.kind === 'split') own.end.tails.forEach((one, i) => walk(one, [...tail, i], passed));
  };
  chains.forEach((chain, i) => walk(chain, [i], []));
  return found;
}
