// Shields that are opened so that something is left without its ground.
import { derive, isAudio, type Box, type Jack, type JackEnd, type Lead, type Reads } from '../model';
import { piecesOf } from './elimination';
import { endsIn, type LeadEnds } from './ends';
import { groundGraph, type GroundGraph } from './graph';

/** A lead with what opens its shield at each end. */
export type Opened = {
  readonly lead: Lead;
  /** In the order of its ends. */
  readonly ends: readonly [JackEnd, JackEnd];
  readonly open: readonly [Opener | null, Opener | null];
};

/** What stands in the lead itself, or a switch of the box at that end. */
export type Opener = 'lead' | 'jack';

/** A transformer hands the signal on without its ground, and a pair has its return beside the shield. */
const NEEDS_GROUND: readonly Lead['break']['kind'][] = ['lift', 'cap'];

function openedOf({ lead, ends: [a, b], grounds }: LeadEnds): Opened | null {
  if (!a || !b || !isAudio(a.jack) || !isAudio(b.jack) || lead.kind === 'speaker') return null;
  const byLead = (end: 'from' | 'to'): boolean =>
    NEEDS_GROUND.includes(lead.break.kind) && (lead.break.end ?? 'to') === end;
  const openerAt = (
    end: 'from' | 'to',
    { jack }: JackEnd,
    ground: Jack['ground'] | undefined,
  ): Opener | null => {
    if (byLead(end)) return 'lead';
    return ground === 'lifted' && jack.balance !== 'transformer' ? 'jack' : null;
  };
  const open = [openerAt('from', a, grounds[0]), openerAt('to', b, grounds[1])] as const;
  return open[0] === null && open[1] === null ? null : { lead, ends: [a, b], open };
}

/** Signal leads whose shield is open at an end. */
const openedIn = derive(['boxes', 'leads', 'variant'], (of): readonly Opened[] =>
  endsIn(of).flatMap((entry) => openedOf(entry) ?? []),
);

/** Leads that are opened at one end while the box at the other lifts its own: the shield joins nothing and keeps nothing off. */
export const bothEnds = (of: Reads<'boxes' | 'leads' | 'variant'>): readonly Opened[] =>
  openedIn(of).filter(({ open }) => open.includes('lead') && !open.includes(null));

/** Has a piece of the ground graph an earth? */
const isEarthed = ({ nodes, ties }: GroundGraph, piece: Int32Array, own: number): boolean =>
  ties.some(({ kind, a }) => kind === 'earth' && piece[a] === own) ||
  nodes.some(({ is }, i) => is === 'building' && piece[i] === own);

/** A lead whose opened shield was the last ground that its two ends had in common, and the box that is left without. */
export type Adrift = { readonly opened: Opened; readonly box: Box };

/**
 * Boxes that an opened shield leaves without a ground in common with what they are plugged to: the signal has no return. The one
 * that is told is on the side without an earth, else the one with fewer boxes on its side.
 */
export const adriftIn = derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly Adrift[] => {
  // A pair brings its own return along, and so does what a box's own switch lifts: its sleeve is not its ground.
  const opened = openedIn(of).filter(
    ({ lead, open }) => lead.kind !== 'balanced' && open.includes('lead') && open.includes(null),
  );
  if (opened.length === 0) return [];
  const graph = groundGraph(of);
  const piece = piecesOf(graph.nodes.length, graph.ties);
  const pieceOf = ({ box }: JackEnd) => piece[graph.nodes.findIndex((node) => node.box === box)] ?? -1;
  return opened.flatMap((one): Adrift[] => {
    const [a, b] = one.ends.map(pieceOf);
    if (a === undefined || b === undefined || a === b) return [];
    const earthed = [a, b].map((own) => isEarthed(graph, piece, own));
    const sizes = [a, b].map((own) => graph.nodes.filter((_, i) => piece[i] === own).length);
    const isFirst = earthed[0] === earthed[1] ? (sizes[0] ?? 0) < (sizes[1] ?? 0) : earthed[1] === true;
    return [{ opened: one, box: one.ends[isFirst ? 0 : 1].box }];
  });
});
