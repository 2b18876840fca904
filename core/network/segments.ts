// The undirected network between stages that nothing behind them loads: what drives it, what hangs on it, what hears it.
import { derive, type JackRef, type Lead, type Reads } from '../model';
import { Laid, NOTHING_OHM, OUTPUT_OHM, type LaidDriver } from './laid';
import { madeOf, putBypassed, putLoad, resistor } from './parts';
import { putPickup } from './pickups';
import type { Link, Load, Segment } from './segment';

/** What hangs together by links, by its number in each list of what was laid. */
type Component = {
  readonly links: number[];
  readonly shunts: number[];
  readonly listeners: number[];
  readonly drivers: number[];
  readonly leads: Set<Lead>;
  /** Its nodes by name. */
  readonly names: Map<number, string>;
};

/** Nodes are called by a jack that stands in them, in letters and digits; never so. */
const TAKEN = ['drv', 'pu', 'pm', 'pt', 'pb', 'out'];

const empty = (): Component => ({
  links: [],
  shunts: [],
  listeners: [],
  drivers: [],
  leads: new Set(),
  names: new Map(),
});

/** Everything that was laid, put together by what hangs together; by node. */
function componentsOf(laid: Laid): ReadonlyMap<number, Component> {
  const first = new Map<number, number>();
  const top = (node: number): number => {
    let at = laid.root(node);
    for (let up = first.get(at); up !== undefined; up = first.get(at)) at = up;
    return at;
  };
  for (const { from, to } of laid.links) {
    const [a, b] = [top(from), top(to)];
    if (a !== b) first.set(a, b);
  }
  const byTop = new Map<number, Component>();
  const of = (node: number): Component => {
    const at = top(node);
    const known = byTop.get(at) ?? empty();
    byTop.set(at, known);
    return known;
  };
  laid.links.forEach(({ from }, i) => of(from).links.push(i));
  laid.shunts.forEach(({ node }, i) => of(node).shunts.push(i));
  laid.listeners.forEach(({ at }, i) => of(at).listeners.push(i));
  laid.drivers.forEach(({ at }, i) => of(at).drivers.push(i));
  for (const [node, leads] of laid.leadAt) for (const lead of leads) of(node).leads.add(lead);
  nameNodes(laid, of);
  return new Map(laid.drivers.map(({ at }) => [at, of(at)]));
}

function nameNodes(laid: Laid, of: (node: number) => Component): void {
  const taken = new Map<Component, Set<string>>();
  laid.nodes.forEach((node, at) => {
    if (node.type !== 'jack') return;
    const component = of(at);
    const root = laid.root(at);
    if (component.names.has(root)) return;
    const own = taken.get(component) ?? new Set(TAKEN);
    taken.set(component, own);
    const tag = laid.resolved.boxes.get(node.box)?.tag ?? node.box;
    const plain = `${tag}_${node.jack}${node.channel > 0 ? '_r' : ''}`
      .toLowerCase()
      .replace(/[^a-z0-9_]+/g, '_');
    let name = plain;
    for (let i = 2; own.has(name); i += 1) name = `${plain}_${i}`;
    own.add(name);
    component.names.set(root, name);
  });
}

/** What hangs together with a driver, as a circuit; none where no lead is in it. */
function segmentOf(laid: Laid, component: Component, driver: LaidDriver): Segment | null {
  const { links, shunts, listeners, drivers, leads, names } = component;
  if (leads.size === 0) return null;
  const name = (node: number) => {
    const root = laid.root(node);
    return names.get(root) ?? `x${root}`;
  };
  const at = name(driver.at);
  const own = laid.blockAt(laid.nodes[driver.at]);
  const heard = listeners.flatMap((i) => laid.listeners[i] ?? []);
  const loads: Load[] = [
    ...shunts.flatMap((i): Load[] => {
      const shunt = laid.shunts[i];
      if (!shunt) return [];
      const node = name(shunt.node);
      return [{ node, elements: madeOf((put) => putBypassed(put, String(i), node, shunt.block)) }];
    }),
    ...heard.map((one, i): Load => {
      const node = name(one.at);
      return { node, elements: madeOf((put) => putLoad(put, `i${i}`, node, one.ohm, one.farad)) };
    }),
    ...drivers.flatMap((i): Load[] => {
      const other = laid.drivers[i];
      if (!other || other === driver) return [];
      const node = name(other.at);
      const ohm = Math.max(NOTHING_OHM, other.ohm ?? OUTPUT_OHM);
      return [{ node, elements: [resistor(`rx${i}`, node, '0', ohm)] }];
    }),
  ];
  const { box, block, kind, ohm } = driver;
  return {
    driver: { box, block, kind, ohm, node: at },
    source:
      kind === 'pickup' && own
        ? madeOf((put) => putPickup(put, own.box, own.block, laid.resolved, 'drv', at))
        : [resistor('ro', 'drv', at, Math.max(NOTHING_OHM, ohm ?? 0))],
    links: links.flatMap((i): Link[] => {
      const link = laid.links[i];
      if (!link) return [];
      const [from, to] = [name(link.from), name(link.to)];
      return [{ lead: link.lead, from, to, elements: madeOf((put) => link.put(put, String(i), from, to)) }];
    }),
    loads,
    into: heard.map(({ at: node, ...one }) => ({ ...one, node: name(node) })),
    leads: [...leads].sort((a, b) => a.number - b.number),
    nodeOf: ({ box: of, jack }: JackRef, channel = 0) => {
      const node = laid.jacks.get(`${of}/${jack} ${channel}`);
      return node === undefined ? null : (names.get(laid.root(node)) ?? null);
    },
  };
}

/** Segments of a setting, and those that each jack is in (`box/jack`, its left channel), with its node in each. */
export type Network = {
  readonly segments: readonly Segment[];
  readonly at: ReadonlyMap<string, readonly (readonly [Segment, string])[]>;
};

/** Every segment of a rig in a setting that a lead is in, by what drives it. */
export const networkIn = derive(['boxes', 'leads', 'variant', 'sound'], (of): Network => {
  const laid = new Laid(of);
  const components = componentsOf(laid);
  const segments: Segment[] = [];
  const byRoot = new Map<number, (readonly [Segment, string])[]>();
  for (const driver of laid.drivers) {
    const component = components.get(driver.at);
    const segment = component && segmentOf(laid, component, driver);
    if (!segment) continue;
    segments.push(segment);
    for (const [root, name] of component.names) {
      const here = byRoot.get(root);
      if (here) here.push([segment, name]);
      else byRoot.set(root, [[segment, name]]);
    }
  }
  const at = new Map<string, readonly (readonly [Segment, string])[]>();
  for (const [key, node] of laid.jacks) {
    const here = key.endsWith(' 0') ? byRoot.get(laid.root(node)) : undefined;
    if (here) at.set(key.slice(0, -2), here);
  }
  return { segments, at };
});

export const segmentsIn = (of: Reads<'boxes' | 'leads' | 'variant' | 'sound'>): readonly Segment[] =>
  networkIn(of).segments;
