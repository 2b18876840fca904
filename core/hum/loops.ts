// Ground loops of a rig by number and by name.
import { derive, inNight, type Box, type Lead, type Rig } from '../model';
import { count, inWords } from '../units';
import { cyclesIn } from './cycles';
import { groundGraph, type GroundGraph, type Tie } from './graph';
import { loopCount } from './network';

/** Ground loops as independent cycles of the ground graph. */
export const loopsIn = derive(['boxes', 'leads', 'variant', 'stage'], (of): number => {
  const { nodes, ties } = groundGraph(of);
  return loopCount({ nodes: nodes.length, edges: ties.map((tie) => ({ ...tie, emfV: 0, breakCost: null })) });
});

export const groundLoops = (rig: Rig, variant: string | null): number => loopsIn(inNight(rig, variant));

/** What a loop goes by, the most telling first. */
export type LoopGroup = 'control' | 'supply' | 'mains' | 'stage runs' | 'patches';

/** Two boxes of a loop that something joins which is no lead of the signal: earths, a supply, a lead beside it. */
export type LoopLink = { readonly from: Box; readonly to: Box; readonly words: string };

/** One loop, for people. */
export type GroundLoop = {
  /** What it is made of: the same as long as it is the same loop. */
  readonly key: string;
  readonly group: LoopGroup;
  readonly words: string;
  readonly leads: readonly Lead[];
  readonly boxes: readonly Box[];
  readonly ties: readonly Tie[];
  readonly links: readonly LoopLink[];
};

type Of = Parameters<typeof loopsIn>[0];

function groupOf(ties: readonly Tie[], boxes: readonly Box[]): LoopGroup {
  const has = (kind: Tie['kind']) => ties.some((tie) => tie.kind === kind);
  if (has('control')) return 'control';
  if (has('supply')) return 'supply';
  if (has('earth') || has('building') || has('chassis')) return 'mains';
  return new Set(boxes.map(({ place }) => place)).size > 1 ? 'stage runs' : 'patches';
}

const leadWords = (leads: readonly Lead[]): string =>
  `lead${leads.length > 1 ? 's' : ''} ${inWords(leads.map(({ number }) => String(number)))}`;

/** What a loop goes by, in words: `leads 3 and 4 between Unit and Head`, `lead 5, and the earths of Unit and Head`. */
function wordsOf(
  of: Of,
  nodes: GroundGraph['nodes'],
  leads: readonly Lead[],
  ties: readonly Tie[],
  boxes: readonly Box[],
): string {
  const named = (kind: Tie['kind']) =>
    of.boxes.flatMap((box) => (ties.some((tie) => tie.kind === kind && tie.box === box) ? [box.name] : []));
  const [earths, supplies] = [named('earth'), named('supply')];
  const racks = new Set(
    ties
      .flatMap(({ kind, a, b }) => (kind === 'chassis' ? [nodes[a], nodes[b]] : []))
      .map((node) => node?.id),
  );
  const touching = of.stage.places.filter(({ id }) => racks.has(id)).map(({ name }) => name);
  const parts = [
    ...(leads.length > 0 ? [leadWords(leads)] : []),
    ...(supplies.length > 0 ? [`the shared outlets of ${inWords(supplies)}`] : []),
    ...(touching.length > 0 ? [`the chassis that touch in ${inWords(touching)}`] : []),
    ...(earths.length > 0 ? [`the earth${earths.length > 1 ? 's' : ''} of ${inWords(earths)}`] : []),
  ];
  const between = parts.length === 1 ? ` between ${inWords(boxes.map(({ name }) => name))}` : '';
  return `${inWords(parts)}${between}`;
}

const LINK_WORDS: Readonly<Record<Exclude<Tie['kind'], 'signal'>, string>> = {
  control: 'lead',
  supply: 'supply',
  earth: 'earths',
  building: 'earths',
  chassis: 'rack',
};

/** The nodes that a closed way passes, in order, each before its tie. */
function walked(ties: readonly Tie[]): readonly number[] {
  const [first, second] = ties;
  if (!first || !second) return [];
  let at = first.a === second.a || first.a === second.b ? first.b : first.a;
  // Two ties between the same two nodes can be begun at either.
  return ties.map(({ a, b }) => {
    const here = at;
    at = a === here ? b : a;
    return here;
  });
}

/** Stretches of a loop from box to box that no lead of the signal makes. */
function linksOf(nodes: GroundGraph['nodes'], ties: readonly Tie[]): readonly LoopLink[] {
  const at = walked(ties);
  const start = at.findIndex((node) => nodes[node]?.box);
  const links: LoopLink[] = [];
  let [from, words]: [Box | null, string] = [null, ''];
  for (let i = 0; i <= ties.length && start >= 0; i += 1) {
    const n = (start + i) % ties.length;
    const box = nodes[at[n] ?? -1]?.box ?? null;
    if (box) {
      if (from && words) links.push({ from, to: box, words });
      [from, words] = [box, ''];
    }
    const tie = ties[n];
    if (tie && tie.kind !== 'signal')
      words ||= tie.kind === 'control' && tie.lead ? `lead ${tie.lead.number}` : LINK_WORDS[tie.kind];
  }
  return links;
}

const keyOf = (ties: readonly Tie[]): string =>
  ties
    .map(({ kind, lead, box, a, b }) => lead?.id ?? `${kind}:${box?.id ?? `${a}-${b}`}`)
    .sort()
    .join(' ');

/** Every independent loop, the shortest first. */
export const namedLoops = derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly GroundLoop[] => {
  const graph = groundGraph(of);
  return cyclesIn(graph).map((ties): GroundLoop => {
    // A mains lead is told as the earth of its box.
    const leads = ties.flatMap(({ lead, kind }) => (lead && kind !== 'earth' ? [lead] : []));
    const met = new Set(ties.flatMap(({ a, b }) => [graph.nodes[a]?.box, graph.nodes[b]?.box]));
    const boxes = of.boxes.filter((box) => met.has(box));
    const byNumber = leads.toSorted((a, b) => a.number - b.number);
    return {
      key: keyOf(ties),
      links: linksOf(graph.nodes, ties),
      group: groupOf(ties, boxes),
      words: wordsOf(of, graph.nodes, byNumber, ties, boxes),
      leads: byNumber,
      boxes,
      ties,
    };
  });
});

/** How many there are of each group, in words: `2 by stage runs, 1 by the mains`. */
export function groupWords(loops: readonly Pick<GroundLoop, 'group'>[]): string {
  const by: Readonly<Record<LoopGroup, string>> = {
    'stage runs': 'stage runs',
    patches: 'patches',
    supply: 'a shared supply',
    mains: 'the mains',
    control: 'control leads',
  };
  return (Object.keys(by) as LoopGroup[])
    .map((group) => ({ group, n: loops.filter((loop) => loop.group === group).length }))
    .filter(({ n }) => n > 0)
    .map(({ group, n }, i) => `${i === 0 ? count(n, 'loop') : n} by ${by[group]}`)
    .join(', ');
}
