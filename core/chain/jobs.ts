// The leads that chains want from jack to jack, and which of those that are there serve.
import { handOut, isSpeakerRun, kindServes, leadKindFor, lengthServing, type RunJob } from '../cables';
import type { RoutingChange } from '../edits';
import { longestRun } from '../lengths';
import {
  boxOf,
  endAt,
  isLink,
  jackIn,
  jackKey,
  jackOf,
  sameEnds,
  type Jack,
  type JackEnd,
  type JackRef,
  type Lead,
  type Rig,
} from '../model';
import { assign } from './assign';
import { jacksOfRun, type Fitted } from './fit';
import type { Legs } from './legs';

/** The leads that the chains want, from jack to jack. */
export function jobsOf(rig: Rig, legs: Legs, { entries, exits }: Fitted): readonly RunJob[] {
  const taken = new Set<string>();
  return legs.runs.flatMap((run): RunJob[] => {
    const leg = legs.legs[run.leg];
    const source = leg && legs.visits[leg.visit];
    const to = legs.visits[run.to];
    if (!source || !to) return [];
    const sharing = source.entry.kind === 'source' ? (legs.sharing.get(leg.visit) ?? []) : [];
    return jacksOfRun(run, exits[run.leg] ?? null, entries[run.to] ?? null).map(
      ([outJack, inJack]): RunJob => {
        const at = { box: source.box, jack: outJack };
        const others = sharing.flatMap((id) => sharedJack(rig, id, at, taken));
        const goal = { box: to.box, jack: inJack };
        const from = [at, ...others];
        return {
          from,
          to: goal,
          kind: leadKindFor(endOf(rig, at), endOf(rig, goal)),
          neededM: longestRun(rig, from, [goal]),
        };
      },
    );
  });
}

const endOf = (rig: Rig, ref: JackRef): JackEnd => {
  const end = endAt(rig, ref);
  if (!end) throw new RangeError(`there is no jack ${jackKey(ref)}`);
  return end;
};

/**
 * The jack of another guitar that goes by the same plug; none where those that it has are taken by the plugs of other
 * ways, as with one that has an output fewer. It is taken from then on.
 */
const sharedJack = (rig: Rig, id: string, { jack }: JackRef, taken: Set<string>): readonly JackRef[] => {
  const box = boxOf(rig, id);
  const free = (one: Jack | undefined) => one !== undefined && !taken.has(`${id}/${one.id}`);
  const like = jackIn(box, jack);
  const own = free(like) ? like : box?.jacks.find((one) => one.direction === 'out' && free(one));
  if (!own) return [];
  const ref = { box: id, jack: own.id };
  taken.add(jackKey(ref));
  return [ref];
};

/**
 * Fewest leads fetched, then fewest plugs moved; then leads that somebody chose go where their length is wanted, and
 * those at sources are kept; then the lowest numbers.
 */
const FETCHED = 1e6;
const PLUG = 1e3;
/** A metre more than is needed, and a plug at a source that is moved. */
const METRE = 4;
const SOURCE = 10;
const NEVER = 1e9;

/** Does a lead stand where it is wanted, whichever way round? What kind it is, is no matter of order. */
const stands = ({ from, to }: Lead, job: RunJob): boolean =>
  (sameEnds(from.at, job.from) && sameEnds(to.at, [job.to])) ||
  (sameEnds(to.at, job.from) && sameEnds(from.at, [job.to]));

/** Jacks as one word, in whatever order they are named. */
const endKey = (refs: readonly JackRef[]): string =>
  refs.length === 1 && refs[0] ? jackKey(refs[0]) : refs.map(jackKey).sort().join(' ');

/** What it costs that each of these leads serves each job. */
function costsOf(rig: Rig, jobs: readonly RunJob[], usable: readonly Lead[]): readonly (readonly number[])[] {
  const serves = lengthServing(rig);
  const ends = usable.map((lead) => [endKey(lead.from.at), endKey(lead.to.at)] as const);
  return jobs.map((job) => {
    const [wantedFrom, wantedTo] = [endKey(job.from), endKey([job.to])];
    return usable.map((lead, i) => {
      const [from, to] = ends[i] ?? ['', ''];
      const number = lead.number * 1e-3;
      const [keepsFrom, keepsTo] = [from === wantedFrom, to === wantedTo];
      if ((keepsFrom && keepsTo) || (from === wantedTo && to === wantedFrom)) return number;
      if (!kindServes(lead.kind, job.kind) || !serves(lead, job)) return NEVER;
      const spareM = lead.lengthBy === 'computed' || job.neededM === null ? 0 : lead.lengthM - job.neededM;
      const moved = PLUG * (Number(!keepsFrom) + Number(!keepsTo)) + (keepsFrom ? 0 : SOURCE);
      return moved + METRE * spareM + number;
    });
  });
}

/** The lead of each job; null: one is to be fetched. */
function leadsFor(rig: Rig, jobs: readonly RunJob[], usable: readonly Lead[]): readonly (Lead | null)[] {
  if (jobs.length === 0) return [];
  const fetched = jobs.map(() => FETCHED);
  const cost = costsOf(rig, jobs, usable).map((own) => [...own, ...fetched]);
  return assign(cost).map((column, i) =>
    (cost[i]?.[column] ?? NEVER) >= FETCHED ? null : (usable[column] ?? null),
  );
}

/** What is done with leads: those that serve stay or move, missing ones are new, those that serve no more are put away. */
export function leadChange(
  rig: Rig,
  jobs: readonly RunJob[],
  inChains: ReadonlySet<string>,
): Pick<RoutingChange, 'put' | 'move' | 'away' | 'adapters'> {
  const isFree = ({ from, to }: Lead) => from.at.length === 0 || to.at.length === 0;
  const usable = rig.leads.filter((lead) => inChains.has(lead.id) || isFree(lead) || isLink(lead));
  const found = leadsFor(rig, jobs, usable);
  const used = new Set(found.flatMap((lead) => lead?.id ?? []));
  const wanted = new Set(jobs.flatMap(({ from, to }) => [...from, to]).map(jackKey));
  // What is in no chain stays, unless it holds a jack that is wanted.
  const isInTheWay = (lead: Lead) =>
    [...lead.from.at, ...lead.to.at].some(
      (ref) => wanted.has(jackKey(ref)) && jackOf(rig, ref)?.mult !== true,
    );
  const away = rig.leads.filter(
    (lead) =>
      !used.has(lead.id) &&
      !isLink(lead) &&
      ((inChains.has(lead.id) && !isSpeakerRun(rig, lead)) || isInTheWay(lead)),
  );
  const serving = new Map(jobs.map((job, i) => [job, found[i] ?? null]));
  return { ...handOut(rig, jobs, (job) => serving.get(job) ?? null, stands), away: away.map(({ id }) => id) };
}
