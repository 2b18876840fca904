// Shields that are opened so that something is left without its ground.
import {
  chosen,
  derive,
  endAt,
  isAudio,
  pluggedIn,
  type Box,
  type JackEnd,
  type Lead,
  type Plugged,
  type Reads,
} from '../model';
import { resolveIn } from '../signal';
import { piecesOf } from './elimination';
import { groundGraph, type GroundGraph } from './graph';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

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

function openedOf(of: Of, { lead, from, to }: Plugged): Opened | null {
  const [a, b] = [endAt(of, chosen(from, undefined)), endAt(of, chosen(to, undefined))];
  if (!a || !b || !isAudio(a.jack) || !isAudio(b.jack) || lead.kind === 'speaker') return null;
  const resolved = resolveIn({ ...of, sound: null });
  const byJack = ({ box, jack }: JackEnd): Opener | null => {
    const ground = resolved.jackMode(box, jack).mode?.ground ?? jack.ground;
    return ground === 'lifted' && jack.balance !== 'transformer' ? 'jack' : null;
  };
  const byLead = (end: 'from' | 'to'): Opener | null =>
    NEEDS_GROUND.includes(lead.break.kind) && (lead.break.end ?? 'to') === end ? 'lead' : null;
  const open = [byLead('from') ?? byJack(a), byLead('to') ?? byJack(b)] as const;
  return open[0] === null && open[1] === null ? null : { lead, ends: [a, b], open };
}

/** Signal leads whose shield is open at an end. */
const openedIn = derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly Opened[] =>
  pluggedIn(of).flatMap((entry) => openedOf(of, entry) ?? []),
);

/** Leads that are opened at one end while the box at the other lifts its own: the shield joins nothing and keeps nothing off. */
export const bothEnds = (of: Of): readonly Opened[] =>
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
