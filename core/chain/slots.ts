// Where a stop may stand: every place between two others, with what it is called.
import { blockIn, boxOf, jackIn, type Reads } from '../model';
import type { Chain, End, Place, Stop } from './chain';
import { placeBefore, tailOf, type PlaceAt, type TailAt } from './edit';
import { isGrid } from './relay';

type Of = Reads<'boxes'>;

/** A stop's box and what of it: `DELAY`; `preamp of HEAD`. */
export type Slot = PlaceAt & {
  /** Its neighbours, by which it is found again on the chains as they are. */
  readonly before: Stop | null;
  readonly next: Stop | null;
  /** It stands in one box: what is put in is hosted. */
  readonly hosted: boolean;
};

/** Every tail of chains, in order. */
export function tailsOf(chains: readonly Chain[]): readonly TailAt[] {
  const below = (at: TailAt): readonly TailAt[] => {
    const { end } = tailOf(chains, at) ?? {};
    return [at, ...(end?.kind === 'split' ? end.tails.flatMap((_, i) => below([...at, i])) : [])];
  };
  return chains.flatMap((_, i) => below([i]));
}

/** Every place of chains, in order. */
export const everyPlace = (chains: readonly Chain[]): readonly PlaceAt[] =>
  tailsOf(chains).flatMap((tail) => (tailOf(chains, tail)?.places ?? []).map((_, at) => ({ tail, at })));

/** Does a chain part into ways that all begin in this box? What leads to them inside may stand ahead of them. */
const partsInto = (end: End | null, box: string): boolean =>
  end?.kind === 'split' && end.tails.every(({ places: [head] }) => head?.stops[0].box === box);

/** Every slot of chains for a box. A unit's own block may stand at the end of its row, ahead of a split, too. */
export function slotsOf(of: Of, chains: readonly Chain[], box: string): readonly Slot[] {
  return tailsOf(chains).flatMap((tail): readonly Slot[] => {
    const { places, end } = tailOf(chains, tail) ?? { places: [], end: null };
    const isUnit = (stop: Stop | undefined) => {
      const own = stop?.box === box ? boxOf(of, box) : undefined;
      return own !== undefined && isGrid(own);
    };
    return Array.from({ length: places.length + 1 }, (_, at): readonly Slot[] => {
      const before = placeBefore(chains, { tail, at });
      const next = places[at];
      const atEnd =
        end?.kind === 'open' ||
        end?.kind === 'joins' ||
        isUnit(before?.stops[0]) ||
        (!next && partsInto(end, box));
      // Nothing stands ahead of a source, in the air, or behind what ends a chain.
      if (!before || next?.gap?.kind === 'air' || (!next && !atEnd)) return [];
      if (next && next.stops.length === 2 && next.gap?.kind === 'inside') return [];
      const hosted = next?.gap?.kind === 'inside' && before.stops[0].box === next.stops[0].box;
      return [{ tail, at, before: before.stops[0], next: next?.stops[0] ?? null, hosted }];
    }).flat();
  });
}

/** A stop in words: its box, and what of it where it is passed more than once. */
export function stopWords(of: Of, { box: id, blocks, loop, out }: Stop): string {
  const box = boxOf(of, id);
  const name = box?.name ?? id;
  if (loop) {
    const own = blockIn(box, loop.block)?.name ?? loop.block;
    return `${own} of ${name}, ${loop.side === 'out' ? 'out' : 'back'}`;
  }
  const all = box?.blocks.filter(({ role }) => role !== 'loop').length ?? 0;
  if (all === blocks.length) return name;
  const parts = blocks.map((block) => blockIn(box, block)?.name ?? block);
  if (parts.length > 0) return `${parts.join(', ')} of ${name}`;
  const jack = jackIn(box, out[0]);
  return jack ? `${name}, ${jack.label}` : name;
}

/** The loops, and other hosts, that a place stands in: from outside in, `loop 1 of Multi-effects`. */
function hostsAt(of: Of, chains: readonly Chain[], { tail, at }: PlaceAt): readonly string[] {
  const ahead: Place[] = [];
  for (let depth = 1; depth <= tail.length; depth += 1) {
    const own = tailOf(chains, tail.slice(0, depth))?.places ?? [];
    ahead.push(...(depth === tail.length ? own.slice(0, at) : own));
  }
  const open: { readonly box: string; readonly block: string }[] = [];
  for (const { stops } of ahead)
    for (const { box, loop } of stops) {
      if (loop?.side === 'out') open.push({ box, block: loop.block });
      if (loop?.side === 'back') {
        const last = open.findLastIndex((one) => one.box === box && one.block === loop.block);
        if (last >= 0) open.splice(last, 1);
      }
    }
  return open.map(({ box: id, block }) => {
    const box = boxOf(of, id);
    return `${blockIn(box, block)?.name ?? 'a loop'} of ${box?.name ?? id}`;
  });
}

/** A slot in words: `after Delay, in Loop 2 of Multi-effects`. */
export function slotWords(of: Of, chains: readonly Chain[], slot: Slot): string {
  const { before, next, hosted } = slot;
  const hosts = hostsAt(of, chains, slot);
  const inside = hosts.length > 0 ? `, in ${hosts.at(-1) ?? ''}` : '';
  if (hosted && before && next) {
    const box = boxOf(of, before.box);
    const [a, b] = [before, next].map((stop) =>
      (stop.loop ? [stop.loop.block] : stop.blocks).map((id) => blockIn(box, id)?.name ?? id).join(', '),
    );
    return `between ${a ?? ''} and ${b ?? ''} of ${box?.name ?? before.box}${inside}`;
  }
  if (before?.loop?.side === 'out') return `first in ${hosts.at(-1) ?? 'the loop'}`;
  // Where ways part, each has its own place behind what is ahead of them.
  const way = slot.tail.length > 1 && slot.at === 0 && next ? `, ahead of ${stopWords(of, next)}` : '';
  return `${before ? `after ${stopWords(of, before)}` : 'first'}${way}${inside}`;
}
