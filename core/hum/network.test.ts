// Ground networks against figures worked out elsewhere, and against themselves taken apart anew.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import cases from '../testing/ground-cases.json';
import { emfOf, GroundSolver, loopCount, loopFree, type GroundNetwork } from './network';

type Given = (typeof cases.cases)[number];

const networkOf = ({ nodes, edges }: Given): GroundNetwork => ({
  nodes: nodes.length,
  edges: edges.map(({ a, b, ohm, emf_v, break_cost }) => ({ a, b, ohm, emfV: emf_v, breakCost: break_cost })),
});

/** To a millionth of what is expected, or 1e-15. */
const near = (found: number | null, wanted: number | null) => {
  if (wanted === null || found === null) expect(found).toBe(wanted);
  else
    expect(Math.abs(found - wanted)).toBeLessThanOrEqual(
      Math.max(1e-15, 1e-6 * Math.abs(wanted), 6e-9 * Math.abs(wanted)),
    );
};

describe.each(cases.cases.map((one) => [one.name, one] as const))('%s', (_, given) => {
  const network = networkOf(given);
  const solver = new GroundSolver(network);
  const emf = emfOf(network);

  test('loops, currents and the cheapest loop-free set', () => {
    expect(loopCount(network)).toBe(given.expected.independent_loops);
    const currents = solver.currents(emf, solver.solve(emf));
    given.expected.edge_current_a.forEach((wanted, i) =>
      near(currents[i] ?? null, Math.abs(wanted) < 1e-15 ? 0 : wanted),
    );
    expect(loopFree(network)?.cost ?? null).toBe(given.expected.cheapest_break_cost);
  });

  test('what stands in series with each signal where some are lifted', () => {
    for (const { lifted, error_voltage_v } of given.expected.with_lifts) {
      const errors = solver.errors(emf, solver.solve(emf, null, lifted));
      error_voltage_v.forEach((wanted, i) => near(errors[i] ?? null, wanted));
    }
  });
});

const networks = fc
  .integer({ min: 2, max: 9 })
  .chain((nodes) =>
    fc.record({
      nodes: fc.constant(nodes),
      edges: fc.array(
        fc
          .record({
            a: fc.integer({ min: 0, max: nodes - 1 }),
            by: fc.integer({ min: 1, max: nodes - 1 }),
            ohm: fc.double({ min: 0.05, max: 2, noNaN: true }),
            emfV: fc.double({ min: -0.1, max: 0.1, noNaN: true }),
            breakCost: fc.option(fc.integer({ min: 1, max: 9 }), { freq: 4 }),
          })
          .map(({ a, by, ...rest }) => ({ ...rest, a, b: (a + by) % nodes })),
        { minLength: 1, maxLength: 16 },
      ),
      open: fc.array(fc.nat(), { maxLength: 4 }),
    }),
  )
  .map(({ nodes, edges, open }) => ({
    network: { nodes, edges },
    lifted: [...new Set(open.map((i) => i % edges.length))],
  }));

describe('laws', () => {
  test('currents sum to zero at every node, and each is what its volts drive', () => {
    fc.assert(
      fc.property(networks, ({ network }) => {
        const solver = new GroundSolver(network);
        const emf = emfOf(network);
        const currents = solver.currents(emf, solver.solve(emf));
        for (let node = 0; node < network.nodes; node += 1) {
          const sum = network.edges.reduce(
            (all, { a, b }, i) => all + (a === node ? 1 : b === node ? -1 : 0) * (currents[i] ?? 0),
            0,
          );
          expect(Math.abs(sum)).toBeLessThan(1e-12);
        }
      }),
    );
  });

  test('opened by an update it is as though it had never been there', () => {
    fc.assert(
      fc.property(networks, ({ network, lifted }) => {
        const emf = emfOf(network);
        const updated = new GroundSolver(network).solve(emf, null, lifted);
        const errors = new GroundSolver(network).errors(emf, updated);
        const left = { ...network, edges: network.edges.filter((_, i) => !lifted.includes(i)) };
        const anew = new GroundSolver(left).solve(emfOf(left));
        network.edges.forEach(({ a, b, emfV }, i) => {
          const joined = anew.piece[a] === anew.piece[b];
          const wanted = joined ? (anew.volts[a] ?? 0) - (anew.volts[b] ?? 0) + emfV : null;
          if (wanted === null) expect(errors[i]).toBeNull();
          else expect(Math.abs((errors[i] ?? NaN) - wanted)).toBeLessThan(1e-9);
        });
      }),
    );
  });

  test('the loop-free set is the cheapest of all sets that leave no loop and cut nothing off', () => {
    fc.assert(
      fc.property(
        networks.filter(({ network }) => network.edges.length <= 10),
        ({ network }) => {
          let best: number | null = null;
          for (let set = 0; set < 1 << network.edges.length; set += 1) {
            const left = network.edges.filter((_, i) => !(set & (1 << i)));
            const cost = network.edges.reduce(
              (sum, { breakCost }, i) => sum + (set & (1 << i) ? (breakCost ?? Infinity) : 0),
              0,
            );
            const piecesOf = (edges: GroundNetwork['edges']) =>
              loopCount({ ...network, edges }) - edges.length + network.nodes;
            const whole = piecesOf(left) === piecesOf(network.edges);
            if (
              whole &&
              loopCount({ ...network, edges: left }) === 0 &&
              Number.isFinite(cost) &&
              (best === null || cost < best)
            )
              best = cost;
          }
          expect(loopFree(network)?.cost ?? null).toBe(best);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('two sources together are the sum of each alone', () => {
    fc.assert(
      fc.property(networks, ({ network, lifted }) => {
        const solver = new GroundSolver(network);
        const emf = emfOf(network);
        const [first, second] = [emf.map((e, i) => (i % 2 ? 0 : e)), emf.map((e, i) => (i % 2 ? e : 0))];
        const [both, one, other] = [emf, first, second].map((e) => solver.solve(e, null, lifted).volts);
        both!.forEach((volts, node) =>
          expect(Math.abs(volts - one![node]! - other![node]!)).toBeLessThan(1e-9),
        );
      }),
    );
  });
});
