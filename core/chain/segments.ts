// The ways through one box: from a jack or its source, by which blocks, to a jack or an end.
import { isAudio, jackIn, loopEnds, makeLead, type Box, type Jack, type Lead } from '../model';
import { weakly } from '../units';
import { hopsIn, outletAt, type Spot } from './ways';

export type Segment = {
  /** The jack it comes in by; null: it begins in the box. */
  readonly entry: string | null;
  /** The loop it comes back by. */
  readonly back: string | null;
  readonly blocks: readonly string[];
  readonly loop: string | null;
  /** The jack it leaves by; null: it ends in the box. */
  readonly exit: string | null;
  /** Which channels of the first thing it passes it comes in at: 1 left, 2 right, 3 both. */
  readonly enters: number;
  /** Which channels leave, in the same way. */
  readonly channels: number;
};

/** More ways than this through one box are not looked at. */
const MOST = 4000;

/** A loop is in use where both of its ways hold a lead: stubs that lead nowhere. */
const stubs = (box: Box, jacks: readonly string[]) =>
  jacks.map((jack, i) =>
    makeLead({ id: `stub-${i + 1}`, number: i + 1, kind: 'patch', from: [{ box: box.id, jack }], to: [] }),
  );

const passes = ({ kind, block }: Spot) =>
  kind === 'block' && block !== null && block.role !== 'loop' ? [block.id] : [];

/** A jack beside the box that feeds one of its jacks: which way a Y lead works hangs on that. */
function feeding(box: Box, jack: Jack): { readonly boxes: readonly Box[]; readonly leads: readonly Lead[] } {
  const feeder: Box = {
    ...box,
    id: 'feeder',
    jacks: [{ ...jack, id: 'out', direction: 'out', mult: false }],
    blocks: [],
    patches: [{ id: 'inside', name: 'Inside', wires: [] }],
    patch: 'inside',
  };
  const at = [{ box: box.id, jack: jack.id }];
  const from = [{ box: 'feeder', jack: 'out' }];
  return { boxes: [feeder], leads: [makeLead({ id: 'feed', number: 999, kind: 'patch', from, to: at })] };
}

/** @param fed a jack that works both ways, and is fed: the ways from it alone */
function walked(box: Box, held: readonly string[], fed: Jack | null = null): readonly Segment[] {
  const feed = fed ? feeding(box, fed) : { boxes: [], leads: [] };
  const leads = [
    ...stubs(
      box,
      held.filter((jack) => jack !== fed?.id),
    ),
    ...feed.leads,
  ];
  const { spots, hops, sources } = hopsIn({ boxes: [box, ...feed.boxes], leads, variant: null }, {});
  const found: Segment[] = [];
  const visit = (at: number, way: readonly number[], segment: Segment) => {
    const spot = spots[at];
    if (!spot || way.includes(at) || found.length >= MOST) return;
    const blocks = [...segment.blocks, ...passes(spot)];
    const own: Segment = {
      ...segment,
      blocks,
      back: spot.kind === 'back' ? (spot.block?.id ?? null) : segment.back,
      loop: spot.kind === 'out' ? (spot.block?.id ?? null) : segment.loop,
    };
    const direction = spot.jack?.direction;
    if (spot.jack && way.length > 0 && direction !== 'in' && isAudio(spot.jack))
      found.push({ ...own, exit: spot.jack.id });
    const ends = outletAt(spot) !== undefined || spot.kind === 'key' || (hops[at]?.size ?? 0) === 0;
    if (ends && !spot.jack) found.push({ ...own, exit: null });
    // What leaves by a loop goes no further inside.
    for (const hop of hops[at]?.values() ?? [])
      if (own.loop === null || spots[hop.to]?.kind === 'jack')
        visit(hop.to, [...way, at], {
          ...own,
          enters: own.blocks.length === 0 && own.back === null && own.loop === null ? hop.enters : own.enters,
          channels: spot.jack ? own.channels & hop.channels || own.channels : hop.channels,
        });
  };
  const start: Segment = {
    entry: null,
    back: null,
    blocks: [],
    loop: null,
    exit: null,
    enters: 3,
    channels: 3,
  };
  if (!fed) for (const source of sources) visit(source, [], start);
  // A desk's mix leaves by what it sends.
  if (!fed && box.blocks.some(({ role }) => role === 'mix'))
    for (const jack of box.jacks)
      if (jack.direction === 'out' && isAudio(jack)) found.push({ ...start, exit: jack.id });
  for (const [i, { jack, box: at }] of spots.entries())
    if (jack && at === box && jack.direction !== 'out' && isAudio(jack) && (!fed || jack.id === fed.id)) {
      visit(i, [], { ...start, entry: jack.id });
      // A load, a tuner's or a listening input: in by the jack, and no further.
      found.push({ ...start, entry: jack.id });
    }
  return found;
}

/**
 * Every way through a box by its wiring at rest, with these loops in use. Jacks that hang on whether something is
 * plugged are taken both ways.
 */
export const segmentsOf = weakly((box: Box, loops: string): readonly Segment[] => {
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  const used = new Set(loops.split(' '));
  const ofLoops = loopEnds(box, wires)
    .filter(({ block }) => used.has(block))
    .flatMap(({ out, back }) => [...out, ...back]);
  const all = box.jacks.filter((jack) => isAudio(jack) && jack.carries !== 'air').map(({ id }) => id);
  const notLoops = all.filter((jack) => {
    const loop = loopEnds(box, wires).find(({ out, back }) => [...out, ...back].includes(jack));
    return !loop || used.has(loop.block);
  });
  const seen = new Set<string>();
  const turning = box.jacks.filter((jack) => jack.direction === 'both' && isAudio(jack));
  const fed = turning.flatMap((jack) => walked(box, notLoops, jack));
  return [...walked(box, ofLoops), ...walked(box, notLoops), ...fed].filter((segment) => {
    const key = JSON.stringify(segment);
    if (seen.has(key)) return false;
    seen.add(key);
    return segment.exit === null || jackIn(box, segment.exit) !== undefined;
  });
});
