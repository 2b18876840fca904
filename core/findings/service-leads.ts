// Leads that carry no sound: supply, mains, MIDI, control. Which two plugs of theirs stand in each other's place shows at
// the jacks, and where several ways are open by what is told of each: nothing needs to be traced.
import { isLink, pluggedIn, type LeadKind, type Plugged } from '../model';
import {
  clashes,
  clashingRuns,
  exchangeCure,
  exchanged,
  isForSound,
  jacksOf,
  replugCure,
  type Exchange,
  type Side,
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

function isClashing(of: Wired, run: Plugged): boolean {
  const { from, to } = jacksOf(of, run);
  return clashes({ from: from?.jack, to: to?.jack });
}

/** Exchanges of a plug of one with one of the other that leave no clash; those first after which fewer leads lie turned. */
export function waysBetween(of: Wired, one: string, other: string): readonly Exchange[] {
  return SIDES.flatMap((a) => SIDES.map((b) => ({ a: { lead: one, side: a }, b: { lead: other, side: b } })))
    .map((exchange) => {
      const after = exchanged(of, exchange);
      const runs = pluggedIn(after).filter(({ lead }) => lead.id === one || lead.id === other);
      const has = (is: typeof isTurned) => runs.filter((run) => is(after, run)).length;
      return { exchange, clash: has(isClashing), self: has(isIntoItself), turned: has(isTurned) };
    })
    .filter(({ clash, self }) => clash === 0 && self === 0)
    .sort((p, q) => p.turned - q.turned)
    .map(({ exchange }) => exchange);
}

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
    const exchange = like.flatMap((other) => waysBetween(of, lead.id, other.lead.id))[0] ?? null;
    if (exchange) paired.add(exchange.b.lead);
    return [{ lead: lead.id, with: exchange }];
  });
}

/** Every way to exchange plugs of two leads that carry no sound, then to move one alone; none where one does. */
export function* serviceCures(view: View, { a, b }: Exchange): Generator<Cure> {
  const own = pluggedIn(view).filter(({ lead }) => lead.id === a.lead || lead.id === b.lead);
  if (own.some((run) => isForSound(view, run))) return;
  for (const exchange of waysBetween(view, a.lead, b.lead)) yield exchangeCure(view, exchange);
  yield* serviceMoves(view, a.lead);
  yield* serviceMoves(view, b.lead);
}

/** One plug of a lead that carries no sound into a free jack of any box that its other end can be joined to. */
export function* serviceMoves(view: View, leadId: string): Generator<Cure> {
  const run = pluggedIn(view).find(({ lead }) => lead.id === leadId);
  if (!run || isForSound(view, run)) return;
  const ends = jacksOf(view, run);
  // First the plug that stands where the other belongs.
  for (const side of ends.from?.jack.direction === 'in' ? (['from', 'to'] as const) : SIDES) {
    const far = ends[side === 'to' ? 'from' : 'to'];
    if (!far) continue;
    for (const { box, jack } of everyJack(view))
      if (
        box !== far.box &&
        jack.carries === far.jack.carries &&
        !clashes({ from: jack, to: far.jack }) &&
        isFree(view, box, jack)
      )
        yield replugCure(view, leadId, side, { box: box.id, jack: jack.id });
  }
}

/** More exchanges than this are not offered for trial. */
const MOST_WAYS = 24;

/** Exchanges of MIDI plugs, those of leads at this box first. */
export function midiExchanges(view: View, box: string): readonly Cure[] {
  const runs = pluggedIn(view).filter(
    ({ lead, from, to }) => lead.kind === 'midi' && !isLink(lead) && from.length > 0 && to.length > 0,
  );
  const isAt = ({ from, to }: Plugged) => [...from, ...to].some((ref) => ref.box === box);
  const near = [...runs.filter(isAt), ...runs.filter((run) => !isAt(run))];
  return near
    .flatMap((one, i) => near.slice(i + 1).flatMap((other) => waysBetween(view, one.lead.id, other.lead.id)))
    .slice(0, MOST_WAYS)
    .map((exchange) => exchangeCure(view, exchange));
}
