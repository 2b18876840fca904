// One plug misplaced, or leads crossed: the move or the one or two exchanges that bring a wiring back to where a sensible
// one has its leads.
import type { Cure } from './cure';
import { derive, isLink, pluggedIn, type Plugged } from '../model';
import { bareOf } from './bare';
import { candidatesOf, exchangeCure, exchanged, jacksOf, type Candidate, type Exchange } from './exchange';
import type { View, Wired } from './finding';
import { bestMove, moved, type Misplaced } from './misplaced';
import {
  bestTrial,
  compareScores,
  doesBetter,
  idleLeads,
  passedByIn,
  type Judged,
  type Score,
} from './score';
import { speakerCrossingsIn } from './speaker-astray';
import { isOpenAgain, isWhole, suspectsIn } from './suspects';

/** A crossing of two leads, among all that explain the wiring. */
export type Crossing = { readonly exchange: Exchange; readonly all: readonly Exchange[] };

/** Trial wirings that are traced, for one exchange and for two. */
const MOST_TRIALS = { one: 24, two: 24 } as const;
/** With more leads in question than this no two exchanges explain them. */
const MOST_LEADS = 10;

/** One exchange or several at once, with what they leave wrong before anything is heard. */
type Way = { readonly exchanges: readonly Exchange[]; readonly clashes: number; readonly intoItself: number };

const wayOf = (clashes: number, own: readonly Candidate[]): Way => ({
  exchanges: own,
  clashes: own.reduce((sum, { left, cleared }) => sum + left - cleared, clashes),
  intoItself: own.reduce((sum, one) => sum + one.intoItself, 0),
});

type Tried = { readonly exchanges: readonly Exchange[]; readonly score: Score };

/**
 * Whether two exchanges explain a wiring better than one: by more than the order in which boxes are met, or by meeting
 * every box in the order of its jacks where one does not.
 */
const explainsMore = (two: Tried, one: Tried): boolean =>
  doesBetter(two.score, one.score) || (compareScores(two.score, one.score) < 0 && two.score.at(-1) === 0);

/** Leads from what gives one level into what is made for another. */
const unlike = (of: Wired): number =>
  pluggedIn(of).filter((run) => {
    const { from, to } = jacksOf(of, run);
    return from && to && from.jack.carries !== to.jack.carries;
  }).length;

/** The best of several ways to exchange plugs that leave no clash, by tracing the likeliest. */
function bestOf(of: Judged, ways: readonly Way[], most: number): Tried | null {
  const trials = ways
    .filter(({ clashes: left }) => left === 0)
    .sort((a, b) => a.intoItself - b.intoItself)
    .slice(0, most)
    .map(({ exchanges }) => ({
      of: exchanges,
      wired: exchanges.reduce((wired: Judged, exchange) => exchanged(wired, exchange), of),
    }));
  const best = bestTrial(of, trials, undefined, unlike);
  return best && { exchanges: best.of, score: best.score };
}

/** Leads with a plug in a box that the signal may come by twice: at least two inputs or two outputs hold a lead. */
function leadsOfHubs(of: Wired, whole: readonly Plugged[]): readonly string[] {
  const used = new Map<string, { in: number; out: number }>();
  const boxesOf = ({ from, to }: Plugged) => [from, to].flatMap((refs) => refs[0]?.box ?? []);
  for (const run of whole)
    for (const end of Object.values(jacksOf(of, run)))
      if (end?.jack.direction === 'in' || end?.jack.direction === 'out') {
        const count = used.get(end.box.id) ?? { in: 0, out: 0 };
        used.set(end.box.id, { ...count, [end.jack.direction]: count[end.jack.direction] + 1 });
      }
  const isHub = (box: string) => (used.get(box)?.in ?? 0) > 1 || (used.get(box)?.out ?? 0) > 1;
  return whole.filter((run) => boxesOf(run).some(isHub)).map(({ lead }) => lead.id);
}

const leadsIn = ({ a, b }: Exchange) => [a.lead, b.lead];

/** Every two exchanges between plugs of these leads that have no lead in common. */
function pairsOf(of: Wired, leads: readonly string[]): readonly (readonly Candidate[])[] {
  const all = candidatesOf(of, leads, leads);
  return all.flatMap((p, i) =>
    all.slice(i + 1).flatMap((q) => (leadsIn(q).some((lead) => leadsIn(p).includes(lead)) ? [] : [[p, q]])),
  );
}

/** The one exchange that does best. */
const bestOne = derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of: Judged): Tried | null => {
  const { clashing, leads } = suspectsIn(of);
  const ways = candidatesOf(of, leads).map((exchange) => wayOf(clashing.length, [exchange]));
  return bestOf(of, ways, MOST_TRIALS.one);
});

/** The one plug whose move makes all right, unless an exchange does so and leaves less out of use. */
const misplaced = derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of: Judged): Misplaced | null => {
  const suspects = suspectsIn(of);
  const best = bestMove(of, suspects.leads);
  if (!best) return null;
  const idle = idleLeads(moved(of, best.move));
  if (idle === 0 && passedByIn(best.score) === 0) return best.move;
  const one = bestOne(of);
  if (!one || !isWhole(one.score, suspects)) return best.move;
  const exchange = one.exchanges.reduce((now: Judged, each) => exchanged(now, each), of);
  const apart = compareScores(one.score, best.score) || idleLeads(exchange) - idle;
  return apart < 0 ? null : best.move;
});

/**
 * The plug whose move makes all right, where something clashes or rings; null: no single one does, an exchange does it
 * better, or speaker level went astray by two that stand in each other's place.
 */
export const misplacedIn = (of: Judged): Misplaced | null =>
  suspectsIn(of).leads.length > 0 && speakerCrossingsIn(of).length === 0 ? misplaced(bareOf(of)) : null;

const crossed = derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Exchange[] => {
  const suspects = suspectsIn(of);
  const { clashing } = suspects;
  const one = bestOne(of);
  if (one && isWhole(one.score, suspects)) return one.exchanges.map(({ a, b }) => ({ a, b }));
  const whole = pluggedIn(of).filter((run) => !isLink(run.lead) && run.from.length > 0 && run.to.length > 0);
  const leads = [...new Set([...clashing, ...leadsOfHubs(of, whole)])];
  const pairs = () => pairsOf(of, leads).map((own) => wayOf(clashing.length, own));
  const two = leads.length <= MOST_LEADS ? bestOf(of, pairs(), MOST_TRIALS.two) : null;
  const best = two && (!one || explainsMore(two, one)) ? two : one;
  return best && isOpenAgain(best.score, suspects) ? best.exchanges.map(({ a, b }) => ({ a, b })) : [];
});

/**
 * The exchanges that explain what is wrong with a wiring: those that speaker level went astray by, and of what is wrong
 * without them one where it makes all right, else two where they do better; none where nothing clashes and no lead
 * closes a ring, where one plug alone is misplaced, or where no exchange makes both go.
 */
export function crossingsIn(of: Judged): readonly Exchange[] {
  if (suspectsIn(of).leads.length === 0 || misplacedIn(of)) return [];
  const speakers = speakerCrossingsIn(of);
  if (speakers.length === 0) return crossed(bareOf(of));
  return [...speakers, ...crossingsIn(speakers.reduce((wired, exchange) => exchanged(wired, exchange), of))];
}

/** The other exchanges of several that explain a wiring together: a cure of one is judged with them done. */
export const alongWith = (view: View, { exchange, all }: Crossing): readonly Cure[] =>
  all.filter((other) => other !== exchange).map((other) => exchangeCure(view, other));

/** The exchanges that explain a wiring as cures; with `leads` those alone that have to do with one of them. */
export const crossingCures = (view: View, leads?: readonly string[]): readonly Cure[] =>
  crossingsIn(view)
    .filter((exchange) => !leads || leadsIn(exchange).some((lead) => leads.includes(lead)))
    .map((exchange) => exchangeCure(view, exchange));

/** Does an exchange clear a lead between two of a kind? */
export const clearsClash = (of: Judged, exchange: Exchange): boolean =>
  leadsIn(exchange).some((lead) => suspectsIn(of).clashing.includes(lead));

/**
 * The exchanges that a ring is told by, where there is one: those that clear no clash, else those of its leads. The
 * others are told as leads between two of a kind.
 */
export function toldByRing(of: Judged, all: readonly Exchange[]): readonly Exchange[] {
  const { ringing } = suspectsIn(of);
  if (ringing.length === 0) return [];
  const open = all.filter((exchange) => !clearsClash(of, exchange));
  if (open.length > 0) return open;
  const touching = all.filter((exchange) => leadsIn(exchange).some((lead) => ringing.includes(lead)));
  return touching.length > 0 ? touching : all;
}
