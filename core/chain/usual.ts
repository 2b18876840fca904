// The chains put in the usual order, as far as jacks, loops and leads allow.
import { boxOf, inNight, type Rig } from '../model';
import { isMovable, forActs, movedTo, slotsFor, takenOut, type Stretch } from './acts';
import type { Chain, Stop, Tail } from './chain';
import { placeAt, tailOf, type PlaceAt, type TailAt } from './edit';
import {
  nameOfStood,
  passedAhead,
  passedFrom,
  stoodAt,
  turnedIn,
  verdictAt,
  type OrderOf,
  type Stood,
} from './members';
import { isCheaper, planChains, type Planned } from './plan';
import { isGrid } from './relay';
import type { ChainsAt } from './scope';
import { everyPlace, slotWords, stopWords, type Slot } from './slots';
import { wireChains, type Wiring } from './wire';

/** A stop that stands against what is usual and stays so: what is said of it, and why it cannot be moved. */
type Left = { readonly words: string; readonly reason: string };

export type Usual = {
  /** The chains as they would be; null: nothing is to be moved, or nothing can be. */
  readonly chains: readonly Chain[] | null;
  /** What is moved, in words: `Delay after Reverb`. */
  readonly moved: readonly string[];
  readonly left: readonly Left[];
};

/** A place where fewer pairs would stand against what is usual: how many fewer. */
type Better = { readonly stretch: Stretch; readonly slot: Slot; readonly gain: number };

/** Places that are as good are tried by what they cost, so many. */
const MOST_ALIKE = 8;

/** Pairs against what is usual that these have, standing behind what is ahead of a place and ahead of what is from another on. */
function turnedAt(
  of: OrderOf,
  chains: readonly Chain[],
  own: readonly Stood[],
  [to, from]: readonly [PlaceAt, PlaceAt],
): number {
  const count = (ahead: readonly Stood[], behind: readonly Stood[]) =>
    ahead.reduce((sum, a) => sum + behind.filter((b) => verdictAt(of, a, b)?.so === 'against').length, 0);
  return count(passedAhead(of, chains, to), own) + count(own, passedFrom(of, chains, from));
}

/** Does a way lead to nothing that is heard: a tuner, an input that only listens? */
const isUnheard = ({ end }: Tail): boolean =>
  end.kind === 'split' ? end.tails.every(isUnheard) : end.kind === 'tuner' || end.kind === 'listens';

/** Is the same heard through two tails: beside the way from one to the other nothing parts but to a tuner? */
function isOneWay(chains: readonly Chain[], a: TailAt, b: TailAt): boolean {
  const parted = a.findIndex((step, i) => b[i] !== step);
  const shared = parted < 0 ? Math.min(a.length, b.length) : parted;
  if (shared === 0) return false;
  return [a, b].every((tail) =>
    tail.slice(shared).every((step, i) => {
      const { end } = tailOf(chains, tail.slice(0, shared + i)) ?? {};
      return end?.kind === 'split' && end.tails.every((one, k) => k === step || isUnheard(one));
    }),
  );
}

/** A unit's own block stays by the unit's others: the signal goes into no box more often than it does. */
function staysByUnit(of: OrderOf, stop: Stop, { before, next }: Slot): boolean {
  const box = boxOf(of, stop.box);
  return !box || !isGrid(box) || before?.box === box.id || next?.box === box.id;
}

/** Every place of its own way where a stop would stand better, the best first. */
function betterFor(of: OrderOf, chains: readonly Chain[], at: PlaceAt): readonly Better[] {
  const stretch: Stretch = { ...at, count: 1 };
  const stop = placeAt(chains, at)?.stops[0];
  const own = stop ? stoodAt(of, stop) : [];
  if (!stop || own.length === 0 || !isMovable(of, chains, at)) return [];
  const now = turnedAt(of, chains, own, [at, { ...at, at: at.at + 1 }]);
  if (now === 0) return [];
  const rest = takenOut(of, chains, stretch);
  return slotsFor(of, chains, stretch)
    .filter((slot) => isOneWay(rest, at.tail, slot.tail) && staysByUnit(of, stop, slot))
    .map((slot): Better => ({ stretch, slot, gain: now - turnedAt(of, rest, own, [slot, slot]) }))
    .filter(({ gain }) => gain > 0)
    .sort((a, b) => b.gain - a.gain);
}

/** The cheapest way to have one of these, all as good; or why none can be had. */
function cheapest(
  rig: Rig,
  at: ChainsAt,
  chains: readonly Chain[],
  alike: readonly Better[],
): { readonly planned: Planned; readonly better: Better } | string {
  let best: { readonly planned: Planned; readonly better: Better } | null = null;
  let refused = '';
  for (const better of alike.slice(0, MOST_ALIKE))
    for (const way of movedTo(rig, chains, better.stretch, better.slot)) {
      const planned = planChains(rig, way, at);
      if ('reason' in planned) refused ||= planned.reason;
      else if (!best || isCheaper(planned.change, best.planned.change)) best = { planned, better };
    }
  return best ?? refused;
}

/** The better places, those that are as good together, the best first. */
function ranks(all: readonly Better[]): readonly (readonly Better[])[] {
  const gains = [...new Set(all.map(({ gain }) => gain))].sort((a, b) => b - a);
  return gains.map((gain) => all.filter((one) => one.gain === gain));
}

/** What stands against the usual order still, each stop once, with the reason why it stays. */
function leftIn(
  of: OrderOf,
  chains: readonly Chain[],
  refused: ReadonlyMap<string, string>,
): readonly Left[] {
  const left = new Map<string, string>();
  for (const { ahead, behind } of turnedIn(of, chains)) {
    const [own, other] = ahead.member.group === 'preamp' ? [behind, ahead] : [ahead, behind];
    const words = nameOfStood(own);
    const isBuiltIn = other.member.group === 'preamp' && !isGrid(other.box);
    left.set(
      words,
      refused.get(`${own.box.id}/${own.block.id}`) ??
        (isBuiltIn
          ? `Behind the preamp of ${other.box.name} nothing can be hung.`
          : 'On the way that it is heard by there is no better place.'),
    );
  }
  return [...left].map(([words, reason]) => ({ words, reason }));
}

/** The move that rights most, the cheapest of those; with the reasons why better ones cannot be had. */
function nextMove(rig: Rig, at: ChainsAt, chains: readonly Chain[]) {
  const refused = new Map<string, string>();
  const all = everyPlace(chains).flatMap((place) => betterFor(inNight(rig, at.variant), chains, place));
  for (const alike of ranks(all)) {
    const next = cheapest(rig, at, chains, alike);
    if (typeof next !== 'string') return { next, refused };
    for (const { stretch } of alike) {
      const stop = placeAt(chains, stretch)?.stops[0];
      for (const block of stop?.blocks ?? []) refused.set(`${stop?.box ?? ''}/${block}`, next);
    }
  }
  return { next: null, refused };
}

/**
 * The chains with every stop that can be moved where it is usual: one after the other, the one first that rights most
 * pairs, each along its own way; what cannot be wired there stays, with the reason.
 * @param chains taken apart, as acts are on them
 */
export function usualOrder(rig: Rig, at: ChainsAt, chains: readonly Chain[]): Usual {
  const moved: string[] = [];
  let now = chains;
  let planned: Planned | null = null;
  // Each move rights one pair at least: it comes to an end.
  for (;;) {
    const { next, refused } = nextMove(rig, at, now);
    if (!next)
      return { chains: planned?.chains ?? null, moved, left: leftIn(inNight(rig, at.variant), now, refused) };
    const { stretch, slot } = next.better;
    const stop = placeAt(now, stretch)?.stops[0];
    if (stop) moved.push(`${stopWords(rig, stop)} ${slotWords(rig, takenOut(rig, now, stretch), slot)}`);
    planned = next.planned;
    now = forActs(planned.boxes, planned.chains);
  }
}

/** A place where one stop stands better, wired and proved. */
export type BetterPlace = { readonly words: string; readonly change: Wiring['change'] };

/**
 * Where a stop would stand better by what is usual, the best first, of those as good the cheapest.
 * @param chains taken apart, as acts are on them
 * @param part its block, as `box/block`
 */
export function* betterPlaces(
  rig: Rig,
  at: ChainsAt,
  chains: readonly Chain[],
  part: string,
): Generator<BetterPlace> {
  const place = everyPlace(chains).find((one) =>
    placeAt(chains, one)?.stops.some(({ box, blocks }) => blocks.some((id) => `${box}/${id}` === part)),
  );
  const stop = place && placeAt(chains, place)?.stops[0];
  if (!stop) return;
  for (const alike of ranks(betterFor(inNight(rig, at.variant), chains, place))) {
    const next = cheapest(rig, at, chains, alike);
    if (typeof next === 'string') continue;
    const wired = wireChains(rig, next.planned.chains, at);
    if ('reason' in wired) continue;
    const rest = takenOut(rig, chains, next.better.stretch);
    yield {
      words: `${stopWords(rig, stop)} ${slotWords(rig, rest, next.better.slot)}`,
      change: wired.change,
    };
  }
}
