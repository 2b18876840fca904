// What would do instead of chains that cannot be wired: a small change of them, or one more of what a box lacks.
import { boxOf, isAudio, type Box, type Jack, type Reads, type Rig, type Wire } from '../model';
import { forActs, isBare, isMovable, movedTo, slotsFor, stretchesOf, takenOut, type Stretch } from './acts';
import { stopsOf, type Chain, type Place, type Tail } from './chain';
import { placeAt } from './edit';
import { writeChains } from './notation';
import { folded } from './parts';
import type { Refusal } from './refusals';
import { isGrid } from './relay';
import type { ChainsAt } from './scope';
import { slotWords, stopWords } from './slots';
import { wireChains } from './wire';

/** A change of the chains with which they can be wired. */
export type Remedy = { readonly words: string; readonly lines: readonly string[] };
/** What a box would need one more of. */
export type More = { readonly words: string; readonly box: string; readonly more: keyof typeof MORE };
export type Remedies = {
  readonly order: Remedy | null;
  readonly gear: More | null;
  /** Where neither does: boxes of which no fewer can stand together so. */
  readonly together: readonly string[];
};

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

/** Without any stop of a box: its leads heal, a loop that is emptied goes. */
function leftOut(of: Reads<'boxes'>, chains: readonly Chain[], box: string): readonly Chain[] {
  let rest = forActs(of, chains);
  for (;;) {
    const [first] = stretchesOf(rest, box).filter(({ tail, at }) => placeAt(rest, { tail, at })?.gap);
    if (!first) return folded(of, rest).filter((chain) => !isBare(chain));
    rest = takenOut(of, rest, first);
  }
}

/** More gaps than this are not tried for one stop. */
const MOST_GAPS = 24;

/** The stops of a box in other gaps, the nearest first. */
function* elsewhere(rig: Rig, chains: readonly Chain[], box: string): Generator<Change> {
  const all = forActs(rig, chains);
  for (const stretch of stretchesOf(all, box).filter((at) => isMovable(rig, all, at))) {
    const stop = placeAt(all, stretch)?.stops[0];
    const rest = takenOut(rig, all, stretch);
    const near = slotsFor(rig, all, stretch).toSorted((a, b) => away(a, stretch) - away(b, stretch));
    for (const slot of near.slice(0, MOST_GAPS))
      for (const way of movedTo(rig, all, stretch, slot))
        yield {
          words: `${stop ? stopWords(rig, stop) : box} ${slotWords(rig, rest, slot)}`,
          chains: way,
        };
  }
}

const away = (slot: { tail: readonly number[]; at: number }, { tail, at }: Stretch): number =>
  (slot.tail.join() === tail.join() ? 0 : 100) + Math.abs(slot.at - at);

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
  if (box) yield* elsewhere(rig, chains, box.id);
  const isSource = chains.some(({ places }) => places[0]?.stops[0].box === id);
  if (box && !isSource) yield { words: `${box.name} left out`, chains: leftOut(rig, chains, box.id) };
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

const isLine = (jack: Jack): boolean =>
  isAudio(jack) && (jack.carries === 'instrument' || jack.carries === 'line');

const withJack = (box: Box, direction: 'in' | 'out', id: string): Box => {
  const like = box.jacks.find((jack) => jack.direction === direction && isLine(jack));
  if (!like) return box;
  const asLike = (wire: Wire): readonly Wire[] => {
    if ('jack' in wire.to && wire.to.jack === like.id) return [wire, { ...wire, to: { jack: id } }];
    if ('jack' in wire.from && wire.from.jack === like.id) return [wire, { ...wire, from: { jack: id } }];
    return [wire];
  };
  return {
    ...box,
    jacks: [...box.jacks, { ...like, id, channels: 1, mult: false }],
    // In a unit it is free; any other box gives by it what it gives by the one that is like it.
    patches: isGrid(box)
      ? box.patches
      : box.patches.map((patch) => ({ ...patch, wires: patch.wires.flatMap(asLike) })),
  };
};

/** A box with one more of what it may lack. */
const MORE = {
  loop: (box: Box): Box => ({
    ...withJack(withJack(box, 'out', 'more-send'), 'in', 'more-return'),
    loops: [
      ...(box.loops ?? []),
      { id: 'more', name: 'One more', sends: ['more-send'], returns: ['more-return'], stands: 'anywhere' },
    ],
  }),
  output: (box: Box): Box => withJack(box, 'out', 'more-out'),
  input: (box: Box): Box => withJack(box, 'in', 'more-in'),
  slot: (box: Box): Box =>
    box.slots ? { ...box, slots: { ...box.slots, blocks: (box.slots.blocks ?? 0) + 1 } } : box,
} as const;
const MORE_WORDS = { loop: 'loop', output: 'output', input: 'input', slot: 'slot for a block' } as const;

/** The rig with one more of what a box lacks: what the remedy is told of. */
export const withMore = (rig: Rig, { box: id, more }: Pick<More, 'box' | 'more'>): Rig => ({
  ...rig,
  boxes: rig.boxes.map((box) => (box.id === id ? MORE[more](box) : box)),
});

export function gearFor(rig: Rig, chains: readonly Chain[], at: ChainsAt, box: Box | undefined): More | null {
  if (!box) return null;
  for (const more of Object.keys(MORE) as (keyof typeof MORE)[])
    if (
      (more !== 'loop' || isGrid(box)) &&
      'change' in wireChains(withMore(rig, { box: box.id, more }), chains, at)
    )
      return { words: `one more ${MORE_WORDS[more]} at ${box.name}`, box: box.id, more };
  return null;
}

/** Boxes of which none can be left out, or the rest could be wired. */
function apart(rig: Rig, chains: readonly Chain[], at: ChainsAt): readonly string[] {
  const sources = new Set(chains.flatMap(({ sources: own }) => own));
  const boxes = [...new Set(chains.flatMap(stopsOf).map(({ box }) => box))].filter((id) => !sources.has(id));
  let left = chains;
  const needed: string[] = [];
  for (const box of boxes) {
    const without = leftOut(rig, left, box);
    if ('change' in wireChains(rig, without, at)) needed.push(box);
    else left = without;
  }
  return needed;
}

/**
 * What would do instead of chains that were refused: the first of a few small changes of them that can be wired, and one
 * more loop, output, input or slot at the box that lacks it; where there is neither, boxes that cannot stand together.
 */
export function remediesFor(
  rig: Rig,
  chains: readonly Chain[],
  refusal: Refusal,
  at: ChainsAt = { variant: null, wirings: {} },
): Remedies {
  const gear = gearFor(rig, chains, at, boxOf(rig, refusal.box));
  for (const { words, chains: other } of changesOf(rig, chains, refusal)) {
    const wired = wireChains(rig, other, at);
    if ('change' in wired)
      return { order: { words, lines: writeChains(wired.trial, wired.chains) }, gear, together: [] };
  }
  return { order: null, gear, together: gear ? [] : apart(rig, chains, at) };
}
