// Loops of a ground graph that people can follow: a minimum cycle basis.
import type { GroundGraph, Tie } from './graph';

/** A closed way, by its ties in order. */
export type Cycle = readonly Tie[];

type Arc = { readonly to: number; readonly tie: number };

function arcsOf({ nodes, ties }: GroundGraph): readonly (readonly Arc[])[] {
  const arcs = nodes.map((): Arc[] => []);
  ties.forEach(({ a, b }, tie) => {
    arcs[a]?.push({ to: b, tie });
    arcs[b]?.push({ to: a, tie });
  });
  return arcs;
}

/** Nodes and ties that some loop passes: ends are taken off until none is left. */
function looped({ nodes, ties }: GroundGraph): ReadonlySet<number> {
  const degree = new Int32Array(nodes.length);
  const left = new Set(ties.map((_, i) => i));
  for (const { a, b } of ties) {
    degree[a] = (degree[a] ?? 0) + 1;
    degree[b] = (degree[b] ?? 0) + 1;
  }
  for (let changed = true; changed;) {
    changed = false;
    for (const i of left) {
      const tie = ties[i];
      if (!tie || ((degree[tie.a] ?? 0) > 1 && (degree[tie.b] ?? 0) > 1)) continue;
      left.delete(i);
      degree[tie.a] = (degree[tie.a] ?? 0) - 1;
      degree[tie.b] = (degree[tie.b] ?? 0) - 1;
      changed = true;
    }
  }
  return left;
}

/** The tie by which each node is reached first from a start, fewest ties first; −1: the start, or never. */
function treeFrom(start: number, arcs: readonly (readonly Arc[])[], open: ReadonlySet<number>): Int32Array {
  const by = new Int32Array(arcs.length).fill(-1);
  const seen = new Set([start]);
  const queue = [start];
  for (const node of queue)
    for (const { to, tie } of arcs[node] ?? [])
      if (open.has(tie) && !seen.has(to)) {
        seen.add(to);
        by[to] = tie;
        queue.push(to);
      }
  return by;
}

/** Ties from a node back to the root of a tree. */
function wayBack(node: number, by: Int32Array, ties: readonly Tie[]): readonly number[] {
  const way: number[] = [];
  for (let at = node; (by[at] ?? -1) >= 0;) {
    const tie = by[at] ?? 0;
    way.push(tie);
    const own = ties[tie];
    at = own?.a === at ? own.b : (own?.a ?? at);
  }
  return way;
}

/**
 * A minimum cycle basis (Horton): of all cycles of two shortest ways and the tie between their ends, the shortest that are
 * independent; among alike those of ties that stand first. As many as there are independent loops.
 */
export function cyclesIn(graph: GroundGraph): readonly Cycle[] {
  const { ties } = graph;
  const open = looped(graph);
  const arcs = arcsOf(graph);
  const starts = new Set([...open].flatMap((i) => [ties[i]?.a ?? 0, ties[i]?.b ?? 0]));
  const candidates = new Map<string, readonly number[]>();
  for (const start of starts) {
    const by = treeFrom(start, arcs, open);
    for (const i of open) {
      const tie = ties[i];
      if (!tie || by[tie.a] === i || by[tie.b] === i) continue;
      const [first, second] = [wayBack(tie.a, by, ties), wayBack(tie.b, by, ties)];
      if (first.some((one) => second.includes(one))) continue;
      const cycle = [...first.toReversed(), i, ...second];
      candidates.set([...cycle].sort((x, y) => x - y).join(), cycle);
    }
  }
  const sorted = [...candidates.entries()].sort(
    ([a, x], [b, y]) => x.length - y.length || (a < b ? -1 : a > b ? 1 : 0),
  );
  const basis = new Map<number, bigint>();
  const found: Cycle[] = [];
  for (const [, cycle] of sorted) {
    let bits = cycle.reduce((sum, i) => sum ^ (1n << BigInt(i)), 0n);
    while (bits !== 0n) {
      const top = bits.toString(2).length - 1;
      const known = basis.get(top);
      if (known === undefined) {
        basis.set(top, bits);
        found.push(cycle.flatMap((i) => ties[i] ?? []));
        break;
      }
      bits ^= known;
    }
  }
  return found;
}
