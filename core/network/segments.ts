// The undirected network between stages that nothing behind them loads: what drives it, what hangs on it, what hears it.
import type { Element } from '../circuit';
import { derive, type Box, type JackRef, type Lead, type Reads } from '../model';
import { weakly } from '../units';
import { Laid, NOTHING_OHM, OUTPUT_OHM, type LaidDriver } from './laid';
import { elementText, madeOf, putBypassed, putLoad, resistor } from './parts';
import { putPickup } from './pickups';
import type { Link, Load, Segment } from './segment';

/** What hangs together by links, by its number in each list of what was laid. */
type Component = {
  readonly links: number[];
  readonly shunts: number[];
  readonly listeners: number[];
  readonly drivers: number[];
  readonly leads: Set<Lead>;
  /** Its nodes by name, and the name of the node that each of its jacks' channels is in. */
  readonly names: Map<number, string>;
  readonly jacks: Map<string, string>;
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
  jacks: new Map(),
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
  for (const [node, leads] of laid.plain.leadsAt) for (const lead of leads) of(node).leads.add(lead);
  nameNodes(laid, of);
  return new Map(laid.drivers.map(({ at }) => [at, of(at)]));
}

/** What a node is called where a jack stands in it. */
const calledBy = weakly(({ tag }: Box, jack: string): string =>
  `${tag}_${jack}`.toLowerCase().replace(/[^a-z0-9_]+/g, '_'),
);

function nameNodes(laid: Laid, of: (node: number) => Component): void {
  const taken = new Map<Component, Set<string>>();
  for (const { jack, channel, at } of laid.plain.jacks) {
    const node = laid.nodes[at];
    const box = node && laid.resolved.boxes.get(node.box);
    if (node?.type !== 'jack' || !box) continue;
    const component = of(at);
    const root = laid.root(at);
    let name = component.names.get(root);
    if (name === undefined) {
      const own = taken.get(component) ?? new Set(TAKEN);
      taken.set(component, own);
      const plain = `${calledBy(box, node.jack)}${node.channel > 0 ? '_r' : ''}`;
      name = plain;
      for (let i = 2; own.has(name); i += 1) name = `${plain}_${i}`;
      own.add(name);
      component.names.set(root, name);
    }
    component.jacks.set(`${jack} ${channel}`, name);
  }
}

/** What every node of a component is called. */
const namesIn =
  (laid: Laid, { names }: Component) =>
  (node: number) => {
    const root = laid.root(node);
    return names.get(root) ?? `x${root}`;
  };

/** All that a component's circuits are made of, but what a pickup has ahead of its jack, as a text: alike, they are one. */
function toldOf(laid: Laid, component: Component): string {
  const name = namesIn(laid, component);
  const of = <T>(list: readonly T[], places: readonly number[], tell: (one: T) => string) =>
    places.flatMap((i) => list.slice(i, i + 1).map(tell)).join(';');
  return [
    of(laid.links, component.links, ({ told, from, to }) => `${told} ${name(from)} ${name(to)}`),
    of(
      laid.shunts,
      component.shunts,
      ({ block, box, node, hanging }) =>
        `${box} ${block} ${name(node)} ${hanging ? `${hanging.ohm} ${hanging.farad}` : ''}`,
    ),
    of(
      laid.listeners,
      component.listeners,
      ({ box, block, ohm, farad, at }) => `${box} ${block} ${ohm} ${farad} ${name(at)}`,
    ),
    of(
      laid.drivers,
      component.drivers,
      ({ box, block, kind, ohm, at }) => `${box} ${block} ${kind} ${ohm} ${name(at)}`,
    ),
    [...component.jacks].join(';'),
  ].join('\n');
}

/** What a driver has between its source and its node. */
function sourceOf(laid: Laid, { at, kind, ohm }: LaidDriver, node: string): readonly Element[] {
  const own = kind === 'pickup' ? laid.blockAt(laid.nodes[at]) : null;
  return own
    ? madeOf((put) => putPickup(put, own.box, own.block, laid.resolved, 'drv', node))
    : [resistor('ro', 'drv', node, Math.max(NOTHING_OHM, ohm ?? 0))];
}

/** What hangs together with a driver, as a circuit. */
function segmentOf(
  laid: Laid,
  component: Component,
  driver: LaidDriver,
  source: readonly Element[],
): Segment {
  const { links, shunts, listeners, drivers, leads, jacks } = component;
  const name = namesIn(laid, component);
  const heard = listeners.flatMap((i) => laid.listeners[i] ?? []);
  const loads: Load[] = [
    ...shunts.flatMap((at, i): Load[] => {
      const shunt = laid.shunts[at];
      if (!shunt) return [];
      const node = name(shunt.node);
      return [{ node, elements: madeOf((put) => putBypassed(put, String(i), node, shunt.hanging)) }];
    }),
    ...heard.map((one, i): Load => {
      const node = name(one.at);
      return { node, elements: madeOf((put) => putLoad(put, `i${i}`, node, one.ohm, one.farad)) };
    }),
    ...drivers.flatMap((at, i): Load[] => {
      const other = laid.drivers[at];
      if (!other || other === driver) return [];
      const node = name(other.at);
      const ohm = Math.max(NOTHING_OHM, other.ohm ?? OUTPUT_OHM);
      return [{ node, elements: [resistor(`rx${i}`, node, '0', ohm)] }];
    }),
  ];
  const { box, block, kind, ohm, at } = driver;
  return {
    driver: { box, block, kind, ohm, node: name(at) },
    source,
    links: links.flatMap((number, i): Link[] => {
      const link = laid.links[number];
      if (!link) return [];
      const [from, to] = [name(link.from), name(link.to)];
      return [{ lead: link.lead, from, to, elements: madeOf((put) => link.put(put, String(i), from, to)) }];
    }),
    loads,
    into: heard.map(({ at: node, ...one }) => ({ ...one, node: name(node) })),
    leads: [...leads].sort((a, b) => a.number - b.number),
    nodeOf: ({ box: of, jack }: JackRef, channel = 0) => jacks.get(`${of}/${jack} ${channel}`) ?? null,
  };
}

const MOST_KNOWN = 2_000;

/**
 * The segments of a wiring by what they are made of: sounds differ in a pedal or two, and what the others have alike is one
 * and the same segment, with all that hangs on it.
 */
const segmentsBy = derive(['boxes', 'leads', 'variant'], (_of) => {
  const known = new Map<string, Segment>();
  return (text: string, make: () => Segment): Segment => {
    const before = known.get(text);
    if (before) return before;
    if (known.size >= MOST_KNOWN) known.clear();
    const segment = make();
    known.set(text, segment);
    return segment;
  };
});

/** Segments of a setting, and those that each jack is in (`box/jack`, its left channel), with its node in each. */
export type Network = {
  readonly segments: readonly Segment[];
  readonly at: ReadonlyMap<string, readonly (readonly [Segment, string])[]>;
};

/** Every segment of a rig in a setting that a lead is in, by what drives it. */
export const networkIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): Network => {
  const laid = new Laid(of);
  const components = componentsOf(laid);
  const segmentBy = segmentsBy(of);
  const told = weakly((component: Component) => toldOf(laid, component));
  const segments: Segment[] = [];
  const byRoot = new Map<number, (readonly [Segment, string])[]>();
  for (const driver of laid.drivers) {
    const component = components.get(driver.at);
    // Where no lead is there is nothing that could lose.
    if (!component || component.leads.size === 0) continue;
    const node = namesIn(laid, component)(driver.at);
    const source = sourceOf(laid, driver, node);
    const text = `${driver.box} ${driver.block} ${node} ${source.map(elementText).join(';')}\n${told(component)}`;
    const segment = segmentBy(text, () => segmentOf(laid, component, driver, source));
    segments.push(segment);
    for (const [root, name] of component.names) {
      const here = byRoot.get(root);
      if (here) here.push([segment, name]);
      else byRoot.set(root, [[segment, name]]);
    }
  }
  const at = new Map<string, readonly (readonly [Segment, string])[]>();
  for (const one of laid.plain.jacks) {
    const here = one.channel === 0 ? byRoot.get(laid.root(one.at)) : undefined;
    if (here) at.set(one.jack, here);
  }
  return { segments, at };
});

export const segmentsIn = (of: Reads<'boxes' | 'leads' | 'variant' | 'standing'>): readonly Segment[] =>
  networkIn(of).segments;
