import { isNewId, byId, copy, demand, leadIn, must, variantOf, type LeadDraft, mustBeSide } from './edit';
import { jackKey, sameJack, type RigDraft, type JackRef, type Lead, type Scope, type Side } from '../model';

/** Where an end is plugged in a variant (null: the base). */
export function endIn(
  draft: RigDraft,
  lead: LeadDraft,
  side: Side,
  variant: string | null,
): readonly JackRef[] {
  mustBeSide(side);
  const other = variant === null ? undefined : byId(draft.variants, variant, 'variant').leads[lead.id];
  return other?.[side] ?? lead[side].at;
}

function jackIn(draft: RigDraft, ref: JackRef) {
  const box = byId(draft.boxes, ref.box, 'box');
  return {
    box,
    jack: must(
      box.jacks.find((jack) => jack.id === ref.jack),
      `${box.name} has no jack "${ref.jack}".`,
    ),
  };
}

/** Refuses a jack that holds another plug in this variant; a mult holds any number. */
function mustBeFree(
  draft: RigDraft,
  ref: JackRef,
  self: { lead: string; side: Side },
  variant: string | null,
) {
  const { box, jack } = jackIn(draft, ref);
  if (jack.mult) return;
  // One who looks at the base sees the jack free that a variant has in use.
  const night = variant === null ? '' : ` in ${byId(draft.variants, variant, 'variant').name}`;
  const holder = draft.leads.find((lead) =>
    (['from', 'to'] as const).some(
      (side) =>
        !(lead.id === self.lead && side === self.side) &&
        endIn(draft, lead, side, variant).some((at) => sameJack(at, ref)),
    ),
  );
  demand(!holder, `${jack.label} of ${box.name} already holds lead ${holder?.number}${night}.`);
}

const affectedVariants = (draft: RigDraft, lead: string, variant: string | null): (string | null)[] =>
  variant !== null
    ? [variant]
    : [null, ...draft.variants.filter((v) => v.leads[lead] === undefined).map((v) => v.id)];

/** Plugs an end, or loosens it with no jacks. A base end is checked in every variant that follows the base. */
export function setEnd(
  draft: RigDraft,
  leadId: string,
  side: Side,
  at: readonly JackRef[],
  scope: Scope | undefined,
) {
  const lead = leadIn(draft, leadId);
  mustBeSide(side);
  const variant = variantOf(scope);
  demand(new Set(at.map(jackKey)).size === at.length, 'One end cannot name the same jack twice.');
  for (const where of affectedVariants(draft, leadId, variant))
    for (const ref of at) mustBeFree(draft, ref, { lead: leadId, side }, where);
  for (const ref of at) jackIn(draft, ref);
  if (variant === null) {
    lead[side].at = copy(at);
    return;
  }
  const leads = byId(draft.variants, variant, 'variant').leads;
  leads[leadId] = {
    from: copy(endIn(draft, lead, 'from', variant)),
    to: copy(endIn(draft, lead, 'to', variant)),
    [side]: copy(at),
  };
}

/** Adds a lead; in a variant's scope it lies unplugged in the base. */
export function putLead(draft: RigDraft, lead: Lead, scope: Scope | undefined) {
  isNewId(draft.leads, lead.id, 'lead');
  demand(!draft.leads.some((other) => other.number === lead.number), `Lead number ${lead.number} is taken.`);
  const { from, to } = lead;
  draft.leads.push(copy({ ...lead, from: { ...from, at: [] }, to: { ...to, at: [] } }));
  setEnd(draft, lead.id, 'from', from.at, scope);
  setEnd(draft, lead.id, 'to', to.at, scope);
}
