import { isLink, type Rig } from '../model';
import { patchUp } from './steps';

export type Renumbering = {
  readonly numbers: Readonly<Record<string, number>>;
  /** Labels to reprint: old number, new number. */
  readonly reprint: readonly { readonly was: number; readonly now: number }[];
};

/** Numbers from 1 as the leads are met along the route, speakers where they stand in it; leads put away come last. */
export function numberAlongRoute(rig: Rig, variant: string | null): Renumbering {
  const met = patchUp(rig, variant).flatMap((step) => (step.lead ? [step] : []));
  const audio = [
    ...met.filter((s) => s.section !== 'speakers'),
    ...met.filter((s) => s.section === 'speakers'),
  ];
  const order = audio.flatMap((step) => (step.lead ? [step.lead.id] : []));
  const rest = rig.leads
    .filter((lead) => !isLink(lead) && !order.includes(lead.id))
    .sort((a, b) => a.number - b.number)
    .map((lead) => lead.id);
  const links = rig.leads.filter(isLink).map((lead) => lead.id);
  const numbers: Record<string, number> = {};
  [...order, ...rest, ...links].forEach((id, i) => {
    numbers[id] = i + 1;
  });
  const reprint = rig.leads
    .filter((lead) => !isLink(lead) && numbers[lead.id] !== lead.number)
    .map((lead) => ({ was: lead.number, now: numbers[lead.id] ?? lead.number }))
    .sort((a, b) => a.now - b.now);
  return { numbers, reprint };
}
