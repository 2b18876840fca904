// A sparse symmetric system of conductances: taken apart once, solved for as many sources as there are.

type Row = Map<number, number>;

/** What is left of a node when it has been taken out: its own conductance and its share in each that was joined to it. */
type Pivot = {
  readonly node: number;
  readonly own: number;
  readonly joined: readonly (readonly [number, number])[];
};

/** A resistance between two nodes. */
export type Joint = { readonly a: number; readonly b: number; readonly ohm: number };

/** Which piece of the network each node is in: the number of the first node of it. */
export function piecesOf(nodes: number, joints: readonly Pick<Joint, 'a' | 'b'>[]): Int32Array {
  const piece = Int32Array.from({ length: nodes }, (_, i) => i);
  const find = (node: number): number => {
    let at = node;
    while (piece[at] !== at) {
      piece[at] = piece[piece[at] ?? at] ?? at;
      at = piece[at] ?? at;
    }
    return at;
  };
  for (const { a, b } of joints) {
    const [x, y] = [find(a), find(b)];
    if (x !== y) piece[Math.max(x, y)] = Math.min(x, y);
  }
  return piece.map((_, node) => find(node));
}

function rowsOf(nodes: number, joints: readonly Joint[]): Row[] {
  const rows = Array.from({ length: nodes }, (): Row => new Map());
  const add = (a: number, b: number, value: number) => rows[a]?.set(b, (rows[a].get(b) ?? 0) + value);
  for (const { a, b, ohm } of joints) {
    if (a === b) continue;
    const g = 1 / ohm;
    add(a, a, g);
    add(b, b, g);
    add(a, b, -g);
    add(b, a, -g);
  }
  return rows;
}

/** The node with fewest joined to it: so little is filled in that was empty. */
function least(rows: readonly Row[], open: ReadonlySet<number>): number {
  let best = -1;
  for (const node of open) if (best < 0 || (rows[node]?.size ?? 0) < (rows[best]?.size ?? 0)) best = node;
  return best;
}

/**
 * LDLᵀ of the conductances, node by node, fewest joined first. Of each piece of the network the first node stands at zero.
 */
export class Elimination {
  /** Which piece each node is in. */
  readonly piece: Int32Array;
  private readonly pivots: Pivot[] = [];

  /** @param joints each over 0 ohm */
  constructor(
    private readonly nodes: number,
    joints: readonly Joint[],
  ) {
    this.piece = piecesOf(nodes, joints);
    const rows = rowsOf(nodes, joints);
    const open = new Set<number>();
    rows.forEach((row, node) => {
      if (this.piece[node] === node) {
        for (const other of row.keys()) rows[other]?.delete(node);
        row.clear();
      } else open.add(node);
    });
    while (open.size > 0) {
      const node = least(rows, open);
      open.delete(node);
      this.take(node, rows);
    }
  }

  private take(node: number, rows: readonly Row[]) {
    const row = rows[node];
    const own = row?.get(node) ?? 0;
    if (!row || own === 0) return;
    const joined = [...row].filter(([other]) => other !== node);
    this.pivots.push({ node, own, joined: joined.map(([other, g]) => [other, g / own] as const) });
    for (const [a, ga] of joined) {
      const at = rows[a];
      at?.delete(node);
      for (const [b, gb] of joined) at?.set(b, (at.get(b) ?? 0) - (ga * gb) / own);
    }
  }

  /** Volts at the nodes for currents sent into them, A; what is sent into a piece comes out at its first node. */
  solve(currents: Float64Array): Float64Array {
    const right = Float64Array.from(currents);
    for (const { node, joined } of this.pivots)
      for (const [other, share] of joined) right[other] = (right[other] ?? 0) - share * (right[node] ?? 0);
    const volts = new Float64Array(this.nodes);
    for (const { node, own, joined } of this.pivots.toReversed()) {
      let sum = (right[node] ?? 0) / own;
      for (const [other, share] of joined) sum -= share * (volts[other] ?? 0);
      volts[node] = sum;
    }
    return volts;
  }
}
