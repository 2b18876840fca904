import {
  boxOf,
  chosen,
  derive,
  endAt,
  isAudio,
  isLink,
  jackIn,
  jackKey,
  loopEnds,
  pluggedIn,
  type Block,
  type Box,
  type Jack,
  type JackEnd,
  type Reads,
  type Wire,
} from '../model';
import { Builder, jackNode, portNode, type Edge, type Node, type Way } from './nodes';
import { weakly } from '../units';
import { fedTails } from './joints';
import { isOn, statesIn, type Run } from './resolve';
import { range, turnedWire, waysOfBlock, waysOfWire, type Passes } from './ways';

export type { Edge, Node, Via } from './nodes';

/** The signal graph of a rig in one setting: the union of leads and inner wires. */
export type Graph = {
  readonly nodes: readonly Node[];
  readonly edges: readonly Edge[];
  /** Edge numbers leaving each node. */
  readonly out: readonly (readonly number[])[];
  /** The block each node is a port of, as an index into `blocks`; -1 for jacks. */
  readonly blockOf: readonly number[];
  /** Every block that has a node, as `box:block`. */
  readonly blocks: readonly string[];
  readonly sources: readonly number[];
  /** Nodes at which something is heard: a loudspeaker's, an ear's or a desk channel's input. */
  readonly outputs: ReadonlyMap<number, { readonly box: string; readonly block: string }>;
  /** Boxes whose channels are outputs by themselves and may go on to an aux. */
  readonly desks: ReadonlySet<string>;
};

const NONE: readonly string[] = [];

/** Tails of a Y that an output feeds: sound comes in by these and leaves by the others. */
type Fed = ReadonlySet<string>;

const sends = ({ box, jack }: JackEnd, fed: Fed) =>
  jack.direction !== 'in' && !fed.has(`${box.id}/${jack.id}`);
const hears = ({ jack }: JackEnd) => jack.direction !== 'out';

/** Can the signal at one of these jacks be heard at the other when a lead joins them? */
function joins(run: Run, a: Jack, b: Jack): boolean {
  if (!isAudio(a) || !isAudio(b)) return false;
  const link = isLink(run.lead);
  const linkJack = (jack: Jack) => jack.carries === 'air' || jack.carries === 'radio';
  if (link || linkJack(a) || linkJack(b)) return a.carries === b.carries && a.carries === run.lead.kind;
  return (a.carries === 'digital') === (b.carries === 'digital');
}

function addRun(
  builder: Builder,
  run: Run,
  fed: Fed,
  [from, to]: readonly [JackEnd | undefined, JackEnd | undefined],
) {
  if (!from || !to || !joins(run, from.jack, to.jack)) return;
  const two = run.lead.kind === 'stereo' || isLink(run.lead);
  const channels = two ? Math.min(from.jack.channels, to.jack.channels) : 1;
  for (const [a, b] of [
    [from, to],
    [to, from],
  ] as const)
    if (sends(a, fed) && hears(b))
      for (const channel of range(channels))
        builder.add({
          from: jackNode(a.box, a.jack.id, channel),
          to: jackNode(b.box, b.jack.id, channel),
          via:
            run.lead.kind === 'air'
              ? { type: 'lead', lead: run.lead.id, air: true }
              : { type: 'lead', lead: run.lead.id },
        });
}

/** The ways inside a box: its inner wiring, normals that no plug breaks, what its blocks let by. */
function layInside(
  box: Box,
  shape: Shape,
  holds: (jack: string) => boolean,
  isFed: (jack: string) => boolean,
): readonly Way[] {
  const wired = wiringOf(box, shape);
  const wires = box.patches.find(({ id }) => id === wired)?.wires ?? [];
  const normals = box.jacks.flatMap((jack): Way[] => {
    const heard = jack.normalledFrom;
    if (heard === undefined || holds(jack.id) || (jack.brokenBySendToo && holds(heard))) return [];
    const via = { type: 'normal', box: box.id, jack: jack.id } as const;
    return range(Math.min(jack.channels, jackIn(box, heard)?.channels ?? 1)).map((channel) => ({
      from: jackNode(box, heard, channel),
      to: jackNode(box, jack.id, channel),
      via,
    }));
  });
  return [
    ...wires
      .filter(
        ({ whileOpen, whilePlugged }) =>
          (whileOpen === undefined || !holds(whileOpen)) &&
          (whilePlugged === undefined || holds(whilePlugged)),
      )
      .flatMap((wire) => turnedWire(box, wire, isFed))
      .flatMap((wire) => waysOfWire(box, wire)),
    ...normals,
    ...box.blocks.flatMap((block) => waysOfBlock(box, block, passesOf(box, block, shape))),
  ];
}

const wiringOf = (box: Box, shape: Shape) => shape.patches[box.id] ?? box.patches[0]?.id;
const passesOf = (box: Box, block: Block, shape: Shape) => shape.passes[`${box.id}/${block.id}`];

/** Jacks of a box whose plugs have a say in its ways: normals, wires that hang on a plug, tails of a Y. */
const askedJacks = weakly((box: Box): readonly string[] => [
  ...new Set([
    ...box.jacks.flatMap(({ id, normalledFrom, brokenBySendToo, direction }) => [
      ...(normalledFrom !== undefined || direction === 'both' ? [id] : []),
      ...(normalledFrom !== undefined && brokenBySendToo ? [normalledFrom] : []),
    ]),
    ...box.patches.flatMap(({ wires }) =>
      wires.flatMap(({ whileOpen, whilePlugged }) => [whileOpen ?? [], whilePlugged ?? []].flat()),
    ),
  ]),
]);

/** A box stays as it is through most edits and trials: its ways by what of the shape and of its plugs has a say. */
const laidInside = weakly((_box: Box) => new Map<string, readonly Way[]>());

/** What of the shape has a say in the ways of a box. */
const shapeInside = weakly((shape: Shape, box: Box) =>
  JSON.stringify([wiringOf(box, shape), box.blocks.map((block) => passesOf(box, block, shape) ?? 0)]),
);

function waysInside(box: Box, shape: Shape, plugged: ReadonlySet<string>, fed: Fed): readonly Way[] {
  const asked = askedJacks(box);
  const heldIn = (set: ReadonlySet<string>) =>
    set.size === 0 ? NONE : asked.filter((id) => set.has(`${box.id}/${id}`));
  const [held, fedHere] = asked.length === 0 ? [NONE, NONE] : [heldIn(plugged), heldIn(fed)];
  const key = `${shapeInside(shape, box)} ${held.join()} ${fedHere.join()}`;
  const laid = laidInside(box);
  const known = laid.get(key);
  if (known) return known;
  const ways = layInside(
    box,
    shape,
    (jack) => held.includes(jack),
    (jack) => fedHere.includes(jack),
  );
  laid.set(key, ways);
  return ways;
}

/**
 * What of a setting shapes the graph: who plays, inner wirings where a box has several, loops that are on, blocks
 * that mute and selectors. Most sounds share one shape, and the graph is built from nothing else.
 */
type Shape = {
  readonly guitar: string | null;
  readonly patches: Readonly<Record<string, string>>;
  readonly passes: Readonly<Record<string, Passes>>;
  /** All of it as one text. */
  readonly key: string;
};

const shapeOf = derive(['boxes', 'variant', 'standing'], (of): Shape => {
  const resolved = statesIn(of);
  const patches: Record<string, string> = {};
  const passes: Record<string, Passes> = {};
  for (const box of of.boxes) {
    if (box.patches.length > 1) patches[box.id] = resolved.innerWiring(box).patch.id;
    for (const block of box.blocks) {
      const { state } = resolved.blockState(box, block);
      if (state.mutes) passes[`${box.id}/${block.id}`] = 'muted';
      else if (state.passes) passes[`${box.id}/${block.id}`] = state.passes;
      else if (block.role === 'loop' && isOn(state)) passes[`${box.id}/${block.id}`] = 'loop';
    }
  }
  const shape = { guitar: resolved.guitar?.id ?? null, patches, passes };
  return { ...shape, key: JSON.stringify(shape) };
});

const isDesk = (box: Box) => box.blocks.some(({ role }) => role === 'mix');

/** What lies inside the boxes of a graph: all of it but the leads. */
type Insides = Pick<Graph, 'sources' | 'outputs' | 'desks'> & { readonly builder: Builder };

function buildInsides(boxes: readonly Box[], guitar: Box | undefined, ways: readonly (readonly Way[])[]) {
  const builder = new Builder();
  for (const way of ways.flat()) builder.add(way);
  const sources: number[] = [];
  const outputs = new Map<number, { box: string; block: string }>();
  for (const box of boxes)
    for (const block of box.blocks) {
      if (block.role === 'source' && (guitar === undefined || guitar.id === box.id))
        for (const channel of range(block.channelsOut))
          sources.push(builder.node(portNode(box, block, 'out', channel)));
      if (block.role === 'speaker' || block.role === 'monitor' || block.role === 'mix')
        for (const channel of range(block.channelsIn))
          outputs.set(builder.node(portNode(box, block, 'in', channel)), { box: box.id, block: block.id });
    }
  const desks = new Set(boxes.filter(isDesk).map(({ id }) => id));
  return { builder, sources, outputs, desks };
}

/** The insides that were built last for a shape, with the ways they were built from: most trials move a lead alone. */
const lastInsides = weakly((_shape: Shape) => ({
  ways: [] as readonly (readonly Way[])[],
  insides: null as Insides | null,
}));

function insidesOf(
  of: Reads<'boxes' | 'leads' | 'variant'>,
  shape: Shape,
  guitar: Box | undefined,
  plugged: ReadonlySet<string>,
  fed: Fed,
): Insides {
  const last = lastInsides(shape);
  const ways = of.boxes.map((box) => waysInside(box, shape, plugged, fed));
  if (last.insides && ways.every((own, i) => own === last.ways[i])) return last.insides;
  last.ways = ways;
  return (last.insides = buildInsides(of.boxes, guitar, ways));
}

function build(of: Reads<'boxes' | 'leads' | 'variant'>, shape: Shape): Graph {
  const guitar = boxOf(of, shape.guitar ?? undefined);
  const runs = pluggedIn(of).map(({ lead, from, to }) => ({
    lead,
    from: chosen(from, guitar?.id),
    to: chosen(to, guitar?.id),
  }));
  const plugged = new Set<string>();
  for (const { from, to } of runs) {
    if (from) plugged.add(jackKey(from));
    if (to) plugged.add(jackKey(to));
  }
  const fed = fedTails(of);
  const { builder: inside, sources, outputs, desks } = insidesOf(of, shape, guitar, plugged, fed);
  const builder = new Builder(inside);
  for (const run of runs) addRun(builder, run, fed, [endAt(of, run.from), endAt(of, run.to)]);
  const { nodes, edges, out, blockOf, blocks } = builder;
  return { nodes, edges, out, blockOf, blocks, sources, outputs, desks };
}

/** The graphs of one wiring by the shape they were built from. */
const graphsOf = derive(['boxes', 'leads', 'variant'], (of) => {
  const graphs = new Map<string, Graph>();
  return (shape: Shape): Graph => {
    const known = graphs.get(shape.key);
    if (known) return known;
    const graph = build(of, shape);
    graphs.set(shape.key, graph);
    return graph;
  };
});

/** The signal graph by (jack or port, channel), for one setting; only the sound's own guitar plays. */
export const graphIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): Graph =>
  graphsOf(of)(shapeOf(of)),
);

/** An inner wiring for each box that has several. */
export type Wirings = Readonly<Record<string, string>>;

/** The wires inside a box by the wirings given, else as it is at rest. */
const wiresBy = (box: Box, wirings: Wirings): readonly Wire[] =>
  box.patches.find(({ id }) => id === (wirings[box.id] ?? box.patch))?.wires ?? [];

/**
 * The graph of what is plugged, whatever is on: nothing mutes, a selector lets everything by, every instrument plays,
 * and a loop is gone through where both of its ways hold a lead.
 */
export const openGraphIn = derive(['boxes', 'leads', 'variant'], (of) => {
  const held = new Set(pluggedIn(of).flatMap(({ from, to }) => [...from, ...to].map(jackKey)));
  const shapeFor = (wirings: Wirings): Shape => {
    const patches: Record<string, string> = {};
    const passes: Record<string, Passes> = {};
    for (const box of of.boxes) {
      if (box.patches.length > 1) patches[box.id] = wirings[box.id] ?? box.patch;
      const isHeld = (jack: string) => held.has(jackKey({ box: box.id, jack }));
      for (const { block, out, back } of loopEnds(box, wiresBy(box, wirings)))
        if (out.some(isHeld) && back.some(isHeld)) passes[`${box.id}/${block}`] = 'loop';
    }
    const shape = { guitar: null, patches, passes };
    return { ...shape, key: `open ${JSON.stringify(shape)}` };
  };
  return (
    wirings: Wirings,
  ): { readonly graph: Graph; readonly inUse: (box: Box, block: string) => boolean } => {
    const shape = shapeFor(wirings);
    return {
      graph: graphsOf(of)(shape),
      inUse: (box, block) => shape.passes[`${box.id}/${block}`] === 'loop',
    };
  };
});
