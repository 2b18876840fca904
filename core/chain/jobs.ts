// The leads that chains want from jack to jack, and which of those that are there serve.
import { adapterFor, kindServes, leadKindFor, lengthServes } from '../cables';
import type { Move, RoutingChange } from '../edits';
import { longestRun } from '../lengths';
import {
  boxOf,
  endAt,
  freeNumber,
  freshId,
  isLink,
  jackKey,
  jackOf,
  makeLead,
  sameJack,
  type JackEnd,
  type JackRef,
  type Lead,
  type LeadKind,
  type Rig,
} from '../model';
import { assign } from './assign';
import { jacksOfRun, type Fitted } from './fit';
import type { Legs } from './legs';

type Job = {
  readonly from: readonly JackRef[];
  readonly to: JackRef;
  readonly kind: LeadKind;
  readonly neededM: number | null;
};

/** The leads that the chains want, from jack to jack. */
export function jobsOf(rig: Rig, legs: Legs, { entries, exits }: Fitted): readonly Job[] {
  return legs.runs.flatMap((run): Job[] => {
    const leg = legs.legs[run.leg];
    const source = leg && legs.visits[leg.visit];
    const to = legs.visits[run.to];
    if (!source || !to) return [];
    const sharing = source.entry.kind === 'source' ? (legs.sharing.get(leg.visit) ?? []) : [];
    return jacksOfRun(run, exits[run.leg] ?? null, entries[run.to] ?? null).map(([outJack, inJack]): Job => {
      const at = { box: source.box, jack: outJack };
      const others = sharing.flatMap((id) => sharedJack(rig, id, at));
      const goal = { box: to.box, jack: inJack };
      const from = [at, ...others];
      return {
        from,
        to: goal,
        kind: leadKindFor(endOf(rig, at), endOf(rig, goal)),
        neededM: longestRun(rig, from, [goal]),
      };
    });
  });
}

const endOf = (rig: Rig, ref: JackRef): JackEnd => {
  const end = endAt(rig, ref);
  if (!end) throw new RangeError(`there is no jack ${jackKey(ref)}`);
  return end;
};

/** The jack of another guitar that goes by the same plug. */
const sharedJack = (rig: Rig, id: string, { jack }: JackRef): readonly JackRef[] => {
  const box = boxOf(rig, id);
  const same = box?.jacks.find((one) => one.id === jack) ?? box?.jacks.find((one) => one.direction === 'out');
  return box && same ? [{ box: box.id, jack: same.id }] : [];
};

const isAt = (a: readonly JackRef[], b: readonly JackRef[]) =>
  a.length === b.length && a.every((ref) => b.some((other) => sameJack(ref, other)));

/** Fewest leads fetched, then fewest plugs moved, those at sources kept; then the lowest numbers. */
const FETCHED = 1e6;
const PLUG = 1e3;
const SOURCE = 10;
const NEVER = 1e9;

/** Does a lead stand where it is wanted, whichever way round? What kind it is, is no matter of order. */
const stands = ({ from, to }: Lead, job: Job): boolean =>
  (isAt(from.at, job.from) && isAt(to.at, [job.to])) || (isAt(to.at, job.from) && isAt(from.at, [job.to]));

function priceOf(rig: Rig, lead: Lead, job: Job): number {
  const number = lead.number * 1e-3;
  if (stands(lead, job)) return number;
  if (!kindServes(lead.kind, job.kind) || !lengthServes(rig, lead, job)) return NEVER;
  const [from, to] = [isAt(lead.from.at, job.from), isAt(lead.to.at, [job.to])];
  return PLUG * (Number(!from) + Number(!to)) + (from ? 0 : SOURCE) + number;
}

/** The lead of each job; null: one is to be fetched. */
function leadsFor(rig: Rig, jobs: readonly Job[], usable: readonly Lead[]): readonly (Lead | null)[] {
  if (jobs.length === 0) return [];
  const cost = jobs.map((job) => [
    ...usable.map((lead) => priceOf(rig, lead, job)),
    ...jobs.map(() => FETCHED),
  ]);
  return assign(cost).map((column, i) =>
    (cost[i]?.[column] ?? NEVER) >= FETCHED ? null : (usable[column] ?? null),
  );
}

/** What is done with leads: those that serve stay or move, missing ones are new, those that serve no more are put away. */
export function leadChange(
  rig: Rig,
  jobs: readonly Job[],
  inChains: ReadonlySet<string>,
): Pick<RoutingChange, 'put' | 'move' | 'away' | 'adapters'> {
  const isAway = ({ from, to }: Lead) => from.at.length === 0 && to.at.length === 0;
  const usable = rig.leads.filter((lead) => inChains.has(lead.id) || isAway(lead) || isLink(lead));
  const found = leadsFor(rig, jobs, usable);
  const used = new Set(found.flatMap((lead) => lead?.id ?? []));
  const wanted = new Set(jobs.flatMap(({ from, to }) => [...from, to]).map(jackKey));
  // What is in no chain stays, unless it holds a jack that is wanted.
  const isInTheWay = (lead: Lead) =>
    [...lead.from.at, ...lead.to.at].some(
      (ref) => wanted.has(jackKey(ref)) && jackOf(rig, ref)?.mult !== true,
    );
  const away = rig.leads.filter(
    (lead) => !used.has(lead.id) && !isLink(lead) && (inChains.has(lead.id) || isInTheWay(lead)),
  );
  const [ids, numbers] = [new Set(rig.leads.map(({ id }) => id)), new Set<number>()];
  const [put, move, adapters]: [Lead[], Move[], RoutingChange['adapters'][number][]] = [[], [], []];
  jobs.forEach((job, i) => {
    let lead = found[i] ?? null;
    if (lead && stands(lead, job)) return;
    if (lead) move.push({ lead: lead.id, from: job.from, to: [job.to] });
    if (!lead) {
      const number = freeNumber(rig.leads, numbers);
      numbers.add(number);
      const id = freshId(`lead-${number}`, ids);
      ids.add(id);
      lead = makeLead({ id, number, kind: job.kind, from: job.from, to: [job.to] });
      put.push(lead);
    }
    for (const [side, ref] of [
      ['from', job.from[0]],
      ['to', job.to],
    ] as const) {
      const jack = ref && jackOf(rig, ref);
      const adapter = jack && adapterFor(lead[side].plug.connector, jack.connector);
      const now = adapter ? [adapter] : [];
      if (JSON.stringify(lead[side].adapters) !== JSON.stringify(now))
        adapters.push({ lead: lead.id, side, adapters: now });
    }
  });
  return { put, move, away: away.map(({ id }) => id), adapters };
}
