// Speaker level where nothing is made for it: two plugs in each other's jack, or a signal lead's plug in a tap.
import { derive, isLink, pluggedIn, type JackEnd, type JackRef, type Plugged, type Side } from '../model';
import { isTail } from '../power';
import { bareOf } from './bare';
import type { Cure } from './cure';
import {
  candidatesOf,
  exchangeCure,
  exchanged,
  jacksOf,
  replugCure,
  withEnds,
  type Exchange,
} from './exchange';
import type { View, Wired } from './finding';
import { healsIn } from './loose';
import { bestTrial, compareScores, scoreOf, type Judged } from './score';

const givesSpeakerLevel = ({ jack }: JackEnd): boolean =>
  jack.carries === 'speaker' && jack.direction !== 'in';

const takesPower = ({ jack }: JackEnd): boolean => (jack.speaker?.isLoad ?? 'never') !== 'never';

/** Speaker level goes into what is made for it, and a load gets nothing else; a Y takes and gives whatever comes. */
export function areMadeForEachOther(a: JackEnd, b: JackEnd): boolean {
  if (isTail(a) || isTail(b)) return true;
  if (givesSpeakerLevel(a)) return b.jack.speaker !== undefined;
  if (givesSpeakerLevel(b)) return a.jack.speaker !== undefined;
  return !takesPower(a) && !takesPower(b);
}

type Ends = { readonly from: JackEnd; readonly to: JackEnd };

const endsOf = (of: Wired, run: Plugged): Ends | null => {
  const { from, to } = jacksOf(of, run);
  return from && to ? { from, to } : null;
};

const carriesSpeakerLevel = ({ from, to }: Ends) => givesSpeakerLevel(from) || givesSpeakerLevel(to);

/** Leads that bring speaker level where nothing is made for it. */
const straying = derive(['boxes', 'leads', 'variant'], (of): readonly string[] =>
  pluggedIn(of).flatMap((run) => {
    const ends = isLink(run.lead) ? null : endsOf(of, run);
    return ends && carriesSpeakerLevel(ends) && !areMadeForEachOther(ends.from, ends.to) ? [run.lead.id] : [];
  }),
);

/** Speaker leads that carry something else, and other leads that carry speaker level. */
const ofWrongKind = (of: Wired): number =>
  pluggedIn(of).filter((run) => {
    const ends = endsOf(of, run);
    return ends !== null && (run.lead.kind === 'speaker') !== carriesSpeakerLevel(ends);
  }).length;

/** Trial wirings that are traced. */
const MOST_TRIALS = 24;

/** The exchange of a plug of this lead that leaves both leads between jacks made for each other, and does best. */
function bestFor(of: Judged, lead: string): Exchange | null {
  const isRight = (wired: Judged, id: string) =>
    pluggedIn(wired).some((run) => {
      const ends = run.lead.id === id ? endsOf(wired, run) : null;
      return ends !== null && areMadeForEachOther(ends.from, ends.to);
    });
  const trials = candidatesOf(of, [lead])
    .filter(({ left, intoItself }) => left === 0 && intoItself <= 0)
    .map(({ a, b }) => ({ of: { a, b }, wired: exchanged(of, { a, b }) }))
    .filter(({ of: { a, b }, wired }) => isRight(wired, a.lead) && isRight(wired, b.lead))
    .slice(0, MOST_TRIALS);
  if (trials.length === 0) return null;
  const before = scoreOf(of);
  return bestTrial(of, trials, (score) => compareScores(score, before) <= 0, ofWrongKind)?.of ?? null;
}

const searched = derive(
  ['boxes', 'leads', 'variant', 'sounds', 'wants'],
  (of: Judged): readonly Exchange[] => {
    const found: Exchange[] = [];
    let now = of;
    for (const lead of straying(of)) {
      const exchange = straying(now).includes(lead) ? bestFor(now, lead) : null;
      if (!exchange) continue;
      found.push(exchange);
      now = exchanged(now, exchange);
    }
    return found;
  },
);

/**
 * The exchanges that bring each lead with speaker level back to what is made for it, one for each such lead that has
 * one; they hold together, and whatever else is wrong.
 */
export const speakerCrossingsIn = (of: Judged): readonly Exchange[] =>
  straying(of).length === 0 ? [] : searched(bareOf(of));

/** A plug of a signal lead that stands in a speaker output, and the free jack where it would bring back most. */
type Homing = { readonly lead: string; readonly side: Side; readonly to: JackRef };

const homing = derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of: Judged): readonly Homing[] =>
  pluggedIn(of).flatMap((run): Homing[] => {
    const ends = straying(of).includes(run.lead.id) && run.lead.kind !== 'speaker' ? endsOf(of, run) : null;
    if (!ends) return [];
    const side = givesSpeakerLevel(ends.from) ? 'from' : 'to';
    const pulled = withEnds(of, new Map([[run.lead.id, { [side]: [] }]]));
    const heal = healsIn(pulled).find(({ loose }) => loose.run.lead.id === run.lead.id);
    return heal ? [{ lead: run.lead.id, side, to: heal.to }] : [];
  }),
);

const homingsIn = (of: Judged): readonly Homing[] => (straying(of).length === 0 ? [] : homing(bareOf(of)));

/** What brings speaker level on these leads back to what is made for it, or these leads out of a speaker output. */
export function astrayCures(view: View, leads: readonly string[]): readonly Cure[] {
  const exchanges = speakerCrossingsIn(view).filter(({ a, b }) =>
    [a, b].some(({ lead }) => leads.includes(lead)),
  );
  const replugs = homingsIn(view)
    .filter(({ lead }) => leads.includes(lead))
    .map(({ lead, side, to }) => replugCure(view, lead, side, to));
  return [...exchanges.map((exchange) => exchangeCure(view, exchange)), ...replugs];
}
