// Acts as data: what they make of the rig, where a stop may go and at what price.
import { boxOf, inNight, inSetting, isLink, type Reads, type Rig, type Setting } from '../model';
import {
  begun,
  forActs,
  isBare,
  joinedTo,
  movedTo,
  putBeside,
  putIn,
  slotsFor,
  splitAt,
  splitEarlier,
  splitLater,
  takenOut,
  twinned,
  wrapped,
  type Stretch,
  type Ways,
} from './acts';
import type { Chain, Stop } from './chain';
import { heardFrom } from './ears';
import { placeAt, tailOf, type PlaceAt, type TailAt } from './edit';
import { folded } from './parts';
import { planChains } from './plan';
import { crossed, type Refusal } from './refusals';
import type { Wirings } from '../signal';
import { readChains, wiringsAtRest, wiringsIn } from './read';
import type { ChainsAt } from './scope';
import { slotsOf, slotWords, stopWords, type Slot } from './slots';
import { usualOrder, type Usual } from './usual';
import { weakly } from '../units';
import { wireChains, type Wiring } from './wire';

/** What is in hand: a stretch of the order; or a box of the rig that stands in no chain, or two of them side by side. */
export type Held =
  | { readonly kind: 'stretch'; readonly stretch: Stretch }
  | {
      readonly kind: 'box';
      readonly box: string;
      /** One more like it, for the right side: they stand where the signal is in stereo, and it stays so. */
      readonly right?: string;
    };

/** A change of the order. Places are those of `actChains`; a slot is one of `slotsOfHeld`, by its number. */
export type Act =
  | { readonly act: 'put'; readonly held: Held; readonly slot: number }
  | { readonly act: 'take out'; readonly stretch: Stretch }
  | { readonly act: 'wrap'; readonly stretch: Stretch; readonly box: string }
  /** `by`: a splitter or DI that is put in for it; `cabinet`: what an amplifier there drives. */
  | {
      readonly act: 'split';
      readonly at: PlaceAt;
      readonly box: string;
      readonly by?: string;
      readonly cabinet?: string;
    }
  | { readonly act: 'split later' | 'split earlier'; readonly tail: TailAt; readonly way: number }
  | { readonly act: 'twin'; readonly at: PlaceAt; readonly slot: number }
  | { readonly act: 'join'; readonly tail: TailAt; readonly box: string; readonly block: string }
  /** Ears or a wedge at an aux of a desk. */
  | { readonly act: 'ears'; readonly box: string; readonly desk: string }
  /** Everything that can be where it is usual. */
  | { readonly act: 'usual' };

/**
 * The order that acts are on: as it reads by inner wirings, stops taken apart; sources that nothing is plugged into
 * behind it, each a chain by itself.
 */
export function orderIn(of: Reads<'boxes' | 'leads' | 'variant'>, wirings: Wirings): readonly Chain[] {
  const { chains, rest } = readChains(of, wirings);
  const sources = rest.boxes.flatMap((id) => {
    const box = boxOf(of, id);
    return box?.blocks.some(({ role }) => role === 'source') ? [begun(box)] : [];
  });
  return [...forActs(of, chains), ...sources];
}

/** The inner wirings that are meant: those at rest where none are said. */
export const wiringsOf = (rig: Rig, { variant, wirings }: ChainsAt): Wirings =>
  Object.keys(wirings).length > 0 ? wirings : wiringsAtRest(inNight(rig, variant));

/** The order that acts are on, of a rig in a night and by inner wirings. */
export const actChains = (rig: Rig, at: ChainsAt): readonly Chain[] =>
  orderIn(inNight(rig, at.variant), wiringsOf(rig, at));

/** Why no act can be done at all; null: they can. */
const barred = (rig: Rig, at: ChainsAt): Refusal | null =>
  crossed(rig, readChains(inNight(rig, at.variant), wiringsOf(rig, at)).knots);

/** Where acts are done that are done in a setting: in its night, by the inner wirings of its sound. */
export function chainsAt(rig: Rig, setting: Setting): ChainsAt {
  const of = inSetting(rig, setting);
  return { variant: setting.variant, wirings: setting.sound === 'all' ? wiringsAtRest(of) : wiringsIn(of) };
}

/** What tells one stop from another. */
export const stopKey = ({ box, blocks, loop, out }: Stop): string =>
  `${box}/${loop ? `${loop.block} ${loop.side}` : blocks.length > 0 ? blocks.join('+') : `:${out[0] ?? ''}`}`;

/** Where what is in hand may go, on the chains without it. */
export const slotsOfHeld = (
  rig: Reads<'boxes'>,
  chains: readonly Chain[],
  held: Held,
): { readonly chains: readonly Chain[]; readonly slots: readonly Slot[] } =>
  held.kind === 'stretch'
    ? { chains: takenOut(rig, chains, held.stretch), slots: slotsFor(rig, chains, held.stretch) }
    : { chains, slots: slotsOf(rig, chains, held.box) };

/** What is in hand, in words. */
export function heldWords(rig: Reads<'boxes'>, chains: readonly Chain[], held: Held): string {
  if (held.kind === 'box') return boxOf(rig, held.box)?.name ?? held.box;
  const { tail, at, count } = held.stretch;
  const [first, last] = [at, at + count - 1].map((i) => placeAt(chains, { tail, at: i })?.stops[0]);
  if (!first) return '';
  return count === 1 || !last ? stopWords(rig, first) : `${stopWords(rig, first)} to ${stopWords(rig, last)}`;
}

export const twinSlots = (rig: Rig, chains: readonly Chain[], at: PlaceAt): readonly Slot[] =>
  slotsOf(rig, chains, placeAt(chains, at)?.stops[0].box ?? '').filter(({ tail }) => {
    // On another way only: what passes both would pass it twice.
    const n = Math.min(tail.length, at.tail.length);
    return tail.slice(0, n).join() !== at.tail.slice(0, n).join();
  });

/**
 * The chains that an act asks for, the way that is wanted first ahead; none: there is nothing to do it to.
 * @param chains those that it is on, where they are at hand
 */
export const waysOf = (rig: Rig, at: ChainsAt, act: Act, chains = actChains(rig, at)): Ways =>
  askedBy(rig, at, act, chains).map((asked) => asked.filter((chain) => !isBare(chain)));

function askedBy(rig: Rig, at: ChainsAt, act: Act, chains: readonly Chain[]): Ways {
  const box = 'box' in act ? boxOf(rig, act.box) : undefined;
  switch (act.act) {
    case 'put': {
      const slot = slotsOfHeld(rig, chains, act.held).slots[act.slot];
      if (!slot) return [];
      if (act.held.kind === 'stretch') return movedTo(rig, chains, act.held.stretch, slot);
      const [own, right] = [boxOf(rig, act.held.box), boxOf(rig, act.held.right)];
      if (!own) return [];
      return right ? putBeside(rig, chains, [own, right], slot) : putIn(rig, chains, own, slot);
    }
    case 'take out':
      return [folded(rig, takenOut(rig, chains, act.stretch))];
    case 'wrap':
      return box ? wrapped(rig, chains, act.stretch, box) : [];
    case 'split':
      return box
        ? splitAt(rig, chains, act.at, { box, by: boxOf(rig, act.by), cabinet: boxOf(rig, act.cabinet) })
        : [];
    case 'split later':
      return splitLater(rig, chains, act.tail, act.way);
    case 'split earlier':
      return splitEarlier(rig, chains, act.tail, act.way);
    case 'twin': {
      const slot = twinSlots(rig, chains, act.at)[act.slot];
      return slot ? twinned(rig, chains, act.at, slot) : [];
    }
    case 'join':
      return box ? joinedTo(rig, chains, act.tail, { box, block: act.block }) : [];
    case 'ears': {
      const desk = boxOf(rig, act.desk);
      return box && desk ? heardFrom(rig, chains, desk, box) : [];
    }
    case 'usual': {
      const { chains: usual } = usualIn(rig, at);
      return usual ? [usual] : [];
    }
  }
}

const usualOf = weakly((rig: Rig, key: string): Usual => {
  const at = JSON.parse(key) as ChainsAt;
  return usualOrder(rig, at, actChains(rig, at));
});

/** What the usual order would move, and what stays against it. */
export const usualIn = (rig: Rig, at: ChainsAt): Usual => usualOf(rig, JSON.stringify(at));

/** Why nothing can be put in the usual order. */
function usualRefusal({ left }: Usual): Refusal {
  const reason =
    left.length === 0
      ? 'It stands in the usual order.'
      : left.map(({ words, reason }) => `${words} stays: ${reason}`).join(' ');
  return { box: null, stereo: false, reason };
}

const NOTHING: Refusal = { box: null, stereo: false, reason: 'There is nothing to do it to.' };

/** An act done: the first of its ways that can be wired, proved; or why none can. */
export function wireAct(rig: Rig, at: ChainsAt, act: Act): Wiring | Refusal {
  let refused = barred(rig, at);
  if (refused) return refused;
  for (const chains of waysOf(rig, at, act)) {
    const wired = wireChains(rig, chains, at);
    if (!('reason' in wired)) return wired;
    refused ??= wired;
  }
  return refused ?? (act.act === 'usual' ? usualRefusal(usualIn(rig, at)) : NOTHING);
}

/** How many leads a change fetches, moves and puts away; air and radio are no leads to fetch. */
export type Price = { readonly fetch: number; readonly move: number; readonly away: number };

/** A slot as it is offered: where it is, and what it costs, or why it cannot be had. */
export type Offer = {
  readonly slot: number;
  readonly words: string;
  readonly price: Price | null;
  readonly refused: string | null;
  /** It stands there now. */
  readonly here: boolean;
};

export function priceOf(rig: Rig, ways: Ways, at: ChainsAt): Pick<Offer, 'price' | 'refused' | 'here'> {
  let refused = barred(rig, at)?.reason ?? null;
  for (const chains of refused === null ? ways : []) {
    const planned = planChains(rig, chains, at);
    if ('reason' in planned) {
      refused ??= planned.reason;
      continue;
    }
    const { put, move, away, wires, blocks } = planned.change;
    return {
      price: { fetch: put.filter((lead) => !isLink(lead)).length, move: move.length, away: away.length },
      refused: null,
      here: put.length + move.length + away.length + wires.length + blocks.length === 0,
    };
  }
  return { price: null, refused: refused ?? NOTHING.reason, here: false };
}

/** Where a way parts within a box, what is put on one side may be heard on the other too: only the proof tells. */
const isDoubtful = ({ tail, at, hosted }: Slot): boolean => hosted && at === 0 && tail.length > 1;

/** Every slot for what is in hand, with its price by jacks and leads alone; what they can tell is not proved. */
export function offersFor(rig: Rig, at: ChainsAt, held: Held): readonly Offer[] {
  const chains = actChains(rig, at);
  const { chains: rest, slots } = slotsOfHeld(rig, chains, held);
  return slots.map((slot, i) => {
    const act: Act = { act: 'put', held, slot: i };
    const priced = priceOf(rig, waysOf(rig, at, act, chains), at);
    const proof = priced.price && !priced.here && isDoubtful(slot) ? wireAct(rig, at, act) : null;
    const refused = proof && 'reason' in proof ? { price: null, refused: proof.reason } : {};
    return { slot: i, words: slotWords(rig, rest, slot), ...priced, ...refused };
  });
}

/** The act that moves a stretch by one slot, earlier or later; null: there is none that it can stand in. */
export function stepAct(rig: Rig, at: ChainsAt, stretch: Stretch, by: 1 | -1): Act | null {
  const chains = actChains(rig, at);
  const held: Held = { kind: 'stretch', stretch };
  const { chains: rest, slots } = slotsOfHeld(rig, chains, held);
  // A loop that is emptied by it is gone on both sides.
  const [before, now] = [chains, rest].map((all) => tailOf(all, stretch.tail)?.places.length ?? 0);
  const first = stretch.at - ((before ?? 0) - (now ?? 0) - stretch.count) / 2;
  const own = slots.findIndex((slot) => slot.tail.join() === stretch.tail.join() && slot.at === first);
  if (own < 0) return null;
  for (let slot = own + by; slots[slot]; slot += by) {
    const act: Act = { act: 'put', held, slot };
    const { price, here } = priceOf(rig, waysOf(rig, at, act, chains), at);
    if (price && !here) return act;
  }
  return null;
}
