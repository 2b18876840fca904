// Slow, plain twins of what the signal room works out, on random small cases.
import { inSetting } from '../model';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { gear, hands, rigOf, spoiled, wiredWay } from '../testing/gear';
import { SOUND } from '../testing/build';
import { cycleIn, cyclicParts } from './cycles';
import { graphIn, type Edge, type Graph } from './graph';
import { trace } from './index';

const graphs = fc
  .tuple(
    fc.integer({ min: 1, max: 9 }),
    fc.array(fc.tuple(fc.nat({ max: 8 }), fc.nat({ max: 8 })), { maxLength: 18 }),
  )
  .map(([n, pairs]): Graph => {
    const edges: Edge[] = pairs
      .filter(([a, b]) => a < n && b < n)
      .map(([from, to]) => ({ from, to, via: { type: 'lead', lead: `${from}-${to}` } }));
    return {
      nodes: Array.from({ length: n }, (_, i) => ({ type: 'jack', box: 'b', jack: `j${i}`, channel: 0 })),
      edges,
      out: Array.from({ length: n }, (_, i) => edges.flatMap((edge, e) => (edge.from === i ? [e] : []))),
      blockOf: Array.from({ length: n }, () => -1),
      blocks: [],
      sources: [0],
      outputs: new Map(),
      desks: new Set(),
    };
  });

/** Which nodes can be reached from which, by at least one edge (Warshall). */
function reach(graph: Graph): boolean[][] {
  const n = graph.nodes.length;
  const can = Array.from({ length: n }, () => Array.from({ length: n }, () => false));
  for (const { from, to } of graph.edges) can[from]![to] = true;
  for (let k = 0; k < n; k += 1)
    for (let i = 0; i < n; i += 1)
      for (let j = 0; j < n; j += 1) if (can[i]![k] && can[k]![j]) can[i]![j] = true;
  return can;
}

describe('cycles', () => {
  test('nodes are in one cyclic part exactly if each is reached from the other', () => {
    fc.assert(
      fc.property(graphs, (graph) => {
        const can = reach(graph);
        const parts = cyclicParts(graph);
        const partOf = (node: number) => parts.findIndex((part) => part.has(node));
        graph.nodes.forEach((_, i) => {
          expect(partOf(i) >= 0).toBe(can[i]![i]);
          graph.nodes.forEach((__, j) => {
            if (i !== j) expect(partOf(i) >= 0 && partOf(i) === partOf(j)).toBe(can[i]![j]! && can[j]![i]!);
          });
        });
      }),
      { numRuns: 600 },
    );
  });

  test('the cycle told of a part is closed, inside the part, and passes no node twice', () => {
    fc.assert(
      fc.property(graphs, (graph) => {
        for (const part of cyclicParts(graph)) {
          const cycle = cycleIn(graph, part);
          expect(cycle.length).toBeGreaterThan(0);
          cycle.forEach((edge, i) => {
            expect(graph.edges).toContain(edge);
            expect(part.has(edge.from)).toBe(true);
            expect(edge.to).toBe(cycle[(i + 1) % cycle.length]!.from);
          });
          expect(new Set(cycle.map((edge) => edge.from)).size).toBe(cycle.length);
        }
      }),
      { numRuns: 600 },
    );
  });
});

/** Every simple way from a source to an output, by plain recursion over edges; as the leads it takes. */
function waysOf(graph: Graph): Set<string> {
  const found = new Set<string>();
  const walk = (node: number, seen: readonly number[], leads: readonly string[]) => {
    if (graph.outputs.has(node) && seen.length > 1) found.add(leads.join(' '));
    for (const edge of graph.edges)
      if (edge.from === node && !seen.includes(edge.to))
        walk(edge.to, [...seen, edge.to], edge.via.type === 'lead' ? [...leads, edge.via.lead] : leads);
  };
  for (const source of graph.sources) walk(source, [source], []);
  return found;
}

describe('traces of random rigs', () => {
  const rigs = fc.tuple(gear, fc.nat(), hands).map(([g, n, spoils]) => {
    const small = { ...g, pedals: g.pedals.slice(0, 3) };
    return spoiled(wiredWay(rigOf(small), n), spoils);
  });

  test('the ways found are all there are', () => {
    fc.assert(
      fc.property(rigs, (rig) => {
        const own = trace(rig, SOUND).paths.map((path) =>
          path.steps.flatMap((step) => (step.type === 'lead' ? [step.lead] : [])).join(' '),
        );
        expect(new Set(own)).toEqual(waysOf(graphIn(inSetting(rig, SOUND))));
      }),
      { numRuns: 60 },
    );
  });

  test('along a way each step follows the one before, and sides never go back ahead of the preamp', () => {
    fc.assert(
      fc.property(rigs, (rig) => {
        for (const path of trace(rig, SOUND).paths) {
          path.steps.forEach((step, i) => {
            if (step.type !== 'lead') return;
            const lead = rig.leads.find((l) => l.id === step.lead)!;
            const ends = [...lead.from.at, ...lead.to.at].map((ref) => `${ref.box}/${ref.jack}`);
            for (const near of [path.steps[i - 1], path.steps[i + 1]])
              expect(near?.type === 'jack' && ends.includes(`${near.box}/${near.jack}`)).toBe(true);
          });
          const order = ['none', 'ahead', 'preamp', 'between', 'after'];
          const sides = path.sections.map((section) => order.indexOf(section.side));
          const settled = sides.filter((side) => side !== order.indexOf('between'));
          if (path.sections.filter((s) => s.block.role === 'preamp').length < 2)
            expect(settled).toEqual([...settled].sort((a, b) => a - b));
        }
      }),
      { numRuns: 80 },
    );
  });
});
