import { z } from 'zod';
import { emfOf, GroundSolver, loopCount, loopFree, type GroundNetwork } from '../core/hum';
import { BadInput, type Call } from './input';
import { jsonOf } from './json';

const number = z.number({ error: 'a number' });
const MOST_NODES = 2_000;

const networkSchema = z
  .object({
    name: z.string().optional(),
    nodes: z
      .array(z.string())
      .min(1, 'a network has one node at least')
      .max(MOST_NODES, `at most ${MOST_NODES} nodes`),
    edges: z.array(
      z.object({
        a: number.int('the number of a node').min(0),
        b: number.int('the number of a node').min(0),
        ohm: number.gt(0, 'a resistance is over 0 ohm'),
        emf_v: number.nullish().transform((given) => given ?? 0),
        break_cost: number
          .min(0, 'a cost is 0 or more, or null: never')
          .nullish()
          .transform((given) => given ?? null),
        what: z.string().optional(),
      }),
    ),
  })
  .superRefine(({ nodes, edges }, context) => {
    edges.forEach(({ a, b }, i) => {
      for (const [end, node] of [
        ['a', a],
        ['b', b],
      ] as const)
        if (node >= nodes.length)
          context.addIssue({
            code: 'custom',
            path: ['edges', i, end],
            message: `there is no node ${node}: there are ${nodes.length}, counted from 0`,
          });
    });
  });

/** Edges by number, as `--lift` names them: `1,2`. */
function liftedOf(call: Call, edges: number): readonly number[] {
  const said = call.values['--lift'];
  if (said === undefined || said.trim() === '') return [];
  return [
    ...new Set(
      said.split(',').map((text) => {
        const edge = Number(text.trim());
        if (!Number.isInteger(edge) || edge < 0 || edge >= edges || text.trim() === '')
          throw new BadInput(`--lift knows no edge "${text.trim()}"; there are ${edges}, counted from 0`);
        return edge;
      }),
    ),
  ];
}

/**
 * `ground`: loops, currents and the cheapest loop-free set of a ground network as it stands, and what stands in series with
 * each signal while the shields of `--lift` are open.
 */
export function groundCommand(call: Call): number {
  const { nodes, edges } = jsonOf(call, 'network', networkSchema);
  const network: GroundNetwork = {
    nodes: nodes.length,
    edges: edges.map(({ a, b, ohm, emf_v, break_cost }) => ({
      a,
      b,
      ohm,
      emfV: emf_v,
      breakCost: break_cost,
    })),
  };
  const lifted = liftedOf(call, edges.length);
  const solver = new GroundSolver(network);
  const emf = emfOf(network);
  const currents = solver.currents(emf, solver.solve(emf));
  const errors = solver.errors(emf, solver.solve(emf, null, lifted));
  const free = loopFree(network);
  if (call.flags.has('--json')) {
    call.printJson({
      independent_loops: loopCount(network),
      edge_current_a: [...currents],
      breaks: free?.breaks ?? null,
      break_cost: free?.cost ?? null,
      error_voltage_v: errors,
    });
    return 0;
  }
  call.print(`${loopCount(network)} independent loops`);
  call.print(
    free
      ? `loop-free without ${free.breaks.join(', ') || 'any'}: cost ${free.cost}`
      : 'no loop-free set: an edge that is never opened closes one',
  );
  edges.forEach(({ a, b, what }, i) => {
    const error = errors[i] ?? null;
    const volts = error === null ? 'cut off' : `${(error * 1e6).toPrecision(4)} uV in series`;
    const open = lifted.includes(i) ? ', lifted' : '';
    call.print(
      `${String(i).padStart(3)} ${nodes[a] ?? a} – ${nodes[b] ?? b}${what ? ` (${what})` : ''}${open}: ${((currents[i] ?? 0) * 1e6).toPrecision(4)} uA, ${volts}`,
    );
  });
  return 0;
}
