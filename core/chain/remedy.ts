// What would do instead: the first small change of chains that can be wired.
import { boxOf, type Reads, type Rig } from '../model';
import type { Chain, Gap, Place, Tail } from './chain';
import { writeChains } from './notation';
import type { Refusal } from './plan';
import { wireChains } from './wire';

/** A change of the chains with which they can be wired. */
export type Remedy = { readonly words: string; readonly lines: readonly string[] };

const LEAD: Gap = { kind: 'leads', width: 'mono', leads: [] };

type Change = { readonly words: string; readonly chains: readonly Chain[] };

const changed = (chains: readonly Chain[], change: (tail: Tail) => Tail): readonly Chain[] =>
  chains.map((chain) => ({ ...chain, ...change(chain) }));

/** Every gap beside a box in mono. */
function inMono(tail: Tail, box: string, before: string | null = null): Tail {
  let last = before;
  const places = tail.places.map((place): Place => {
    const here = place.stops[0].box;
    const isBeside = here === box || last === box;
    last = here;
    return isBeside && place.gap ? { ...place, gap: { ...place.gap, width: 'mono' } } : place;
  });
  const { end } = tail;
  return {
    places,
    end: end.kind === 'split' ? { ...end, tails: end.tails.map((one) => inMono(one, box, last)) } : end,
  };
}

/** Without a box: its leads heal, and what is left of a unit closes up. */
function without(tail: Tail, box: string, before: string | null = null): Tail {
  const places: Place[] = [];
  let [last, gone] = [before, false];
  for (const place of tail.places) {
    const here = place.stops[0].box;
    if (here === box) {
      gone = true;
      continue;
    }
    const near = here === last && place.stops[0].loop === null;
    places.push(gone && place.gap ? { ...place, gap: near ? { ...LEAD, kind: 'inside' } : LEAD } : place);
    [last, gone] = [here, false];
  }
  const { end } = tail;
  return {
    places,
    end: end.kind === 'split' ? { ...end, tails: end.tails.map((one) => without(one, box, last)) } : end,
  };
}

/** Each tail of a split left out; what is left of two is the way on. */
function withoutTails(of: Reads<'boxes'>, tail: Tail): readonly { tail: Tail; last: string }[] {
  const { end } = tail;
  if (end.kind !== 'split') return [];
  const nameOf = ({ places }: Tail) => boxOf(of, places.at(-1)?.stops[0].box)?.name ?? 'its end';
  return end.tails.flatMap((one, i) => {
    const others = end.tails.filter((other) => other !== one);
    const [only] = others;
    const rest: Tail =
      others.length === 1 && only
        ? { places: [...tail.places, ...only.places], end: only.end }
        : { ...tail, end: { ...end, tails: others } };
    const deeper = withoutTails(of, one).map(({ tail: own, last }) => ({
      tail: { ...tail, end: { ...end, tails: end.tails.map((other, k) => (k === i ? own : other)) } },
      last,
    }));
    return [{ tail: rest, last: nameOf(one) }, ...deeper];
  });
}

function* changesOf(rig: Rig, chains: readonly Chain[], { box: id, stereo }: Refusal): Generator<Change> {
  const box = boxOf(rig, id);
  if (box && stereo)
    yield { words: `${box.name} in mono`, chains: changed(chains, (tail) => inMono(tail, box.id)) };
  const isSource = chains.some(({ places }) => places[0]?.stops[0].box === id);
  if (box && !isSource)
    yield { words: `${box.name} left out`, chains: changed(chains, (tail) => without(tail, box.id)) };
  for (const [i, chain] of chains.entries())
    for (const { tail, last } of withoutTails(rig, chain))
      yield {
        words: `without the way to ${last}`,
        chains: chains.map((one, k) => (k === i ? { ...one, ...tail } : one)),
      };
  if (chains.length > 1)
    for (const one of chains)
      yield {
        words: `without the chain from ${boxOf(rig, one.sources[0])?.name ?? 'its source'}`,
        chains: chains.filter((other) => other !== one),
      };
}

/** The first of a few small changes with which chains that were refused can be wired; null: none of them does. */
export function remedyFor(rig: Rig, chains: readonly Chain[], refusal: Refusal): Remedy | null {
  for (const { words, chains: other } of changesOf(rig, chains, refusal))
    if ('change' in wireChains(rig, other)) return { words, lines: writeChains(rig, other) };
  return null;
}
