import { handOut, isSpeakerRun, kindServes, leadKindFor, lengthServing, type RunJob } from '../cables';
import type { RoutingChange } from '../edits';
import { longestRun } from '../lengths';
import {
  boxOf,
  endAt,
  isAudio,
  isLink,
  jackKey,
  leadOf,
  sameEnds,
  type JackEnd,
  type JackRef,
  type Lead,
  type Rig,
  type Wire,
} from '../model';
import type { Wanted } from './bind';

function endOf(rig: Rig, ref: JackRef | undefined): JackEnd {
  const end = endAt(rig, ref);
  if (!end) throw new Error(`a routing names the jack ${ref?.box}/${ref?.jack}, which is not there`);
  return end;
}

const joinsAudio = (rig: Rig, lead: Lead) => {
  const refs = [...lead.from.at, ...lead.to.at];
  return refs.length > 0 && refs.every((ref) => isAudio(endOf(rig, ref).jack));
};

/** How little has to be done with a lead to serve a run; less is better. Null: it does not serve. */
function cost(serves: ReturnType<typeof lengthServing>, lead: Lead, job: RunJob): number | null {
  if (!kindServes(lead.kind, job.kind)) return null;
  const from = sameEnds(lead.from.at, job.from);
  const to = sameEnds(lead.to.at, [job.to]);
  if (from && to) return 0;
  if (!serves(lead, job)) return null;
  if (lead.from.at.length === 0 && lead.to.at.length === 0) return 1;
  return from || to ? 2 : 3;
}

type Match = { readonly job: RunJob; readonly lead: Lead; readonly cost: number };

/** Gives runs to leads that are there, the ones that stay first, then those at hand, then those that move least. */
function match(rig: Rig, jobs: readonly RunJob[]): ReadonlyMap<RunJob, Match> {
  const usable = rig.leads.filter(
    (lead) => joinsAudio(rig, lead) || (lead.from.at.length === 0 && lead.to.at.length === 0),
  );
  const serves = lengthServing(rig);
  const all = jobs.flatMap((job) =>
    usable.flatMap((lead): Match[] => {
      const c = cost(serves, lead, job);
      return c === null ? [] : [{ job, lead, cost: c }];
    }),
  );
  all.sort((a, b) => a.cost - b.cost || a.lead.number - b.lead.number);
  const matches = new Map<RunJob, Match>();
  const taken = new Set<Lead>();
  for (const candidate of all) {
    if (matches.has(candidate.job) || taken.has(candidate.lead)) continue;
    matches.set(candidate.job, candidate);
    taken.add(candidate.lead);
  }
  return matches;
}

/** Are these the wires that the inner wiring has, whatever their order? */
function sameWires(rig: Rig, box: string, patch: string, wires: readonly Wire[]): boolean {
  const now = boxOf(rig, box)?.patches.find((p) => p.id === patch)?.wires ?? [];
  const texts = (list: readonly Wire[]) =>
    list
      .map((wire) => JSON.stringify(wire))
      .sort()
      .join();
  return texts(now) === texts(wires);
}

/**
 * What must be done with this rig's leads to have a routing: leads that fit by kind and length stay or move, what is
 * missing is new, what no run wants is put away. Leads that carry no audio stay, unless one holds a wanted jack.
 */
export function reconcile(rig: Rig, name: string, wanted: Wanted): RoutingChange {
  const jobs = wanted.runs.map((run): RunJob => ({
    ...run,
    kind: leadKindFor(endOf(rig, run.from[0]), endOf(rig, run.to)),
    neededM: longestRun(rig, run.from, [run.to]),
  }));
  const matches = match(rig, jobs);
  const used = new Set([...matches.values()].map((m) => m.lead.id));
  // A lead that carries no audio stays, unless it holds a jack that the routing wants.
  const held = new Set(wanted.runs.flatMap((run) => [...run.from, run.to]).map(jackKey));
  const isInTheWay = (lead: Lead) =>
    [...lead.from.at, ...lead.to.at].some((ref) => held.has(jackKey(ref)) && !endOf(rig, ref).jack.mult);
  const away = rig.leads.filter(
    (lead) => !used.has(lead.id) && ((joinsAudio(rig, lead) && !isSpeakerRun(rig, lead)) || isInTheWay(lead)),
  );
  return {
    name,
    ...handOut(rig, jobs, (job) => matches.get(job)?.lead ?? null),
    away: away.map((lead) => lead.id).filter((id) => !isLink(leadOf(rig, id) ?? { kind: 'patch' })),
    modes: wanted.modes,
    states: wanted.states,
    blocks: wanted.blocks,
    wires: wanted.wires.filter(({ box, patch, wires }) => !sameWires(rig, box, patch, wires)),
  };
}
