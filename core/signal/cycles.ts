import { weakly } from '../units';
import type { Edge, Graph } from './graph';

/** Things by number, and the numbers of the links that leave each. */
export type Linked = {
  readonly nodes: readonly unknown[];
  readonly edges: readonly { readonly to: number }[];
  readonly out: readonly (readonly number[])[];
};

/**
 * The strongly connected parts of the graph that hold a cycle (Tarjan), as sets of node numbers.
 * Iterative, so that a hostile rig of ten thousand leads in a row does not overflow the stack.
 */
export function cyclicParts(graph: Linked): readonly ReadonlySet<number>[] {
  const n = graph.nodes.length;
  const order = new Int32Array(n).fill(-1);
  const low = new Int32Array(n);
  const onStack = new Uint8Array(n);
  const stack: number[] = [];
  const parts: Set<number>[] = [];
  let counter = 0;
  const targets = (node: number) => (graph.out[node] ?? []).map((e) => graph.edges[e]?.to ?? 0);

  for (let root = 0; root < n; root += 1) {
    if (order[root] !== -1) continue;
    const work: { node: number; next: number; to: readonly number[] }[] = [];
    const enter = (node: number) => {
      order[node] = low[node] = counter;
      counter += 1;
      stack.push(node);
      onStack[node] = 1;
      work.push({ node, next: 0, to: targets(node) });
    };
    enter(root);
    for (let frame = work.at(-1); frame; frame = work.at(-1)) {
      const { node, to } = frame;
      const target = to[frame.next];
      if (target !== undefined) {
        frame.next += 1;
        if (order[target] === -1) enter(target);
        else if (onStack[target]) low[node] = Math.min(low[node] ?? 0, order[target] ?? 0);
        continue;
      }
      work.pop();
      const parent = work.at(-1);
      if (parent) low[parent.node] = Math.min(low[parent.node] ?? 0, low[node] ?? 0);
      if (low[node] !== order[node]) continue;
      const part = new Set<number>();
      let member: number | undefined;
      do {
        member = stack.pop();
        if (member === undefined) break;
        onStack[member] = 0;
        part.add(member);
      } while (member !== node);
      if (part.size > 1 || to.includes(node)) parts.push(part);
    }
  }
  return parts;
}

const isAir = ({ via }: Edge) => via.type === 'lead' && via.air === true;

/** The same graph by leads and wires alone; itself where no microphone hears a loudspeaker. */
export const withoutAir = weakly((graph: Graph): Graph => {
  if (!graph.edges.some(isAir)) return graph;
  const stays = graph.edges.map((edge) => !isAir(edge));
  return { ...graph, out: graph.out.map((numbers) => numbers.filter((n) => stays[n])) };
});

/** One cycle inside a cyclic part, as its edges in order: a shortest one through its lowest node. */
export const cycleIn = (graph: Graph, part: ReadonlySet<number>): readonly Edge[] =>
  shortest(graph, part, Math.min(...part));

/** A cycle of a cyclic part that goes over the air: a shortest one, from what it sounds by; none where none does. */
export function airCycleIn(graph: Graph, part: ReadonlySet<number>): readonly (readonly Edge[])[] {
  const air = graph.edges.find((edge) => isAir(edge) && part.has(edge.from) && part.has(edge.to));
  return air ? [shortest(graph, part, air.from)] : [];
}

/** A shortest way from a node of a cyclic part back to itself. */
function shortest(graph: Graph, part: ReadonlySet<number>, start: number): readonly Edge[] {
  const cameBy = new Map<number, Edge>();
  let frontier = [start];
  while (frontier.length > 0) {
    const next: number[] = [];
    for (const node of frontier)
      for (const number of graph.out[node] ?? []) {
        const edge = graph.edges[number];
        if (!edge || !part.has(edge.to)) continue;
        if (edge.to === start) return [...walkBack(cameBy, node, start), edge];
        if (cameBy.has(edge.to)) continue;
        cameBy.set(edge.to, edge);
        next.push(edge.to);
      }
    frontier = next;
  }
  return [];
}

function walkBack(cameBy: ReadonlyMap<number, Edge>, node: number, start: number): readonly Edge[] {
  const edges: Edge[] = [];
  for (let at = node; at !== start;) {
    const edge = cameBy.get(at);
    if (!edge) break;
    edges.unshift(edge);
    at = edge.from;
  }
  return edges;
}
