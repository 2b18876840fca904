// A stretch cut short: what of it is left where the leads behind a place are taken away.
import { solverOf, type Element } from '../circuit';
import { madeOf, putLead, putLoad, type Cable } from './parts';
import { byText, weakly } from '../units';
import { lookedInto, partText, type Part } from './route';
import { reachedBy, type Link, type Segment } from './segment';
import type { Stretch } from './stretches';

/** Leads that are away. */
type Away = ReadonlySet<string>;

const isThere = (away: Away) => (link: Link) => link.lead === null || !away.has(link.lead);

/** All that hangs together with a node while some leads are away. */
function hangingOn(start: string, segment: Segment, away: Away): readonly Element[] {
  const links = segment.links.filter(isThere(away));
  const reached = reachedBy(links, [start]);
  return [
    ...links.filter(({ from }) => reached.has(from)),
    ...segment.loads.filter(({ node }) => reached.has(node)),
  ].flatMap(({ elements }) => elements);
}

const LOAD = { ohm: 1e6, farad: 0 } as const;

/** What an input takes. */
export type Takes = { readonly ohm: number; readonly farad: number };

/** The node where a stretch stands behind so many of its leads. */
export function nodeBehind({ segment, leads, ends }: Stretch, count: number): string {
  if (count >= leads.length) return ends;
  const at = leads[count];
  return (at && segment.nodeOf(at.from)) ?? segment.driver.node;
}

const cutBehind = weakly((stretch: Stretch, count: number, isOpen: boolean): Part => {
  const { segment, leads, into } = stretch;
  const away = new Set(leads.slice(count).map(({ lead }) => lead.id));
  const ends = nodeBehind(stretch, count);
  const elements = [...segment.source, ...hangingOn(segment.driver.node, segment, away)];
  const isWhole = count >= leads.length && into !== null;
  const { ohm, farad } = into ?? LOAD;
  return {
    elements:
      isOpen || isWhole ? elements : [...elements, ...madeOf((put) => putLoad(put, 'end', ends, ohm, farad))],
    ends,
  };
});

/**
 * A stretch up to so many of its leads: the others are away, with all that hangs on them, and its input stands there.
 * Leads beside the way stay where they hang on what is left.
 * @param open true: without the input, to look back into it
 */
export const partUpTo = (stretch: Stretch, count: number, open = false): Part =>
  cutBehind(stretch, count, open);

/** A place within a lead of a stretch: its number there, and the piece of cable on this side of it. */
export type CutAt = { readonly lead: number; readonly cable: Cable };

/** A two-port out of a stretch: `first` and `last` are its ends; ends at the driver and the input hold source and load. */
export type Piece = { readonly elements: readonly Element[]; readonly first: string; readonly last: string };

/**
 * What of a stretch lies between two places where something is put into its leads.
 * @param from null: from its driver, whose source is in it
 * @param to null: up to its input, which is in it
 */
export function pieceBetween(stretch: Stretch, from: CutAt | null, to: CutAt | null): Piece {
  const { segment, leads, ends } = stretch;
  const [start, end] = [from && leads[from.lead], to && leads[to.lead]];
  const away = new Set([start, end].flatMap((one) => (one ? [one.lead.id] : [])));
  const begins = (start && segment.nodeOf(start.to)) ?? segment.driver.node;
  const leaves = (end && segment.nodeOf(end.from)) ?? ends;
  return {
    elements: [
      ...(from ? [] : segment.source),
      ...hangingOn(begins, segment, away),
      ...madeOf((put) => {
        if (from) putLead(put, from.cable, 'first', 'cut_in', begins);
        if (to) putLead(put, to.cable, 'last', leaves, 'cut_out');
      }),
    ],
    first: from ? 'cut_in' : 'drv',
    last: to ? 'cut_out' : ends,
  };
}

/** A source by one lead into an input, and nothing else. */
export function byOneLead(
  source: readonly Element[],
  node: string,
  lead: Cable | null,
  { ohm, farad }: Takes,
): Part {
  const ends = lead ? 'far_end' : node;
  return {
    elements: [
      ...source,
      ...madeOf((put) => {
        if (lead) putLead(put, lead, 'ref', node, ends);
        putLoad(put, 'ref', ends, ohm, farad);
      }),
    ],
    ends,
  };
}

/** Below the range where coils and capacitors tell, Hz. */
const LOW_HZ = 100;

const ohmOf = (part: Part): number => solverOf(lookedInto(part), [part.ends]).run([LOW_HZ]).re[0]?.[0] ?? 0;

const KEPT = 500;

/** The source resistance at the end of a part, looking back into it, ohm. */
export const ohmBehind = byText(partText, ohmOf, KEPT);
