// Which of the leads that are there serve a run.
import type { Move, RoutingChange } from '../edits';
import { longestRun, stockLength } from '../lengths';
import {
  freeNumber,
  freshId,
  isLink,
  jackOf,
  makeLead,
  sameEnds,
  type JackRef,
  type Lead,
  type LeadKind,
  type Reads,
  type Rig,
} from '../model';
import { adapterFor } from './fit';

/** What is asked of a lead. */
export type LeadJob = {
  readonly kind: LeadKind;
  /** Metres from jack to jack by the rule of lengths; null: the rule has none to give. */
  readonly neededM: number | null;
};

/**
 * Whether a lead is long enough for a job, and not another one by the rule of lengths: in every night that it is plugged
 * in. What is asked of many leads and jobs of one rig is worked out once for each.
 */
export function lengthServing(
  rig: Pick<Rig, 'boxes' | 'stage' | 'houseRules' | 'variants'>,
): (lead: Lead, job: LeadJob) => boolean {
  const elsewhere = new Map<string, number | null>();
  const elsewhereM = ({ id }: Lead): number | null => {
    const known = elsewhere.get(id);
    if (known !== undefined) return known;
    const nights = rig.variants.flatMap(({ leads }) => leads[id] ?? []);
    const all = nights.flatMap(({ from, to }) => longestRun(rig, from, to) ?? []);
    const longest = all.length > 0 ? Math.max(...all) : null;
    elsewhere.set(id, longest);
    return longest;
  };
  const stock = new Map<number, number>();
  const stockM = (neededM: number): number => {
    const known = stock.get(neededM) ?? stockLength(neededM, rig.stage.stockM).lengthM;
    stock.set(neededM, known);
    return known;
  };
  return (lead, { neededM }) => {
    if (isLink(lead)) return true;
    const other = elsewhereM(lead);
    if (neededM === null && other === null) return true;
    const needed = Math.max(neededM ?? 0, other ?? 0);
    return lead.lengthBy === 'computed' ? stockM(needed) === lead.lengthM : lead.lengthM >= needed - 1e-9;
  };
}

/** A run that wants a lead; several jacks at its beginning where guitars share the plug. */
export type RunJob = LeadJob & { readonly from: readonly JackRef[]; readonly to: JackRef };

/** The number of each run that gets a new lead: leads get the low ones, links carry no label. */
function numbersFor(rig: Rig, fresh: readonly RunJob[]): ReadonlyMap<RunJob, number> {
  const taken = new Set<number>();
  return new Map(
    [...fresh.filter((job) => !isLink(job)), ...fresh.filter(isLink)].map((job) => {
      const number = freeNumber(rig.leads, taken);
      taken.add(number);
      return [job, number];
    }),
  );
}

/**
 * What is done so that each run has its lead: it moves where it stands elsewhere, is new where there is none, and has
 * the adapters that its plugs want there.
 * @param leadOf the lead that serves a run; null: one is to be fetched
 * @param keeps whether a lead stays as it stands, adapters and all
 */
export function handOut(
  rig: Rig,
  jobs: readonly RunJob[],
  leadOf: (job: RunJob) => Lead | null,
  keeps: (lead: Lead, job: RunJob) => boolean = () => false,
): Pick<RoutingChange, 'put' | 'move' | 'adapters'> {
  const numbers = numbersFor(
    rig,
    jobs.filter((job) => leadOf(job) === null),
  );
  const ids = new Set(rig.leads.map(({ id }) => id));
  const [put, move, adapters]: [Lead[], Move[], RoutingChange['adapters'][number][]] = [[], [], []];
  for (const job of jobs) {
    const { from, to, kind } = job;
    let lead = leadOf(job);
    if (lead && keeps(lead, job)) continue;
    if (lead && !(sameEnds(lead.from.at, from) && sameEnds(lead.to.at, [to])))
      move.push({ lead: lead.id, from, to: [to] });
    if (!lead) {
      const number = numbers.get(job) ?? freeNumber(rig.leads);
      const id = freshId(`lead-${number}`, ids);
      ids.add(id);
      lead = makeLead({ id, number, kind, from, to: [to] });
      put.push(lead);
    }
    for (const [side, ref] of [
      ['from', from[0]],
      ['to', to],
    ] as const) {
      const jack = ref && jackOf(rig, ref);
      const adapter = jack && adapterFor(lead[side].plug.connector, jack.connector);
      const now = adapter ? [adapter] : [];
      if (JSON.stringify(lead[side].adapters) !== JSON.stringify(now))
        adapters.push({ lead: lead.id, side, adapters: now });
    }
  }
  return { put, move, adapters };
}

/** Does a lead lie from one loudspeaker jack to another? A power stage keeps its load, sent into or not. */
export const isSpeakerRun = (rig: Reads<'boxes'>, { from, to }: Pick<Lead, 'from' | 'to'>): boolean =>
  [from, to].every(({ at }) => at.some((ref) => jackOf(rig, ref)?.carries === 'speaker'));
