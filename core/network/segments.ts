// The undirected network between stages that nothing behind them loads: what drives it, what hangs on it, what hears it.
import type { Element } from '../circuit';
import { blockIn, derive, jackIn, leadOf, type Block, type Box, type Lead, type Reads } from '../model';
import { graphIn, resolveIn, type Edge, type Node, type Resolved } from '../signal';
import { converts, isIsolator, isWire } from './passing';
import {
  bareVolume,
  putBypassed,
  putDivider,
  putLead,
  putLoad,
  putTransformer,
  resistor,
  type Put,
} from './parts';
import { putPickup } from './pickups';
import type { Driver, Link, Listener, Load, Segment } from './segment';

/** Where nothing is noted, ohm: what an input takes and an output gives. */
const INPUT_OHM = 1e6;
const OUTPUT_OHM = 1_000;
/** An ideal source is joined by this much, ohm. */
const NOTHING_OHM = 0.1;

const parts = (fill: (put: Put) => void): readonly Element[] => {
  const made: Element[] = [];
  fill((element) => void made.push(element));
  return made;
};

type Of = Reads<'boxes' | 'leads' | 'variant' | 'sound'>;

class Network {
  private readonly resolved: Resolved;
  private readonly nodes: readonly Node[];
  private readonly jacks = new Map<string, number>();
  private readonly parent: number[];
  /** What joins nodes otherwise than as a wire: leads, pots, transformers, an output's own resistance. */
  private readonly links: {
    from: number;
    to: number;
    lead: string | null;
    put: (put: Put, name: string, a: string, b: string) => void;
  }[] = [];
  private readonly leadAt = new Map<number, Set<Lead>>();
  private readonly shunts: { node: number; block: Block }[] = [];
  private readonly drivers: (Omit<Driver, 'node'> & { at: number })[] = [];
  private readonly listeners: (Omit<Listener, 'node'> & { at: number; farad: number })[] = [];

  constructor(private readonly of: Of) {
    const graph = graphIn(of);
    this.resolved = resolveIn(of);
    this.nodes = graph.nodes;
    this.parent = graph.nodes.map((_, i) => i);
    graph.nodes.forEach((node, i) => {
      if (node.type === 'jack') this.jacks.set(`${node.box}/${node.jack} ${node.channel}`, i);
    });
    const seen = new Set<string>();
    for (const edge of graph.edges) this.lay(edge, seen);
    for (const source of graph.sources) this.source(source);
    this.ends(graph.edges);
  }

  private root(node: number): number {
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

  private blockAt(node: Node | undefined): { box: Box; block: Block } | null {
    const box = node && this.resolved.boxes.get(node.box);
    const block = node?.type === 'port' ? blockIn(box, node.block) : undefined;
    return box && block ? { box, block } : null;
  }

  private lay(edge: Edge, seen: Set<string>): void {
    const { from, to, via } = edge;
    if (via.type === 'lead') {
      const lead = leadOf(this.of, via.lead);
      const key = `${via.lead} ${Math.min(from, to)} ${Math.max(from, to)}`;
      // Air and radio carry no current; what a loudspeaker takes is another matter.
      if (!lead || ['air', 'radio', 'speaker'].includes(lead.kind) || seen.has(key)) return;
      seen.add(key);
      for (const node of [from, to]) this.leadAt.set(node, (this.leadAt.get(node) ?? new Set()).add(lead));
      this.link(from, to, (put, name, a, b) => putLead(put, lead, name, a, b), lead.id);
      return;
    }
    const box = this.resolved.boxes.get(via.box);
    if (!box || converts(box)) return;
    if (via.type !== 'block') return this.wire(box, from, to);
    const block = blockIn(box, via.block);
    if (!block) return;
    const volume = bareVolume(box, block, this.resolved);
    if (volume)
      this.link(from, to, (put, name, a, b) => putDivider(put, name, a, b, volume.ohm, volume.share));
    else if (isIsolator(box)) this.link(from, to, (put, name, a, b) => putTransformer(put, name, a, b));
    else if (isWire(block, this.resolved.blockState(box, block).state)) {
      this.join(from, to);
      if (block.role === 'effect' || block.role === 'buffer') this.shunts.push({ node: from, block });
    }
  }

  /** A wire inside; an output behind a splitter has what it gives by itself in its way. */
  private wire(box: Box, from: number, to: number): void {
    const [a, b] = [this.nodes[from], this.nodes[to]];
    const split = this.blockAt(a)?.block.role === 'split' && b?.type === 'jack';
    const ohm = split ? this.modeOf(box, b.jack)?.rOut?.value : undefined;
    if (ohm === undefined) this.join(from, to);
    else this.link(from, to, (put, name, x, y) => put(resistor(`ro${name}`, x, y, ohm)));
  }

  private link(
    from: number,
    to: number,
    put: (typeof this.links)[number]['put'],
    lead: string | null = null,
  ): void {
    this.links.push({ from, to, lead, put });
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
  private ends(edges: readonly Edge[]): void {
    const seen = new Set<number>();
    for (const { from, to, via } of edges)
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
    const mode = from?.type === 'jack' ? this.modeOf(own.box, from.jack) : undefined;
    const ohm = state.rIn?.value ?? mode?.rIn?.value ?? INPUT_OHM;
    const farad = state.cIn?.value ?? mode?.cIn?.value ?? 0;
    this.listeners.push({ box: own.box.id, block: own.block.id, at, ohm, farad });
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
      ohm: state.rOut?.value ?? mode?.rOut?.value ?? OUTPUT_OHM,
    });
  }

  segments(): readonly Segment[] {
    return this.drivers.flatMap((driver) => this.segment(driver));
  }

  /** What hangs together with a driver, as a circuit. */
  private segment(driver: (typeof this.drivers)[number]): readonly Segment[] {
    const start = this.root(driver.at);
    const reached = new Set([start]);
    for (const node of reached)
      for (const { from, to } of this.links) {
        const [a, b] = [this.root(from), this.root(to)];
        if (a === node) reached.add(b);
        if (b === node) reached.add(a);
      }
    const leads = new Set(
      [...this.leadAt].flatMap(([node, own]) => (reached.has(this.root(node)) ? [...own] : [])),
    );
    if (leads.size === 0) return [];
    const names = this.namesOf(reached);
    const name = (node: number) => names.get(this.root(node)) ?? '0';
    const isHere = (node: number) => reached.has(this.root(node));
    const at = name(driver.at);
    const own = this.blockAt(this.nodes[driver.at]);
    const source =
      driver.kind === 'pickup' && own
        ? parts((put) => putPickup(put, own.box, own.block, this.resolved, 'drv', at))
        : [resistor('ro', 'drv', at, Math.max(NOTHING_OHM, driver.ohm ?? 0))];
    const links = this.links.flatMap(({ from, to, lead, put }, i): Link[] => {
      if (!isHere(from)) return [];
      const [a, b] = [name(from), name(to)];
      return [{ lead, from: a, to: b, elements: parts((own) => put(own, String(i), a, b)) }];
    });
    const heard = this.listeners.filter((one) => isHere(one.at));
    const loads = [
      ...this.shunts.flatMap(({ node, block }, i): Load[] =>
        isHere(node)
          ? [{ node: name(node), elements: parts((put) => putBypassed(put, String(i), name(node), block)) }]
          : [],
      ),
      ...heard.map(({ at: node, ohm, farad }, i): Load => ({
        node: name(node),
        elements: parts((put) => putLoad(put, `i${i}`, name(node), ohm, farad)),
      })),
      ...this.drivers.flatMap((other, i): Load[] =>
        other !== driver && isHere(other.at)
          ? [
              {
                node: name(other.at),
                elements: [
                  resistor(`rx${i}`, name(other.at), '0', Math.max(NOTHING_OHM, other.ohm ?? OUTPUT_OHM)),
                ],
              },
            ]
          : [],
      ),
    ];
    const { box, block, kind, ohm } = driver;
    return [
      {
        driver: { box, block, kind, ohm, node: at },
        source,
        links,
        loads,
        into: heard.map(({ at: node, ...one }) => ({ ...one, node: name(node) })),
        leads: [...leads].sort((a, b) => a.number - b.number),
        nodeOf: ({ box, jack }, channel = 0) => {
          const node = this.jacks.get(`${box}/${jack} ${channel}`);
          return node === undefined ? null : (names.get(this.root(node)) ?? null);
        },
      },
    ];
  }

  /** Nodes by a jack that stands in them, in letters and digits. */
  private namesOf(reached: ReadonlySet<number>): ReadonlyMap<number, string> {
    const names = new Map<number, string>();
    const taken = new Set<string>(['drv', 'pu', 'pm', 'pt', 'pb', 'out']);
    this.nodes.forEach((node, at) => {
      const root = this.root(at);
      if (!reached.has(root) || names.has(root) || node.type !== 'jack') return;
      const tag = this.resolved.boxes.get(node.box)?.tag ?? node.box;
      const plain = `${tag}_${node.jack}${node.channel > 0 ? '_r' : ''}`
        .toLowerCase()
        .replace(/[^a-z0-9_]+/g, '_');
      let name = plain;
      for (let i = 2; taken.has(name); i += 1) name = `${plain}_${i}`;
      taken.add(name);
      names.set(root, name);
    });
    for (const root of reached) if (!names.has(root)) names.set(root, `x${root}`);
    return names;
  }
}

/** Every segment of a rig in a setting that a lead is in, by what drives it. */
export const segmentsIn = derive(['boxes', 'leads', 'variant', 'sound'], (of): readonly Segment[] =>
  new Network(of).segments(),
);
