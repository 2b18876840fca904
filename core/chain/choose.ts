// Loops that a chain does not name: which of the host's may serve.
import { blockIn, boxOf, type Block, type Box, type Reads } from '../model';
import { stopsOf, type Chain, type Stop, type Tail } from './chain';
import { isGrid } from './relay';

/** A loop that is not named, in text: whichever of the host serves. */
export const ANY_LOOP = 'loop';

/** What stands in a stop for a loop of its host that is not named: `?` and a number, the same out and back. */
export const anyLoop = (n: number): string => `?${n}`;
export const isAnyLoop = (block: string): boolean => block.startsWith('?');

const TWIN = /^(.+)-([2-9])$/;

/** The block of a unit that one it does not have doubles, by its id: `delay-2` doubles `delay`. */
export function twinOf(box: Box, id: string): Block | undefined {
  const original = blockIn(box, TWIN.exec(id)?.[1]);
  return original?.movable === true && original.role !== 'loop' ? original : undefined;
}

/** The id of one more of a block: the first that is in no use. */
export function twinId(box: Box, block: string, used: ReadonlySet<string>): string {
  const known = box.blocks.find((own) => own.twinOf === block && !used.has(own.id));
  if (known) return known.id;
  let n = 2;
  while (blockIn(box, `${block}-${n}`) || used.has(`${block}-${n}`)) n += 1;
  return `${block}-${n}`;
}

/** More ways to name loops than this are not looked at. */
const MOST = 48;

/** Every stop of chains as a function makes it anew. */
export function withStops<T extends Tail>(tail: T, change: (stop: Stop) => Stop): T {
  const places = tail.places.map((place) => {
    const [first, second] = place.stops;
    return {
      ...place,
      stops: second ? ([change(first), change(second)] as const) : ([change(first)] as const),
    };
  });
  const { end } = tail;
  if (end.kind !== 'split') return { ...tail, places };
  return { ...tail, places, end: { ...end, tails: end.tails.map((one) => withStops(one, change)) } };
}

const named = (chains: readonly Chain[], open: string, block: string): readonly Chain[] =>
  chains.map((chain) =>
    withStops(chain, (stop) =>
      stop.loop?.block === open ? { ...stop, blocks: [block], loop: { ...stop.loop, block } } : stop,
    ),
  );

/** Loop blocks of a host that no chain goes through, and one more where it has the jacks for it. */
function loopsFor(box: Box, used: ReadonlySet<string>): readonly string[] {
  const own = box.blocks.filter(({ id, role }) => role === 'loop' && !used.has(id)).map(({ id }) => id);
  if (!isGrid(box) || (box.loops?.length ?? 0) <= box.blocks.filter(({ role }) => role === 'loop').length)
    return own;
  let n = 1;
  while (blockIn(box, `loop-${n}`) || used.has(`loop-${n}`)) n += 1;
  return [...own, `loop-${n}`];
}

/** Chains with every loop named, in each way that the hosts have; one, the chains as they are, where all are named. */
export function withLoopsNamed(of: Reads<'boxes'>, chains: readonly Chain[]): readonly (readonly Chain[])[] {
  const stops = chains.flatMap(stopsOf);
  const open = stops.find(({ loop }) => loop && isAnyLoop(loop.block));
  const box = boxOf(of, open?.box);
  if (!open?.loop || !box) return [chains];
  const { block } = open.loop;
  const used = new Set(
    stops.flatMap((stop) =>
      stop.box === box.id && stop.loop && !isAnyLoop(stop.loop.block) ? [stop.loop.block] : [],
    ),
  );
  return loopsFor(box, used)
    .flatMap((loop) => withLoopsNamed(of, named(chains, block, loop)))
    .slice(0, MOST);
}
