// Leads with a jack at both ends.
import type { SingleEdit } from '../edits';
import {
  derive,
  endAt,
  isLink,
  makeLead,
  pluggedIn,
  type JackEnd,
  type JackRef,
  type Lead,
  type LeadKind,
} from '../model';

type Run = { readonly lead: Lead; readonly from: JackEnd; readonly to: JackEnd };

/** Leads with both ends plugged; where an end may stand in several jacks, one run for each. The same in every sound. */
export const runsOf = derive(['boxes', 'leads', 'variant'], (of): readonly Run[] => {
  const at = (ref: JackRef): readonly JackEnd[] => {
    const end = endAt(of, ref);
    return end ? [end] : [];
  };
  return pluggedIn(of).flatMap(({ lead, from, to }) =>
    isLink(lead)
      ? []
      : from.flatMap(at).flatMap((one) => to.flatMap(at).map((other) => ({ lead, from: one, to: other }))),
  );
});

/** The lead made another kind, with the plugs that kind has as a rule. */
export const ofKind = (lead: Lead, kind: LeadKind): Extract<SingleEdit, { edit: 'setLeadKind' }> => {
  const { from, to } = makeLead({ id: lead.id, number: lead.number, kind, from: [], to: [] });
  return {
    edit: 'setLeadKind',
    arguments: { id: lead.id, kind, plugs: { from: from.plug, to: to.plug } },
  };
};
