// A ground network: currents in its shields and earths, and what stands in series with a signal where some are open.
import { Elimination, piecesOf, type Joint } from './elimination';

/** A shield, an earth, a wire. */
export type GroundEdge = Joint & {
  /** Drives current from a to b, V. */
  readonly emfV: number;
  /** What it costs to open it; null: never to be opened. */
  readonly breakCost: number | null;
};

export type GroundNetwork = { readonly nodes: number; readonly edges: readonly GroundEdge[] };

/** Independent loops: edges − nodes + pieces. */
export function loopCount({ nodes, edges }: GroundNetwork): number {
  const pieces = new Set(piecesOf(nodes, edges)).size;
  return edges.length - nodes + pieces;
}

/**
 * The cheapest set of edges that leaves no loop and every node joined to what it was joined to: all that a spanning forest
 * of greatest cost leaves out.
 * @returns edges by number; null: one that is never to be opened would have to be
 */
export function loopFree({
  nodes,
  edges,
}: GroundNetwork): { readonly breaks: readonly number[]; readonly cost: number } | null {
  const costOf = (i: number) => edges[i]?.breakCost ?? Infinity;
  const dear = edges.map((_, i) => i).sort((a, b) => costOf(b) - costOf(a) || a - b);
  const kept: number[] = [];
  const breaks: number[] = [];
  let piece = piecesOf(nodes, []);
  for (const i of dear) {
    const edge = edges[i];
    if (!edge) continue;
    if (piece[edge.a] === piece[edge.b]) breaks.push(i);
    else {
      kept.push(i);
      piece = piecesOf(
        nodes,
        kept.flatMap((k) => edges[k] ?? []),
      );
    }
  }
  const cost = breaks.reduce((sum, i) => sum + costOf(i), 0);
  return Number.isFinite(cost) ? { breaks: breaks.sort((a, b) => a - b), cost } : null;
}

/** Under this share of its resistance an edge is the only way between its ends. */
const BRIDGE = 1e-9;

/**
 * Solves a dense system in place by elimination, for several right-hand sides; false: it is singular.
 * @param rights by row: that row of each side @param scale what the pivots are held against
 */
export function solveDense(
  matrix: Float64Array[],
  rights: Float64Array[],
  scale: readonly number[],
): boolean {
  const n = matrix.length;
  const least = BRIDGE * Math.min(...scale);
  for (let p = 0; p < n; p += 1) {
    let best = p;
    for (let i = p + 1; i < n; i += 1)
      if (Math.abs(matrix[i]?.[p] ?? 0) > Math.abs(matrix[best]?.[p] ?? 0)) best = i;
    const [row, other] = [matrix[best], matrix[p]];
    const [right, otherRight] = [rights[best], rights[p]];
    if (!row || !other || !right || !otherRight) return false;
    [matrix[p], matrix[best]] = [row, other];
    [rights[p], rights[best]] = [right, otherRight];
    const pivot = row[p] ?? 0;
    if (Math.abs(pivot) < least) return false;
    for (let i = p + 1; i < n; i += 1) {
      const [under, sides] = [matrix[i], rights[i]];
      const factor = (under?.[p] ?? 0) / pivot;
      if (!under || !sides || factor === 0) continue;
      for (let k = p; k < n; k += 1) under[k] = (under[k] ?? 0) - factor * (row[k] ?? 0);
      for (let k = 0; k < sides.length; k += 1) sides[k] = (sides[k] ?? 0) - factor * (right[k] ?? 0);
    }
  }
  for (let p = n - 1; p >= 0; p -= 1) {
    const [row, sides] = [matrix[p], rights[p]];
    if (!row || !sides) return false;
    for (let k = p + 1; k < n; k += 1) {
      const [factor, below] = [row[k] ?? 0, rights[k]];
      for (let side = 0; below && side < sides.length; side += 1)
        sides[side] = (sides[side] ?? 0) - factor * (below[side] ?? 0);
    }
    for (let side = 0; side < sides.length; side += 1) sides[side] = (sides[side] ?? 0) / (row[p] ?? 1);
  }
  return true;
}

/** What some open edges leave: volts at the nodes, and which of them are still joined. */
export type Left = { readonly volts: Float64Array; readonly piece: Int32Array };

/**
 * One network taken apart once; sources are solved for one by one, and opened edges are counted in by an update of as many
 * rows as there are of them (Woodbury), never by taking it apart again, unless they cut a piece off.
 */
export class GroundSolver {
  private readonly whole: Elimination;
  /** Responses, as they are asked for. */
  private readonly between = new Map<number, Float64Array>();

  constructor(private readonly network: GroundNetwork) {
    this.whole = new Elimination(network.nodes, network.edges);
  }

  /** Currents that sources in the edges send into the nodes. @param emfV volts of each edge, a to b */
  private sent(emfV: Float64Array, currents: Float64Array | null, lifted: ReadonlySet<number>): Float64Array {
    const right = currents ? Float64Array.from(currents) : new Float64Array(this.network.nodes);
    this.network.edges.forEach(({ a, b, ohm }, i) => {
      const driven = lifted.has(i) ? 0 : (emfV[i] ?? 0) / ohm;
      right[a] = (right[a] ?? 0) - driven;
      right[b] = (right[b] ?? 0) + driven;
    });
    return right;
  }

  /** Volts at the nodes for 1 A in at an edge's a and out at its b, all edges in place. */
  response(edge: number): Float64Array {
    const known = this.between.get(edge);
    if (known) return known;
    const right = new Float64Array(this.network.nodes);
    const { a, b } = this.network.edges[edge] ?? { a: 0, b: 0 };
    right[a] = (right[a] ?? 0) + 1;
    right[b] = (right[b] ?? 0) - 1;
    const found = this.whole.solve(right);
    this.between.set(edge, found);
    return found;
  }

  private across(edge: number, volts: Float64Array): number {
    const { a, b } = this.network.edges[edge] ?? { a: 0, b: 0 };
    return (volts[a] ?? 0) - (volts[b] ?? 0);
  }

  /**
   * Volts at the nodes with some edges open.
   * @param emfV volts in each edge, a to b
   * @param currents sent into each node, A; null: none. Where a piece has none coming out again, they come out at its first node
   */
  solve(emfV: Float64Array, currents: Float64Array | null = null, lifted: readonly number[] = []): Left {
    const open = new Set(lifted);
    const right = this.sent(emfV, currents, open);
    const volts = this.whole.solve(right);
    if (lifted.length === 0) return { volts, piece: this.whole.piece };
    const ohms = lifted.map((edge) => this.network.edges[edge]?.ohm ?? 0);
    const matrix = lifted.map((row, i) =>
      Float64Array.from(
        lifted,
        (edge, k) => (i === k ? (ohms[i] ?? 0) : 0) - this.across(row, this.response(edge)),
      ),
    );
    const updates = lifted.map((edge) => Float64Array.of(this.across(edge, volts)));
    if (!solveDense(matrix, updates, ohms)) return this.cut(right, open);
    lifted.forEach((edge, k) => {
      const by = updates[k]?.[0] ?? 0;
      this.response(edge).forEach((value, node) => {
        volts[node] = (volts[node] ?? 0) + by * value;
      });
    });
    return { volts, piece: this.whole.piece };
  }

  /** Where what is opened cuts a piece off: that has a zero of its own. */
  private cut(right: Float64Array, open: ReadonlySet<number>): Left {
    const rest = new Elimination(
      this.network.nodes,
      this.network.edges.filter((_, i) => !open.has(i)),
    );
    return { volts: rest.solve(right), piece: rest.piece };
  }

  /** Current in each edge from a to b, A; none in those that are open. */
  currents(emfV: Float64Array, { volts }: Left, lifted: readonly number[] = []): Float64Array {
    return Float64Array.from(this.network.edges, ({ ohm }, i) =>
      lifted.includes(i) ? 0 : (this.across(i, volts) + (emfV[i] ?? 0)) / ohm,
    );
  }

  /** What stands in series with each edge's signal, V: v_a − v_b + e; null: its ends are no longer joined. */
  errors(emfV: Float64Array, { volts, piece }: Left): readonly (number | null)[] {
    return this.network.edges.map(({ a, b }, i) =>
      piece[a] === piece[b] ? this.across(i, volts) + (emfV[i] ?? 0) : null,
    );
  }
}

export const emfOf = ({ edges }: GroundNetwork): Float64Array => Float64Array.from(edges, ({ emfV }) => emfV);
