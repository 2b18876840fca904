// A rig as an undirected network: which jacks are one node, what joins nodes, hangs on them, drives and hears them.
import {
  blockIn,
  jackIn,
  leadOf,
  type Block,
  type BlockState,
  type Box,
  type Lead,
  type Reads,
} from '../model';
import { graphIn, resolveIn, type Edge, type Graph, type Node, type Resolved } from '../signal';
import { weakly } from '../units';
import { converts, isIsolator, isWire } from './passing';
import { bareVolume, putDivider, putLead, putTransformer, resistor, type Input, type Put } from './parts';
import type { Driver, Listener } from './segment';

/** Where nothing is noted, ohm: what an input takes and an output gives. */
const INPUT_OHM = 1e6;
export const OUTPUT_OHM = 1_000;
/** An ideal source is joined by this much, ohm. */
export const NOTHING_OHM = 0.1;

export type LaidDriver = Omit<Driver, 'node'> & { readonly at: number };

/** How something joins two nodes: what it is, in a few letters that tell it from all else, and as elements. */
type Join = {
  /** null: no lead. */
  readonly lead: string | null;
  readonly told: string;
  readonly put: (put: Put, name: string, a: string, b: string) => void;
};
type LaidLink = Join & { readonly from: number; readonly to: number };

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing'>;

/** A channel of a jack: `box/jack`, and the node that it is. */
type LaidJack = { readonly jack: string; readonly channel: number; readonly at: number };

/** What of a graph no state has a say in: its jacks, and its leads as links, by the number of the edge; null: none. */
type Plain = {
  readonly jacks: readonly LaidJack[];
  readonly links: readonly (LaidLink | null)[];
  readonly leadsAt: ReadonlyMap<number, ReadonlySet<Lead>>;
};

const plainOf = weakly((graph: Graph, leads: Of['leads']): Plain => {
  const leadsAt = new Map<number, Set<Lead>>();
  const seen = new Set<string>();
  const links = graph.edges.map(({ from, to, via }): LaidLink | null => {
    if (via.type !== 'lead') return null;
    const lead = leadOf({ leads }, via.lead);
    const key = `${via.lead} ${Math.min(from, to)} ${Math.max(from, to)}`;
    // Air and radio carry no current; what a loudspeaker takes is another matter.
    if (!lead || ['air', 'radio', 'speaker'].includes(lead.kind) || seen.has(key)) return null;
    seen.add(key);
    for (const node of [from, to]) leadsAt.set(node, (leadsAt.get(node) ?? new Set()).add(lead));
    return {
      from,
      to,
      lead: lead.id,
      told: `lead ${lead.id}`,
      put: (put, name, a, b) => putLead(put, lead, name, a, b),
    };
  });
  const jacks = graph.nodes.flatMap((node, at): LaidJack[] =>
    node.type === 'jack' ? [{ jack: `${node.box}/${node.jack}`, channel: node.channel, at }] : [],
  );
  return { jacks, links, leadsAt };
});

/** What leads, wires and blocks make of the jacks of a rig: nodes that are one, and what joins, loads and drives them. */
export class Laid {
  readonly resolved: Resolved;
  readonly nodes: readonly Node[];
  readonly plain: Plain;
  private readonly edges: readonly Edge[];
  private readonly parent: number[];
  /** What joins nodes otherwise than as a wire: leads, pots, transformers, an output's own resistance. */
  readonly links: LaidLink[] = [];
  /** Blocks that are off, with the input of a circuit that hangs on the wire all the same. */
  readonly shunts: { node: number; box: string; block: string; hanging: Input | null }[] = [];
  readonly drivers: LaidDriver[] = [];
  readonly listeners: (Omit<Listener, 'node'> & { at: number })[] = [];

  constructor(of: Of) {
    const graph = graphIn(of);
    this.plain = plainOf(graph, of.leads);
    this.resolved = resolveIn(of);
    this.nodes = graph.nodes;
    this.edges = graph.edges;
    this.parent = graph.nodes.map((_, i) => i);
    graph.edges.forEach((edge, i) => {
      const link = this.plain.links[i];
      if (link) this.links.push(link);
      else this.lay(edge);
    });
    for (const source of graph.sources) this.source(source);
    this.ends();
  }

  root(node: number): number {
    let at = node;
    while (this.parent[at] !== at) {
      this.parent[at] = this.parent[this.parent[at] ?? at] ?? at;
      at = this.parent[at] ?? at;
    }
    return at;
  }

  private join(a: number, b: number): void {
    this.parent[this.root(a)] = this.root(b);
  }

  blockAt(node: Node | undefined): { box: Box; block: Block } | null {
    const box = node && this.resolved.boxes.get(node.box);
    const block = node?.type === 'port' ? blockIn(box, node.block) : undefined;
    return box && block ? { box, block } : null;
  }

  private lay({ from, to, via }: Edge): void {
    if (via.type === 'lead') return;
    const box = this.resolved.boxes.get(via.box);
    if (!box || converts(box)) return;
    if (via.type !== 'block') return this.wire(box, from, to);
    const block = blockIn(box, via.block);
    if (!block) return;
    const volume = bareVolume(box, block, this.resolved);
    if (volume)
      this.link(from, to, {
        lead: null,
        told: `pot ${volume.ohm} ${volume.share}`,
        put: (put, name, a, b) => putDivider(put, name, a, b, volume.ohm, volume.share),
      });
    else if (isIsolator(box)) this.link(from, to, { lead: null, told: 'transformer', put: putTransformer });
    else if (isWire(block, this.resolved.blockState(box, block).state)) {
      this.join(from, to);
      if (block.role === 'effect' || block.role === 'buffer')
        this.shunts.push({
          node: from,
          box: box.id,
          block: block.id,
          hanging: this.hanging(box, block, from),
        });
    }
  }

  /** What the circuit of a block has at its input while it is off; null: nothing. */
  private hanging(box: Box, block: Block, at: number): Input | null {
    if (block.bypassKind !== 'hung') return null;
    const wire = this.edges.find(
      ({ to, via }) => to === at && (via.type === 'wire' || via.type === 'normal'),
    );
    const on = block.states.find(({ id }) => id !== 'off');
    return this.inputOf(box, on, wire && this.nodes[wire.from]);
  }

  /** What a circuit has at its input: as its state says, else the jack that it is fed by. */
  private inputOf(box: Box, state: BlockState | undefined, from: Node | undefined): Input {
    const mode = from?.type === 'jack' ? this.modeOf(box, from.jack) : undefined;
    return {
      ohm: state?.rIn?.value ?? mode?.rIn?.value ?? INPUT_OHM,
      farad: state?.cIn?.value ?? mode?.cIn?.value ?? 0,
    };
  }

  /** A wire inside; an output behind a splitter has what it gives by itself in its way. */
  private wire(box: Box, from: number, to: number): void {
    const [a, b] = [this.nodes[from], this.nodes[to]];
    const split = this.blockAt(a)?.block.role === 'split' && b?.type === 'jack';
    const ohm = split ? this.modeOf(box, b.jack)?.rOut?.value : undefined;
    if (ohm === undefined) this.join(from, to);
    else
      this.link(from, to, {
        lead: null,
        told: `ohm ${ohm}`,
        put: (put, name, x, y) => put(resistor(`ro${name}`, x, y, ohm)),
      });
  }

  private link(from: number, to: number, join: Join): void {
    this.links.push({ from, to, ...join });
  }

  private modeOf(box: Box, id: string) {
    const jack = jackIn(box, id);
    return jack && this.resolved.jackMode(box, jack).mode;
  }

  private source(node: number): void {
    const own = this.blockAt(this.nodes[node]);
    if (own) this.drivers.push({ box: own.box.id, block: own.block.id, kind: 'pickup', ohm: null, at: node });
  }

  /** Where stages hear and drive: by the wires between their jacks and their blocks; of boxes that convert, by their jacks. */
  private ends(): void {
    const seen = new Set<number>();
    for (const { from, to, via } of this.edges)
      if (via.type === 'wire' || via.type === 'normal') {
        this.listens(to, this.nodes[from], seen);
        this.drives(from, this.nodes[to], seen);
      }
    this.nodes.forEach((node, at) => {
      const box = this.resolved.boxes.get(node.box);
      if (node.type !== 'jack' || !box || !converts(box)) return;
      const jack = jackIn(box, node.jack);
      const mode = this.modeOf(box, node.jack);
      if (jack?.direction === 'in')
        this.listeners.push({
          box: box.id,
          block: null,
          at,
          ohm: mode?.rIn?.value ?? INPUT_OHM,
          farad: mode?.cIn?.value ?? 0,
        });
      else if (jack?.direction === 'out')
        this.drivers.push({
          box: box.id,
          block: null,
          kind: 'stage',
          at,
          ohm: mode?.rOut?.value ?? OUTPUT_OHM,
        });
    });
  }

  private isPassed({ box, block }: { box: Box; block: Block }): boolean {
    return (
      isIsolator(box) ||
      bareVolume(box, block, this.resolved) !== null ||
      isWire(block, this.resolved.blockState(box, block).state)
    );
  }

  private listens(at: number, from: Node | undefined, seen: Set<number>): void {
    const own = this.blockAt(this.nodes[at]);
    if (!own || converts(own.box) || seen.has(at) || this.isPassed(own)) return;
    seen.add(at);
    const { state } = this.resolved.blockState(own.box, own.block);
    this.listeners.push({ box: own.box.id, block: own.block.id, at, ...this.inputOf(own.box, state, from) });
  }

  private drives(at: number, to: Node | undefined, seen: Set<number>): void {
    const own = this.blockAt(this.nodes[at]);
    if (!own || converts(own.box) || seen.has(at) || own.block.role === 'source' || this.isPassed(own))
      return;
    if (this.resolved.blockState(own.box, own.block).state.mutes) return;
    seen.add(at);
    const { state } = this.resolved.blockState(own.box, own.block);
    const mode = to?.type === 'jack' ? this.modeOf(own.box, to.jack) : undefined;
    this.drivers.push({
      box: own.box.id,
      block: own.block.id,
      kind: 'stage',
      at,
      // What goes on inside the box has what it gives at the jacks that it comes out by.
      ohm: state.rOut?.value ?? mode?.rOut?.value ?? (to?.type === 'jack' ? OUTPUT_OHM : 0),
    });
  }
}
