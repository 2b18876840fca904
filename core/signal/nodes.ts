import type { Block, Box, Port } from '../model';

/** How the signal gets from one node to the next. */
export type Via =
  | { readonly type: 'lead'; readonly lead: string; readonly air?: true }
  | { readonly type: 'wire'; readonly box: string }
  | { readonly type: 'normal'; readonly box: string; readonly jack: string }
  | { readonly type: 'block'; readonly box: string; readonly block: string };

/** One channel of a jack or of a block's port. */
export type Node =
  | { readonly type: 'jack'; readonly box: string; readonly jack: string; readonly channel: number }
  | {
      readonly type: 'port';
      readonly box: string;
      readonly block: string;
      readonly port: Port;
      readonly channel: number;
    };

/** A way from one node to the next, before they have numbers in a graph. */
export type Way = { readonly from: Node; readonly to: Node; readonly via: Via };

/** A way by the numbers of its nodes. */
export type Edge = { readonly from: number; readonly to: number; readonly via: Via };

/** Nodes of a box by part and channel. They are the same objects in every graph of the box, so that identity is enough. */
type BoxNodes = {
  readonly jacks: Map<string, Node[]>;
  readonly ports: Map<string, Map<Port, Node[]>>;
};
const nodesOfBoxes = new WeakMap<Box, BoxNodes>();

function nodesOf(box: Box): BoxNodes {
  const known = nodesOfBoxes.get(box);
  if (known) return known;
  const nodes: BoxNodes = { jacks: new Map(), ports: new Map() };
  nodesOfBoxes.set(box, nodes);
  return nodes;
}

function listIn<K>(map: Map<K, Node[]>, key: K): Node[] {
  const known = map.get(key);
  if (known) return known;
  const list: Node[] = [];
  map.set(key, list);
  return list;
}

export const jackNode = (box: Box, jack: string, channel: number): Node =>
  (listIn(nodesOf(box).jacks, jack)[channel] ??= { type: 'jack', box: box.id, jack, channel });

export function portNode(box: Box, block: Block, port: Port, channel: number): Node {
  const { ports } = nodesOf(box);
  let own = ports.get(block.id);
  if (!own) ports.set(block.id, (own = new Map<Port, Node[]>()));
  return (listIn(own, port)[channel] ??= { type: 'port', box: box.id, block: block.id, port, channel });
}

const NO_EDGES: readonly number[] = [];

/** Gathers nodes and edges, each node once; on top of what another one gathered, which stays as it is. */
export class Builder {
  readonly nodes: Node[];
  readonly edges: Edge[];
  readonly out: (readonly number[])[];
  readonly blockOf: number[];
  readonly blocks: string[];
  private readonly blockIndex: Map<string, number>;
  private readonly index = new Map<Node, number>();

  constructor(private readonly base: Builder | null = null) {
    this.nodes = base ? base.nodes.slice() : [];
    this.edges = base ? base.edges.slice() : [];
    this.out = base ? base.out.slice() : [];
    this.blockOf = base ? base.blockOf.slice() : [];
    this.blocks = base ? base.blocks.slice() : [];
    this.blockIndex = new Map(base?.blockIndex);
  }

  node(node: Node): number {
    const known = this.base?.index.get(node) ?? this.index.get(node);
    if (known !== undefined) return known;
    this.index.set(node, this.nodes.length);
    this.nodes.push(node);
    this.out.push(NO_EDGES);
    this.blockOf.push(node.type === 'port' ? this.block(`${node.box}:${node.block}`) : -1);
    return this.nodes.length - 1;
  }

  private block(key: string): number {
    const known = this.blockIndex.get(key);
    if (known !== undefined) return known;
    this.blockIndex.set(key, this.blocks.length);
    return this.blocks.push(key) - 1;
  }

  add({ from, to, via }: Way) {
    const a = this.node(from);
    this.out[a] = [...(this.out[a] ?? NO_EDGES), this.edges.length];
    this.edges.push({ from: a, to: this.node(to), via });
  }
}
