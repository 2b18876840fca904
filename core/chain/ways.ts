// What the signal may pass, a thing at a time: jacks and blocks of the open graph, channels laid together.
import {
  blockIn,
  boxesById,
  derive,
  isLink,
  jackIn,
  leadOf,
  type Block,
  type Box,
  type Jack,
  type Reads,
} from '../model';
import { openGraphIn, type Graph, type Node, type Wirings } from '../signal';

/** A jack; a block; a loop in use, where it leaves and where it comes back; a block's ear; what a desk mixes. */
export type Spot = {
  readonly kind: 'jack' | 'block' | 'out' | 'back' | 'key' | 'mix';
  readonly box: Box;
  readonly jack: Jack | null;
  readonly block: Block | null;
};

/** From one spot to the next: inside a box, or out by one of its jacks and into another. */
export type Link = {
  readonly to: number;
  readonly leads: readonly string[];
  readonly air: boolean;
  /** The jack by which it leaves the box; null: it stays inside. */
  readonly out: string | null;
  /** Which channels leave the first spot by it: 1 left, 2 right, 3 both. */
  readonly channels: number;
  /** So many channels of so many leads come in by it. */
  readonly width: number;
  /** Which channels of the next spot it comes in at, in the same way. */
  readonly enters: number;
  /** It comes in at a second input, to be mixed. */
  readonly second: boolean;
};

export type Ways = {
  readonly spots: readonly Spot[];
  /** Links that leave each spot, in the order of the box's jacks and blocks. */
  readonly links: readonly (readonly Link[])[];
  readonly sources: readonly number[];
};

const OUTLETS: Partial<Readonly<Record<Block['role'], 'loudspeaker' | 'monitor' | 'desk'>>> = {
  speaker: 'loudspeaker',
  monitor: 'monitor',
  mix: 'desk',
};

/** What is heard at this spot; undefined: nothing. */
export const outletAt = ({ kind, block }: Spot) =>
  kind === 'block' && block ? OUTLETS[block.role] : undefined;

export const isLoad = ({ kind, jack }: Spot): boolean =>
  kind === 'jack' && jack?.direction === 'in' && (jack.speaker?.isLoad ?? 'never') !== 'never';

export const isTuner = ({ kind, block }: Spot): boolean => kind === 'block' && block?.category === 'tuner';

function spotOf(box: Box, node: Node, inUse: boolean): Spot {
  if (node.type === 'jack') return { kind: 'jack', box, jack: jackIn(box, node.jack) ?? null, block: null };
  const block = blockIn(box, node.block) ?? null;
  const kind =
    node.port === 'key'
      ? 'key'
      : block?.role === 'mix' && node.port === 'out'
        ? 'mix'
        : block?.role !== 'loop' || !inUse
          ? 'block'
          : node.port === 'in' || node.port === 'send'
            ? 'out'
            : 'back';
  return { kind, box, jack: null, block };
}

// The channels of a desk are one mix.
const keyOf = ({ kind, box, jack, block }: Spot) =>
  kind === 'mix' ? `mix ${box.id}` : `${kind} ${box.id}/${jack?.id ?? block?.id ?? ''}`;

type Hop = Omit<Link, 'leads' | 'width'> & { readonly leads: Set<string>; readonly into: Set<string> };

const isJack = (spot: Spot | undefined) => spot?.kind === 'jack';

const merged = (a: Hop | undefined, b: Hop): Hop =>
  a
    ? {
        ...a,
        channels: a.channels | b.channels,
        enters: a.enters | b.enters,
        second: a.second && b.second,
        leads: new Set([...a.leads, ...b.leads]),
        into: new Set([...a.into, ...b.into]),
      }
    : b;

/** One hop for each edge between two spots. */
function hopsOf(of: Reads<'leads'>, graph: Graph, ofNode: readonly number[], spots: readonly Spot[]) {
  const hops = spots.map(() => new Map<number, Hop>());
  for (const { from, to, via } of graph.edges) {
    const [at, next] = [ofNode[from] ?? -1, ofNode[to] ?? -1];
    const [a, b] = [graph.nodes[from], graph.nodes[to]];
    // What a desk hears ends there; its mix is a beginning of its own.
    const ends = spots[at]?.kind === 'block' && spots[next]?.kind === 'mix';
    if (at < 0 || next < 0 || at === next || ends || !a || !b) continue;
    const lead = via.type === 'lead' ? leadOf(of, via.lead) : undefined;
    const hop: Hop = {
      to: next,
      leads: new Set(lead && !isLink(lead) ? [lead.id] : []),
      air: lead !== undefined && isLink(lead),
      out: lead ? (spots[at]?.jack?.id ?? null) : null,
      channels: 1 << a.channel,
      enters: 1 << b.channel,
      into: new Set(lead ? [`${lead.id} ${b.channel}`] : []),
      second: b.type === 'port' && b.port === 'in2',
    };
    hops[at]?.set(next, merged(hops[at].get(next), hop));
  }
  return hops;
}

/** What a desk sends: its outputs that no wire leads to carry its mix. */
function mixFeeds(spots: Spot[], hops: Map<number, Hop>[]) {
  const fed = new Set(hops.flatMap((own) => [...own.keys()]));
  spots.slice().forEach(({ box, jack }, to) => {
    const isOutput = jack?.direction === 'out' && box.blocks.some(({ role }) => role === 'mix');
    if (!isOutput || fed.has(to) || hops[to]?.size === 0) return;
    let mix = spots.findIndex((spot) => spot.kind === 'mix' && spot.box === box);
    if (mix < 0) {
      mix = spots.push({ kind: 'mix', box, jack: null, block: null }) - 1;
      hops.push(new Map());
    }
    const [leads, into] = [new Set<string>(), new Set<string>()];
    hops[mix]?.set(to, { to, leads, into, air: false, out: null, channels: 3, enters: 3, second: false });
  });
}

/**
 * The links of a spot: jacks that wire alone leads to are where its signal leaves the box, and no spots of their own.
 */
function linksFrom(
  at: number,
  hops: readonly ReadonlyMap<number, Hop>[],
  spots: readonly Spot[],
): readonly Link[] {
  const found = new Map<number, Hop>();
  const passed = new Map<number, number>();
  const visit = (from: number, channels: number) => {
    for (const hop of hops[from]?.values() ?? []) {
      const own = from === at ? hop : { ...hop, channels };
      if (hop.out === null && isJack(spots[hop.to])) {
        const before = passed.get(hop.to) ?? 0;
        if ((before | own.channels) === before) continue;
        passed.set(hop.to, before | own.channels);
        visit(hop.to, before | own.channels);
      } else found.set(hop.to, merged(found.get(hop.to), own));
    }
  };
  visit(at, 3);
  const { box } = spots[at] ?? {};
  const rank = ({ to, out }: Link) => {
    const spot = spots[to];
    if (out !== null) return box?.jacks.findIndex(({ id }) => id === out) ?? 0;
    // What stands in the box itself comes ahead of what leaves it.
    return (spot?.block ? (box?.blocks.indexOf(spot.block) ?? 0) : 0) - (box?.blocks.length ?? 0);
  };
  return [...found.values()]
    .map(({ leads, into, ...link }): Link => ({ ...link, leads: [...leads], width: into.size }))
    .sort((a, b) => rank(a) - rank(b));
}

/** Spots and the hops between them, jacks among them. */
export function hopsIn(of: Reads<'boxes' | 'leads' | 'variant'>, wirings: Wirings) {
  const { graph, inUse } = openGraphIn(of)(wirings);
  const boxes = boxesById(of);
  const spots: Spot[] = [];
  const numbers = new Map<string, number>();
  const ofNode = graph.nodes.map((node): number => {
    const box = boxes.get(node.box);
    if (!box) return -1;
    const spot = spotOf(box, node, node.type === 'port' && inUse(box, node.block));
    const key = keyOf(spot);
    const known = numbers.get(key);
    if (known !== undefined) return known;
    numbers.set(key, spots.length);
    return spots.push(spot) - 1;
  });
  const sources = graph.sources.map((node) => ofNode[node] ?? -1);
  return { spots, hops: hopsOf(of, graph, ofNode, spots), sources };
}

/** The ways of a rig by the inner wirings given, whatever is on. */
export const waysIn = derive(['boxes', 'leads', 'variant'], (of) => (wirings: Wirings): Ways => {
  const { spots, hops, sources } = hopsIn(of, wirings);
  mixFeeds(spots, hops);
  const links = spots.map((_, at) => linksFrom(at, hops, spots));
  const mixes = spots.flatMap(({ kind }, i) => (kind === 'mix' ? [i] : []));
  return { spots, links, sources: [...new Set([...sources, ...mixes])] };
});
