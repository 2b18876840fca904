// Which of the leads that are there serve a run.
import { longestRun, stockLength } from '../lengths';
import { isLink, type Lead, type LeadKind, type Rig } from '../model';

/** What is asked of a lead. */
export type LeadJob = {
  readonly kind: LeadKind;
  /** Metres from jack to jack by the rule of lengths; null: the rule has none to give. */
  readonly neededM: number | null;
};

/** Is this lead long enough there, and not another one by the rule of lengths? In every night that it is plugged in. */
export function lengthServes(
  rig: Pick<Rig, 'boxes' | 'stage' | 'houseRules' | 'variants'>,
  lead: Lead,
  { neededM }: LeadJob,
): boolean {
  if (isLink(lead)) return true;
  const nights = rig.variants.flatMap(({ leads }) => leads[lead.id] ?? []);
  const others = nights.flatMap(({ from, to }) => longestRun(rig, from, to) ?? []);
  const all = neededM === null ? others : [neededM, ...others];
  if (all.length === 0) return true;
  const needed = Math.max(...all);
  return lead.lengthBy === 'computed'
    ? stockLength(needed, rig.stage.stockM).lengthM === lead.lengthM
    : lead.lengthM >= needed - 1e-9;
}
