// Differences between the earths of outlets, noted and assumed, as sources in the ground graph.
import { derive, type Box, type Reads } from '../model';
import { groundGraph, type GroundGraph } from './graph';

/** Volts assumed between outlets of a group, and between circuits. */
export const BETWEEN = { groupV: 0.45e-3, circuitsV: 22e-3 } as const;

/** More than this between two earths in reach of each other is dangerous to touch, V AC. */
export const TOUCH_V = 5;

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

/** One difference: what stands on its far side is higher by so much. Each has a phase of its own. */
export type EarthDifference = {
  readonly volts: number;
  /** Ties of the graph that it is in, by number. */
  readonly ties: readonly number[];
  /** The box whose earth differs; null: it is the building's. */
  readonly box: Box | null;
};

type Pair = { readonly a: string; readonly b: string; readonly volts: number };

/** What is joined by pairs, with what stands beyond each of them; a pair whose ends are joined already adds nothing. */
function treeOf(pairs: readonly Pair[]) {
  const near = new Map<string, { readonly to: string; readonly pair: Pair }[]>();
  const group = new Map<string, string>();
  const rootOf = (id: string): string => {
    let at = id;
    for (let up = group.get(at); up !== undefined && up !== at; up = group.get(at)) at = up;
    return at;
  };
  const kept = pairs.filter((pair) => {
    const [a, b] = [rootOf(pair.a), rootOf(pair.b)];
    if (a === b) return false;
    group.set(b, a);
    for (const [from, to] of [[pair.a, pair.b] as const, [pair.b, pair.a] as const])
      near.set(from, [...(near.get(from) ?? []), { to, pair }]);
    return true;
  });
  /** Everything on b's side of a pair. */
  const beyond = (pair: Pair): ReadonlySet<string> => {
    const met = new Set([pair.b]);
    const stack = [pair.b];
    for (let at = stack.pop(); at !== undefined; at = stack.pop())
      for (const { to, pair: way } of near.get(at) ?? [])
        if (way !== pair && !met.has(to)) {
          met.add(to);
          stack.push(to);
        }
    return met;
  };
  return { kept: kept.map((pair) => ({ volts: pair.volts, far: beyond(pair) })), rootOf };
}

/** Nodes of a sort that hang on the building by a tie each: the tie by the node's id. */
function tiesOf({ nodes, ties }: GroundGraph, is: 'outlet' | 'circuit'): ReadonlyMap<string, number> {
  return new Map(
    ties.flatMap(({ kind, a }, i) => {
      const node = nodes[a];
      return kind === 'building' && node?.is === is ? [[node.id, i] as const] : [];
    }),
  );
}

/**
 * Differences between earths. What is noted between two outlets is, of one circuit, in the outlets; of two, between their
 * circuits, and stands for what would be assumed of these. Sources among each other have no phase, so of three outlets
 * measured in turn the third figure adds nothing.
 */
export const earthDifferences = derive(
  ['boxes', 'leads', 'variant', 'stage'],
  (of: Of): readonly EarthDifference[] => {
    const graph = groundGraph(of);
    const { outlets, earthDifferences: noted } = of.stage.mains;
    const circuitOf = new Map(outlets.map(({ id, circuit }) => [id, circuit]));
    const isAcross = ({ a, b }: Pair) => circuitOf.get(a) !== circuitOf.get(b);
    const within = treeOf(noted.filter((pair) => !isAcross(pair)));
    const across = treeOf(
      noted
        .filter(isAcross)
        .map(({ a, b, volts }) => ({ a: circuitOf.get(a) ?? a, b: circuitOf.get(b) ?? b, volts })),
    );
    const [outletTies, circuitTies] = [tiesOf(graph, 'outlet'), tiesOf(graph, 'circuit')];
    const at = (ties: ReadonlyMap<string, number>, far: ReadonlySet<string>) =>
      [...ties].flatMap(([id, tie]) => (far.has(id) ? [tie] : []));
    // Circuits that are joined by what is noted differ from all others together.
    const assumed = new Map<string, number[]>();
    for (const [id, tie] of circuitTies)
      assumed.set(across.rootOf(id), [...(assumed.get(across.rootOf(id)) ?? []), tie]);
    const measured = new Set(noted.filter((pair) => !isAcross(pair)).flatMap(({ a, b }) => [a, b]));
    // Two of a kind make up the whole difference between them, as powers.
    const half = (volts: number) => volts / Math.SQRT2;
    const found: readonly EarthDifference[] = [
      ...within.kept.map(({ volts, far }) => ({ volts, ties: at(outletTies, far), box: null })),
      ...across.kept.map(({ volts, far }) => ({ volts, ties: at(circuitTies, far), box: null })),
      ...[...assumed.values()].map((ties) => ({ volts: half(BETWEEN.circuitsV), ties, box: null })),
      ...graph.ties.flatMap(({ kind, b, box }, i): EarthDifference[] => {
        const to = graph.nodes[b];
        const isMeasured = to?.is === 'outlet' && measured.has(to.id);
        return kind === 'earth' && !isMeasured ? [{ volts: half(BETWEEN.groupV), ties: [i], box }] : [];
      }),
    ];
    return found.filter(({ volts, ties }) => volts > 0 && ties.length > 0);
  },
);
