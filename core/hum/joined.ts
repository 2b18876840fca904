// Wirings that hum as a rule, whatever is reckoned of them: shared supplies, several circuits, long unbalanced runs to a desk.
import { derive, isAudio, ownsEarth, type Box, type JackEnd, type Lead, type Reads } from '../model';
import { dcFeeds, groundOf, mainsBoxes, type Circuit, type DcFed, type DcOutlet } from '../power';
import { piecesOf } from './elimination';
import { endsIn, isDesk } from './ends';
import { rejectsOf } from './factors';
import { groundGraph } from './graph';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

/** Effects that turn what is little into what is loud: what comes in by their supply too. */
const HIGH_GAIN: readonly Box['blocks'][number]['category'][] = ['fuzz', 'distortion'];

/** What of a box's work makes a shared supply heard; null: nothing. */
export const loudBySupply = ({ jacks, blocks }: Box): 'digital' | 'high gain' | null => {
  if (jacks.some(({ converts }) => converts)) return 'digital';
  return blocks.some(({ category }) => HIGH_GAIN.includes(category)) ? 'high gain' : null;
};

/** Boxes that share the ground of their supply, with the one that is heard by it. */
export type SharedSupply = {
  readonly outlet: DcOutlet;
  readonly fed: readonly DcFed[];
  /** Those that send their clock into it, or raise what comes by it. */
  readonly loud: readonly DcFed[];
};

/** Outlets that share a ground and feed something digital or of high gain beside others. */
export const sharedSupplies = derive(
  ['boxes', 'leads', 'variant'],
  (of: Reads<'boxes' | 'leads' | 'variant'>): readonly SharedSupply[] => {
    const groups = new Map<string, { outlet: DcOutlet; fed: DcFed[] }>();
    for (const { outlet, fed } of dcFeeds(of)) {
      const group = groups.get(groundOf(outlet)) ?? { outlet, fed: [] };
      groups.set(groundOf(outlet), group);
      group.fed.push(...fed);
    }
    return [...groups.values()].flatMap(({ outlet, fed }) => {
      const loud = fed.filter(({ box }) => loudBySupply(box) !== null);
      return loud.length > 0 && fed.length > 1 ? [{ outlet, fed, loud }] : [];
    });
  },
);

/** A box with an earth of its own, and the circuit that brings it. */
export type OnCircuit = { readonly box: Box; readonly circuit: Circuit };

/** Boxes that shields or control leads join, on more than one circuit. */
export type Apart = {
  /** On the circuit that most are on. */
  readonly most: readonly OnCircuit[];
  readonly others: readonly OnCircuit[];
};

/** Where a rig hangs on several circuits; a desk hangs on the house's own. */
export const circuitsApart = derive(['boxes', 'leads', 'variant', 'stage'], (of: Of): readonly Apart[] => {
  const { circuits } = of.stage.mains;
  const noted = mainsBoxes(of).flatMap(({ box, wall }): OnCircuit[] => {
    const circuit = circuits.find(({ id }) => id === wall?.circuit);
    return circuit && ownsEarth(box) && !isDesk(box) ? [{ box, circuit }] : [];
  });
  if (new Set(noted.map(({ circuit }) => circuit)).size < 2) return [];
  const { nodes, ties } = groundGraph(of);
  const piece = piecesOf(
    nodes.length,
    ties.filter(({ kind, a, b }) => {
      const desks = [a, b].some((node) => nodes[node]?.box && isDesk(nodes[node].box));
      return (kind === 'signal' || kind === 'control') && !desks;
    }),
  );
  const groups = new Map<number, OnCircuit[]>();
  for (const one of noted) {
    const at = piece[nodes.findIndex(({ box }) => box === one.box)] ?? -1;
    groups.set(at, [...(groups.get(at) ?? []), one]);
  }
  return [...groups.values()].flatMap((group): Apart[] => {
    const held = new Map<Circuit, number>();
    for (const { circuit } of group) held.set(circuit, (held.get(circuit) ?? 0) + 1);
    if (held.size < 2) return [];
    const [[most] = []] = [...held].sort((a, b) => b[1] - a[1]);
    return [
      {
        most: group.filter(({ circuit }) => circuit === most),
        others: group.filter(({ circuit }) => circuit !== most),
      },
    ];
  });
});

/** A run to a desk that takes hum as it comes. */
export type UnbalancedRun = { readonly lead: Lead; readonly from: JackEnd; readonly to: JackEnd };

/** Leads to a desk that nothing balances or isolates. */
export const unbalancedRuns = derive(
  ['boxes', 'leads', 'variant'],
  (of: Reads<'boxes' | 'leads' | 'variant'>): readonly UnbalancedRun[] =>
    endsIn(of).flatMap(({ lead, ends }): UnbalancedRun[] => {
      const into = ends.find(({ box, jack }) => jack.direction === 'in' && isDesk(box));
      const out = ends.find((end) => end !== into);
      if (!into || !out || !isAudio(into.jack) || lead.kind === 'speaker') return [];
      return rejectsOf(of, lead) === 'nothing' ? [{ lead, from: out, to: into }] : [];
    }),
);
