// Leads that carry no sound: supply, mains, MIDI, control. Which two plugs of theirs stand in each other's place shows at
// the jacks, and where several ways are open by what is told of each: nothing needs to be traced.
import { jackKey, pluggedIn, type LeadKind, type Plugged, type Side } from '../model';
import { mayFeed, milliampsOf } from '../power';
import {
  clashes,
  clashingRuns,
  exchangeCure,
  exchanged,
  isClashing,
  isForSound,
  jacksOf,
  replugCure,
  type Exchange,
} from './exchange';
import type { Cure } from './cure';
import { everyJack, isFree, type View, type Wired } from './finding';

const SIDES: readonly Side[] = ['to', 'from'];

/** A lead that lies against its direction, from an input to an output. */
function isTurned(of: Wired, run: Plugged): boolean {
  const { from, to } = jacksOf(of, run);
  return from?.jack.direction === 'in' || to?.jack.direction === 'out';
}

/** From one box into itself: no lead is meant so. */
function isIntoItself(of: Wired, run: Plugged): boolean {
  const { from, to } = jacksOf(of, run);
  return from !== undefined && from.box === to?.box;
}

/** Low voltage to a box: whether its outlet may feed it, and what that leaves of the outlet, mA; null: it carries none. */
function feedOf(of: Wired, run: Plugged): { readonly fits: boolean; readonly spare: number } | null {
  const ends = Object.values(jacksOf(of, run)).flatMap((end) => end ?? []);
  const outlet = ends.find(({ jack }) => jack.dcOutlet !== undefined);
  const facts = outlet?.jack.dcOutlet;
  const fed = ends.find((end) => end !== outlet);
  if (!outlet || !facts || !fed) return null;
  const spare = (facts.milliamps?.value ?? 0) - milliampsOf(fed.box);
  // What might do by figures that nobody has looked up is not what was meant.
  return { fits: spare >= 0 && mayFeed({ ...outlet, facts }, fed.box), spare };
}

/**
 * An exchange with what speaks against it, of the two leads: boxes fed what they do not want, milliamps that are left over
 * (an outlet for much is not for a box that wants little), leads that lie turned.
 */
type Tried = {
  readonly exchange: Exchange;
  readonly unfit: number;
  readonly spare: number;
  readonly turned: number;
};

const byFit = (p: Tried, q: Tried): number => p.unfit - q.unfit || p.spare - q.spare || p.turned - q.turned;

function triedBetween(of: Wired, one: string, other: string): readonly Tried[] {
  const seen = new Set<string>();
  return SIDES.flatMap((a) => SIDES.map((b) => ({ a: { lead: one, side: a }, b: { lead: other, side: b } })))
    .map((exchange) => {
      const after = exchanged(of, exchange);
      const runs = pluggedIn(after).filter(({ lead }) => lead.id === one || lead.id === other);
      const has = (is: typeof isTurned) => runs.filter((run) => is(after, run)).length;
      const joins = runs.map(({ from, to }) => [...from, ...to].map(jackKey).sort().join(' ')).sort();
      const wrong = has(isClashing) + has(isIntoItself);
      const feeds = runs.flatMap((run) => feedOf(after, run) ?? []);
      const unfit = feeds.filter(({ fits }) => !fits).length;
      const spare = feeds.reduce((sum, feed) => sum + feed.spare, 0);
      return { exchange, wrong, unfit, spare, turned: has(isTurned), joins: joins.join(', ') };
    })
    .filter(({ wrong }) => wrong === 0)
    .sort(byFit)
    .filter(({ joins }) => !seen.has(joins) && seen.add(joins));
}

/**
 * Exchanges of a plug of one lead with one of another that leave no clash, each joining other jacks: those first by which
 * every box is fed what it wants and little is left over, then those after which the leads lie as they lay.
 */
export const waysBetween = (of: Wired, one: string, other: string): readonly Exchange[] =>
  triedBetween(of, one, other).map(({ exchange }) => exchange);

/** Leads of a foot: their plugs are taken for each other's as if they were of one kind. */
const FOOT: readonly LeadKind[] = ['expression', 'switch'];
const areAlike = (one: LeadKind, other: LeadKind): boolean =>
  one === other || (FOOT.includes(one) && FOOT.includes(other));

/** Leads that carry no sound and whose two ends are of one direction, each once: with another, or alone. */
export function serviceClashes(
  of: Wired,
): readonly { readonly lead: string; readonly with: Exchange | null }[] {
  const runs = clashingRuns(of).filter((run) => !isForSound(of, run));
  const paired = new Set<string>();
  return runs.flatMap(({ lead }, i) => {
    if (paired.has(lead.id)) return [];
    const like = runs
      .slice(i + 1)
      .filter((other) => !paired.has(other.lead.id) && areAlike(lead.kind, other.lead.kind));
    const ways = like.flatMap((other) => triedBetween(of, lead.id, other.lead.id));
    const exchange = ways.toSorted(byFit)[0]?.exchange ?? null;
    if (exchange) paired.add(exchange.b.lead);
    return [{ lead: lead.id, with: exchange }];
  });
}

/** A rig is tried with each of them: of a large one with every jack free that would take too long. */
const MOST_MOVES = 3;
/** More exchanges than this are not offered for trial. */
const MOST_WAYS = 24;

/** Every way to exchange plugs of two leads that carry no sound, then to move one alone; none where one does. */
export function serviceCures(view: View, { a, b }: Exchange): readonly Cure[] {
  const own = pluggedIn(view).filter(({ lead }) => lead.id === a.lead || lead.id === b.lead);
  if (own.some((run) => isForSound(view, run))) return [];
  return [
    ...waysBetween(view, a.lead, b.lead).map((exchange) => exchangeCure(view, exchange)),
    ...serviceMoves(view, a.lead),
    ...serviceMoves(view, b.lead),
  ];
}

/** One plug of a lead that carries no sound into a free jack of any box that its other end can be joined to. */
export function serviceMoves(view: View, leadId: string): readonly Cure[] {
  const run = pluggedIn(view).find(({ lead }) => lead.id === leadId);
  if (!run || isForSound(view, run)) return [];
  const ends = jacksOf(view, run);
  // First the plug that stands where the other belongs.
  const sides = ends.from?.jack.direction === 'in' ? SIDES.toReversed() : SIDES;
  return sides.flatMap((side) => {
    const far = ends[side === 'to' ? 'from' : 'to'];
    if (!far) return [];
    return everyJack(view)
      .filter(
        ({ box, jack }) =>
          box !== far.box &&
          jack.carries === far.jack.carries &&
          !clashes({ from: jack, to: far.jack }) &&
          isFree(view, box, jack),
      )
      .slice(0, MOST_MOVES)
      .map(({ box, jack }) => replugCure(view, leadId, side, { box: box.id, jack: jack.id }));
  });
}

/** Exchanges of MIDI plugs, those of leads at this box first. */
export function midiExchanges(view: View, box: string): readonly Cure[] {
  const runs = pluggedIn(view).filter(
    ({ lead, from, to }) => lead.kind === 'midi' && from.length > 0 && to.length > 0,
  );
  const isAt = ({ from, to }: Plugged) => [...from, ...to].some((ref) => ref.box === box);
  const near = [...runs.filter(isAt), ...runs.filter((run) => !isAt(run))];
  return near
    .flatMap((one, i) => near.slice(i + 1).flatMap((other) => waysBetween(view, one.lead.id, other.lead.id)))
    .slice(0, MOST_WAYS)
    .map((exchange) => exchangeCure(view, exchange));
}
