// Leads plugged the other way round, for tests: they join the same.
import type { Lead, Rig } from '../model';

const turnedLead = (lead: Lead): Lead => ({
  ...lead,
  from: lead.to,
  to: lead.from,
  break: 'end' in lead.break ? { ...lead.break, end: lead.break.end === 'from' ? 'to' : 'from' } : lead.break,
});

/** Every lead with its ends exchanged: the plugs stay where they are. */
export const turned = (rig: Rig): Rig => ({
  ...rig,
  leads: rig.leads.map((lead) => (lead.kind === 'air' ? lead : turnedLead(lead))),
});
