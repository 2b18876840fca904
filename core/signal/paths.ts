import {
  blockIn,
  derive,
  inSetting,
  type Block,
  type BlockState,
  type Box,
  type Rig,
  type Setting,
} from '../model';
import { weakly } from '../units';
import { airCycleIn, cycleIn, cyclicParts, withoutAir } from './cycles';
import { graphIn, type Edge, type Graph, type Node } from './graph';
import { resolveIn, type ForSignal } from './resolve';
import { Steps, type Step } from './steps';

export type { Step } from './steps';

/** A block the signal passes, with its state in this setting. */
export type Section = {
  readonly box: Box;
  readonly block: Block;
  readonly state: BlockState;
  /** Where it stands against the real preamps of its path; `none` when the path passes none. */
  readonly side: 'ahead' | 'preamp' | 'between' | 'after' | 'none';
  readonly stereo: boolean;
};

/** A way from a source to something that is heard. */
export type Path = {
  readonly source: { readonly box: string; readonly block: string };
  readonly output: { readonly box: string; readonly block: string };
  readonly steps: readonly Step[];
  readonly sections: readonly Section[];
  readonly stereo: boolean;
};

export type Cycle = {
  readonly edges: readonly Edge[];
  readonly leads: readonly string[];
  readonly blocks: readonly { box: string; block: string }[];
};

export type Trace = {
  readonly paths: readonly Path[];
  /** Where a signal gets to and no further, the furthest first. */
  readonly ends: readonly Node[];
  readonly cycles: readonly Cycle[];
  /** More ways exist than were followed. */
  readonly truncated: boolean;
};

const MOST_PATHS = 512;
const MOST_VISITS = 60_000;

/** Every simple way from the sources to the outputs, depth first, within bounds. */
function follow(graph: Graph): { ways: { start: number; edges: readonly Edge[] }[]; truncated: boolean } {
  const ways: { start: number; edges: readonly Edge[] }[] = [];
  let visits = 0;
  for (const start of graph.sources) {
    const trail: Edge[] = [];
    const seen = new Set([start]);
    const work = [{ node: start, next: 0 }];
    for (let frame = work.at(-1); frame; frame = work.at(-1)) {
      if (frame.next === 0 && frame.node !== start && graph.outputs.has(frame.node))
        ways.push({ start, edges: [...trail] });
      visits += 1;
      if (visits > MOST_VISITS || ways.length >= MOST_PATHS) return { ways, truncated: true };
      const edge = graph.edges[graph.out[frame.node]?.[frame.next] ?? -1];
      frame.next += 1;
      if (edge === undefined) {
        work.pop();
        seen.delete(frame.node);
        trail.pop();
      } else if (!seen.has(edge.to)) {
        seen.add(edge.to);
        trail.push(edge);
        work.push({ node: edge.to, next: 0 });
      }
    }
  }
  return { ways, truncated: false };
}

function sectionsOf(
  of: ForSignal,
  steps: readonly Step[],
  twoChannels: ReadonlySet<string>,
): readonly Section[] {
  const resolved = resolveIn(of);
  const passed: Pick<Section, 'box' | 'block' | 'state'>[] = [];
  for (const step of steps) {
    if (step.type !== 'block') continue;
    const box = resolved.boxes.get(step.box);
    const block = blockIn(box, step.block);
    if (box && block) passed.push({ box, block, state: resolved.blockState(box, block).state });
  }
  const roles = passed.map((section) => section.block.role);
  const [first, last] = [roles.indexOf('preamp'), roles.lastIndexOf('preamp')];
  return passed.map(({ box, block, state }, i) => ({
    box,
    block,
    state,
    stereo: twoChannels.size > 0 && twoChannels.has(`${box.id}:${block.id}`),
    side:
      first < 0
        ? 'none'
        : block.role === 'preamp'
          ? 'preamp'
          : i < first
            ? 'ahead'
            : i > last
              ? 'after'
              : 'between',
  }));
}

/** Blocks that two channels of the same way pass. */
function stereoBlocks(graph: Graph, ways: readonly (readonly Edge[])[]): ReadonlySet<string> {
  const channels = new Uint8Array(graph.blocks.length);
  for (const way of ways)
    for (const { to } of way) {
      const block = graph.blockOf[to] ?? -1;
      const node = graph.nodes[to];
      if (block >= 0 && node) channels[block] = (channels[block] ?? 0) | (1 << node.channel);
    }
  return new Set(graph.blocks.filter((_, i) => (channels[i] ?? 0) === 3));
}

/** How far each node lies from the sources; -1 where no signal comes. */
export function distances(graph: Graph): Int32Array {
  const distance = new Int32Array(graph.nodes.length).fill(-1);
  let frontier = [...graph.sources];
  for (const node of frontier) distance[node] = 0;
  for (let depth = 1; frontier.length > 0; depth += 1) {
    const next: number[] = [];
    for (const node of frontier)
      for (const number of graph.out[node] ?? []) {
        const to = graph.edges[number]?.to;
        if (to === undefined || distance[to] !== -1) continue;
        distance[to] = depth;
        next.push(to);
      }
    frontier = next;
  }
  return distance;
}

function endsOf(graph: Graph): readonly Node[] {
  const distance = distances(graph);
  return (
    graph.nodes
      .map((node, i) => ({ node, i, depth: distance[i] ?? -1 }))
      // What reaches a desk has arrived: an aux that nobody uses is no end of the way.
      .filter(
        ({ node, i, depth }) =>
          depth >= 0 && graph.out[i]?.length === 0 && !graph.outputs.has(i) && !graph.desks.has(node.box),
      )
      .sort((a, b) => b.depth - a.depth || a.i - b.i)
      .map(({ node }) => node)
  );
}

function toCycle(edges: readonly Edge[]): Cycle {
  const leads = edges.flatMap(({ via }) => (via.type === 'lead' ? [via.lead] : []));
  const blocks = edges.flatMap(({ via }) =>
    via.type === 'block' ? [{ box: via.box, block: via.block }] : [],
  );
  return { edges, leads: [...new Set(leads)], blocks };
}

const cyclesOf = weakly((graph: Graph): readonly Cycle[] => {
  const wired = withoutAir(graph);
  return cyclicParts(wired).map((part) => toCycle(cycleIn(wired, part)));
});

const airCyclesOf = weakly((graph: Graph): readonly Cycle[] =>
  withoutAir(graph) === graph
    ? []
    : cyclicParts(graph).flatMap((part) => airCycleIn(graph, part).map(toCycle)),
);

/** Where a loudspeaker is heard by a microphone that it plays itself: the signal comes round over the air. */
export const airCyclesIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Cycle[] =>
  airCyclesOf(graphIn(of)),
);

/** Where the signal comes round on itself by leads and wires: known without following its ways. */
export const cyclesIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Cycle[] =>
  cyclesOf(graphIn(of)),
);

/** What of a trace hangs on the graph alone: the ways as steps, and the blocks that two channels of one pass. */
type Ways = Omit<Trace, 'paths'> & {
  readonly ways: readonly { readonly steps: readonly Step[]; readonly stereo: ReadonlySet<string> }[];
};

/** Every way of a graph from its sources to what is heard. */
export const waysOf = weakly((graph: Graph): Ways => {
  const { ways, truncated } = follow(graph);
  const steps = new Steps(graph);
  const grouped = new Map<string, { steps: readonly Step[]; edges: (readonly Edge[])[] }>();
  for (const way of ways) {
    // A mono lead that both halves of a stereo input hear is one way, not two.
    const key = ways.length > 1 ? steps.along(way.start, way.edges, false).join(' ') : '';
    const known = grouped.get(key);
    if (known) known.edges.push(way.edges);
    else {
      const passed = steps.along(way.start, way.edges, true).flatMap((number) => steps.all[number] ?? []);
      grouped.set(key, { steps: passed, edges: [way.edges] });
    }
  }
  return {
    ways: [...grouped.values()].map(({ steps, edges }) => ({ steps, stereo: stereoBlocks(graph, edges) })),
    ends: endsOf(graph),
    cycles: cyclesOf(graph),
    truncated,
  };
});

/** Every way from the sound's guitar to what is heard, where signals end, and cycles. */
export const traceIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): Trace => {
  const { ways, ...rest } = waysOf(graphIn(of));
  const paths = ways.flatMap(({ steps, stereo }): Path[] => {
    const sections = sectionsOf(of, steps, stereo);
    const [first, last] = [sections[0], sections.at(-1)];
    if (!first || !last) return [];
    return [
      {
        source: { box: first.box.id, block: first.block.id },
        output: { box: last.box.id, block: last.block.id },
        steps,
        sections,
        stereo: last.stereo,
      },
    ];
  });
  return { paths, ...rest };
});

/** Every way from the sound's guitar to what is heard, where signals end, and cycles, for one setting. */
export const trace = (rig: Rig, setting: Setting): Trace => traceIn(inSetting(rig, setting));
