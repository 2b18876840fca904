// Leads with a jack at both ends.
import type { SingleEdit } from '../edits';
import {
  derive,
  endAt,
  isLink,
  makeLead,
  onward,
  pluggedIn,
  plugsAt,
  type JackEnd,
  type JackRef,
  type Lead,
  type LeadKind,
  type Reads,
  type Side,
} from '../model';

type Run = { readonly lead: Lead; readonly from: JackEnd; readonly to: JackEnd };

/**
 * Leads with both ends plugged, from output to input; where an end may stand in several jacks, one run for each. The
 * same in every sound.
 */
export const runsOf = derive(['boxes', 'leads', 'variant'], (of): readonly Run[] => {
  const at = (ref: JackRef): readonly JackEnd[] => {
    const end = endAt(of, ref);
    return end ? [end] : [];
  };
  return pluggedIn(of)
    .map((plugged) => onward(of, plugged))
    .flatMap(({ lead, from, to }) =>
      isLink(lead)
        ? []
        : from.flatMap(at).flatMap((one) => to.flatMap(at).map((other) => ({ lead, from: one, to: other }))),
    );
});

/** Which end of a lead stands in a jack. */
export const sideAt = (of: Reads<'leads' | 'variant'>, lead: string, at: JackRef): Side =>
  plugsAt(of, at).find((plug) => plug.lead.id === lead)?.side ?? 'to';

/**
 * The lead made another kind, with the plugs that kind has as a rule.
 * @param sends the side that stands in the output
 */
export const ofKind = (
  lead: Lead,
  kind: LeadKind,
  sends: Side = 'from',
): Extract<SingleEdit, { edit: 'setLeadKind' }> => {
  const { from, to } = makeLead({ id: lead.id, number: lead.number, kind, from: [], to: [] });
  const plugs = sends === 'from' ? { from: from.plug, to: to.plug } : { from: to.plug, to: from.plug };
  return { edit: 'setLeadKind', arguments: { id: lead.id, kind, plugs } };
};
