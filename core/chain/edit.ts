// Places taken out of chains, and put in: the gaps around them heal.
import { blockIn, boxOf, isAudio, type Box, type Reads } from '../model';
import type { Chain, End, Gap, Place, Stop, Tail } from './chain';
import { INSIDE, joinsInside, LEAD } from './parts';
import { partingHow } from './parting';

type Of = Reads<'boxes'>;

/** A tail of chains: the number of its chain, then of the tail at each split. */
export type TailAt = readonly number[];

/** A place: its tail, and its number there. */
export type PlaceAt = { readonly tail: TailAt; readonly at: number };

export function tailOf(chains: readonly Chain[], [chain = -1, ...on]: TailAt): Tail | undefined {
  let tail: Tail | undefined = chains[chain];
  for (const i of on) tail = tail?.end.kind === 'split' ? tail.end.tails[i] : undefined;
  return tail;
}

export const placeAt = (chains: readonly Chain[], { tail, at }: PlaceAt): Place | undefined =>
  tailOf(chains, tail)?.places[at];

/** The place ahead of one: in its tail, or the last ahead of the split. */
export function placeBefore(chains: readonly Chain[], { tail, at }: PlaceAt): Place | undefined {
  const own = tailOf(chains, tail)?.places[at - 1];
  if (own || tail.length < 2) return own;
  const trunk = tail.slice(0, -1);
  return placeBefore(chains, { tail: trunk, at: tailOf(chains, trunk)?.places.length ?? 0 });
}

function inTail(tail: Tail, on: TailAt, change: (tail: Tail) => Tail): Tail {
  const [i, ...rest] = on;
  if (i === undefined) return change(tail);
  const { end } = tail;
  if (end.kind !== 'split') return tail;
  return {
    ...tail,
    end: { ...end, tails: end.tails.map((one, k) => (k === i ? inTail(one, rest, change) : one)) },
  };
}

export const withTail = (
  chains: readonly Chain[],
  [chain, ...on]: TailAt,
  change: (tail: Tail) => Tail,
): readonly Chain[] => chains.map((one, i) => (i === chain ? { ...one, ...inTail(one, on, change) } : one));

const isPartOf = ({ box, loop }: Stop, other: Stop): boolean =>
  box === other.box && loop?.side === 'out' && other.loop?.side === 'back' && loop.block === other.loop.block;

/** How two neighbours are joined: inside where they are of one box that has a way, else by leads. */
function gapBetween(of: Of, before: Place | undefined, next: Place, width: Gap['width']): Gap {
  const a = before?.stops.at(-1);
  const [b] = next.stops;
  const box = boxOf(of, b.box);
  const leaves = a?.loop?.side === 'out' || b.loop?.side === 'back';
  if (a?.box !== b.box || !box || leaves) return { ...LEAD, width };
  // To a loop, and from where it came back, the way is inside.
  const byLoop = a.loop !== null || b.loop !== null;
  return byLoop || joinsInside(box, a.blocks.at(-1), b.blocks[0]) ? INSIDE : { ...LEAD, width };
}

const widthOf = (gap: Gap | null | undefined): Gap['width'] | undefined =>
  gap && gap.kind !== 'inside' ? gap.width : undefined;

/** Where a chain parts, each way begins behind what is now the last ahead of it, and takes what that gives. */
function withHeads(of: Of, end: End, before: Place | undefined): End {
  if (end.kind !== 'split') return end;
  const tails = end.tails.map((tail): Tail => {
    const [head, ...rest] = tail.places;
    if (!head) return { ...tail, end: withHeads(of, tail.end, before) };
    if (head.gap?.kind === 'air') return tail;
    const gap = gapBetween(of, before, head, widthOf(head.gap) ?? 'mono');
    return { ...tail, places: [{ ...head, gap }, ...rest] };
  });
  return { ...end, how: partingHow(of, before, { ...end, tails }), tails };
}

/** Of what was on either side of what is gone: stereo where both were. */
const healed = (a: Gap | null | undefined, b: Gap | null | undefined): Gap['width'] =>
  (widthOf(a) ?? widthOf(b)) === 'stereo' && (widthOf(b) ?? widthOf(a)) === 'stereo' ? 'stereo' : 'mono';

/** A tail without what is between two of its places; a loop that is emptied by it goes too. */
function cut(of: Of, tail: Tail, from: number, to: number, trunk: Place | undefined): Tail {
  const [before, next] = [tail.places[from - 1] ?? trunk, tail.places[to]];
  const [ahead, behind] = [tail.places[from]?.gap, next?.gap];
  const first = before?.stops[0];
  if (from > 0 && first && next && isPartOf(first, next.stops[0]))
    return cut(of, tail, from - 1, to + 1, trunk);
  const places = [...tail.places.slice(0, from), ...tail.places.slice(to)];
  if (!next || !before) {
    const { end } = tail;
    // What joins another chain does so by leads.
    if (end.kind === 'joins') return { places, end: { ...end, gap: end.gap ?? LEAD } };
    if (end.kind === 'split') return { places, end: withHeads(of, end, before) };
    return { places, end: before ? endBehind(of, before) : end };
  }
  const gap = gapBetween(of, before, next, healed(ahead, behind));
  // Through the air nothing heals.
  const isAir = ahead?.kind === 'air' || behind?.kind === 'air';
  return { ...tail, places: places.with(from, { ...next, gap: isAir ? { ...gap, kind: 'air' } : gap }) };
}

/** Chains without places of one tail, from one to ahead of another. */
export const withoutPlaces = (
  of: Of,
  chains: readonly Chain[],
  { tail, at }: PlaceAt,
  count: number,
): readonly Chain[] =>
  withTail(chains, tail, (own) => cut(of, own, at, at + count, placeBefore(chains, { tail, at: 0 })));

const OUTLETS = { speaker: 'loudspeaker', monitor: 'monitor', mix: 'desk' } as const;

/** What a chain that goes no further ends at, by the last stop it passes. */
export function outletOf(of: Of, stop: Stop | undefined): End {
  const box = boxOf(of, stop?.box);
  const blocks = (stop?.blocks ?? []).flatMap((id) => blockIn(box, id) ?? []);
  for (const { role } of blocks.toReversed())
    if (role === 'speaker' || role === 'monitor' || role === 'mix')
      return { kind: 'heard', outlet: OUTLETS[role] };
  if (blocks.some(({ category }) => category === 'tuner')) return { kind: 'tuner' };
  const keyed = box?.patches.some(({ wires }) => wires.some(({ to }) => 'port' in to && to.port === 'key'));
  return keyed ? { kind: 'listens' } : { kind: 'load' };
}

/** How a chain ends whose last place is this: open, as long as the signal can leave the box. */
function endBehind(of: Of, place: Place): End {
  const stop = place.stops.at(-1);
  const box = boxOf(of, stop?.box);
  const end = outletOf(of, stop);
  const goesOn = box?.jacks.some(
    (jack) => jack.direction !== 'in' && isAudio(jack) && jack.carries !== 'air',
  );
  return end.kind === 'heard' || !goesOn ? end : { kind: 'open' };
}

const channels = (box: Box | undefined, direction: 'in' | 'out'): number =>
  (box?.jacks ?? [])
    .filter((jack) => isAudio(jack) && jack.direction === direction)
    .reduce((sum, jack) => sum + jack.channels, 0);

/** Can a box take both sides, and give both on? */
export const takesWide = (box: Box | undefined): boolean => channels(box, 'in') > 1;
export const givesWide = (box: Box | undefined): boolean => channels(box, 'out') > 1;

/** By what leads places are put in: the gap ahead of them, and the one behind. */
export type Widths = { readonly ahead: Gap['width']; readonly behind: Gap['width'] };
export const MONO: Widths = { ahead: 'mono', behind: 'mono' };

/**
 * Chains with places put in ahead of one, joined to their neighbours by leads of these widths, inside where they are
 * of one box.
 */
export function withPlaces(
  of: Of,
  chains: readonly Chain[],
  { tail, at }: PlaceAt,
  put: readonly Place[],
  { ahead, behind }: Widths = MONO,
): readonly Chain[] {
  const before = placeBefore(chains, { tail, at });
  return withTail(chains, tail, ({ places, end }) => {
    const next = places[at];
    const [first, ...others] = put;
    if (!first) return { places, end };
    const inner = [{ ...first, gap: gapBetween(of, before, first, ahead) }, ...others];
    const last = inner.at(-1) ?? first;
    const rest = next ? [{ ...next, gap: gapBetween(of, last, next, behind) }] : [];
    return {
      places: [...places.slice(0, at), ...inner, ...rest, ...places.slice(at + 1)],
      end: next ? end : end.kind === 'open' ? endBehind(of, last) : withHeads(of, end, last),
    };
  });
}
