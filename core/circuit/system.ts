// A netlist as a linear system: its unknowns, and what every part puts where (modified nodal analysis).
import { GROUND, type Element, type Netlist } from './netlist';

/**
 * What stands at a place of the matrix at ω: `g + jωc − j·gamma/ω`. A place in the column behind the last unknown is the
 * right side.
 */
export type Entry = {
  readonly row: number;
  readonly column: number;
  g: number;
  c: number;
  gamma: number;
  /** The part of the right side that is imaginary. */
  quadrature: number;
};

export type System = {
  /** Nodes by name, then currents of sources and of inductors that are coupled or shorts. */
  readonly unknowns: readonly string[];
  readonly entries: readonly Entry[];
};

/** Inductors that are unknowns of their own: coupled ones, and shorts. */
function branchesOf(elements: readonly Element[]): ReadonlyMap<string, number> {
  const coupled = new Set(elements.flatMap((one) => (one.kind === 'K' ? one.inductors : [])));
  const own = elements.filter(
    ({ kind, name, value }) =>
      kind === 'V' ||
      kind === 'E' ||
      (kind === 'L' && (coupled.has(name) || value === 0)) ||
      (kind === 'R' && value === 0),
  );
  return new Map(own.map(({ name }, i) => [name, i]));
}

/** The nodes of a netlist in the order in which they are named, ground left out. */
export function nodesOf({ elements }: Netlist): readonly string[] {
  const nodes = new Set<string>();
  for (const element of elements) {
    if (element.kind === 'K') continue;
    nodes.add(element.from).add(element.to);
    if (element.kind === 'E') nodes.add(element.controlFrom).add(element.controlTo);
  }
  nodes.delete(GROUND);
  return [...nodes];
}

/** The equations of a netlist: currents at each node, and one for each source and each inductor with a current of its own. */
export function systemOf(netlist: Netlist): System {
  const { elements } = netlist;
  const nodes = nodesOf(netlist);
  const branches = branchesOf(elements);
  const unknowns = [...nodes, ...branches.keys()];
  const at = new Map(nodes.map((node, i) => [node, i]));
  const entries = new Map<number, Entry>();
  const put = (row: number | undefined, column: number | undefined, what: Partial<Entry>) => {
    if (row === undefined || column === undefined) return;
    const key = row * (unknowns.length + 1) + column;
    const entry = entries.get(key) ?? { row, column, g: 0, c: 0, gamma: 0, quadrature: 0 };
    entry.g += what.g ?? 0;
    entry.c += what.c ?? 0;
    entry.gamma += what.gamma ?? 0;
    entry.quadrature += what.quadrature ?? 0;
    entries.set(key, entry);
  };
  const scaled = (what: Partial<Entry>, by: number): Partial<Entry> => ({
    g: (what.g ?? 0) * by,
    c: (what.c ?? 0) * by,
    gamma: (what.gamma ?? 0) * by,
  });
  const admittance = (from: string, to: string, what: Partial<Entry>) => {
    const [a, b] = [at.get(from), at.get(to)];
    put(a, a, what);
    put(b, b, what);
    put(a, b, scaled(what, -1));
    put(b, a, scaled(what, -1));
  };
  const current = new Map([...branches].map(([name, i]) => [name, nodes.length + i]));
  const right = unknowns.length;
  for (const element of elements) {
    if (element.kind === 'K') {
      const [a, b] = element.inductors;
      const [l1, l2] = [a, b].map((name) => elements.find((one) => one.name === name)?.value ?? 0);
      const mutual = element.value * Math.sqrt((l1 ?? 0) * (l2 ?? 0));
      put(current.get(a), current.get(b), { c: -mutual });
      put(current.get(b), current.get(a), { c: -mutual });
      continue;
    }
    const { kind, name, from, to, value } = element;
    const own = current.get(name);
    if (own === undefined) {
      if (kind === 'R') admittance(from, to, { g: 1 / value });
      else if (kind === 'C') admittance(from, to, { c: value });
      else admittance(from, to, { gamma: 1 / value });
      continue;
    }
    const [a, b] = [at.get(from), at.get(to)];
    put(a, own, { g: 1 });
    put(b, own, { g: -1 });
    put(own, a, { g: 1 });
    put(own, b, { g: -1 });
    if (kind === 'L') put(own, own, { c: -value });
    if (kind === 'E') {
      put(own, at.get(element.controlFrom), { g: -value });
      put(own, at.get(element.controlTo), { g: value });
    }
    if (kind === 'V' && value !== 0) {
      const radians = (element.phase * Math.PI) / 180;
      put(own, right, { g: value * Math.cos(radians), quadrature: value * Math.sin(radians) });
    }
  }
  return { unknowns, entries: [...entries.values()] };
}
