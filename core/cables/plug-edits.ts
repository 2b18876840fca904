// The edits that lay a lead and put a plug in.
import type { EditCall, SingleEdit } from '../edits';
import { neededLength, stockLength } from '../lengths';
import {
  isLink,
  isPutAway,
  wiring,
  type JackRef,
  type Lead,
  type Rig,
  type Scope,
  type Side,
} from '../model';
import { adapterFor, kindServes } from './fit';
import { endOf, leadFor } from './lead-for';

/** Leads differ by variant only. */
export const scopeIn = (variant: string | null): { scope?: Scope } =>
  variant === null ? {} : { scope: { layer: 'variant', id: variant } };

/** A lead put away that would serve, the lowest number first: it is taken before a new one is fetched. */
function atHand(rig: Rig, variant: string | null, wanted: Lead): Lead | undefined {
  const needed = neededLength(rig, wanted);
  const length = needed === null ? null : stockLength(needed, rig.stage.stockM).lengthM;
  return wiring(rig, variant)
    .filter((entry) => isPutAway(entry) && !isLink(entry.lead))
    .map(({ lead }) => lead)
    .filter((lead) => kindServes(lead.kind, wanted.kind) && (length === null || lead.lengthM === length))
    .sort((a, b) => a.number - b.number)[0];
}

/** A lead from jack to jack: one that is put away and would serve, else a new one. */
export function layEdit(rig: Rig, variant: string | null, a: JackRef, b: JackRef): EditCall {
  const fromIsB = endOf(rig, a).jack.direction === 'in' && endOf(rig, b).jack.direction !== 'in';
  const [from, to] = fromIsB ? [b, a] : [a, b];
  const lead = leadFor(rig, [from], to);
  const old = atHand(rig, variant, lead);
  if (!old) return { edit: 'plug', arguments: { lead, ...scopeIn(variant) } };
  const edits: SingleEdit[] = [
    { edit: 'replug', arguments: { lead: old.id, side: 'from', at: [from], ...scopeIn(variant) } },
    { edit: 'replug', arguments: { lead: old.id, side: 'to', at: [to], ...scopeIn(variant) } },
  ];
  for (const [side, ref] of [
    ['from', from],
    ['to', to],
  ] as const) {
    const adapter = adapterFor(old[side].plug.connector, endOf(rig, ref).jack.connector);
    if (adapter) edits.push({ edit: 'setAdapters', arguments: { lead: old.id, side, adapters: [adapter] } });
  }
  return { edit: 'together', arguments: { label: `Plug lead ${old.number}`, edits } };
}

/**
 * A plug into a jack, with the adapter it wants there.
 * @param ends every jack the end stands in after it
 */
export function putEdit(
  rig: Rig,
  variant: string | null,
  lead: Lead,
  side: Side,
  at: JackRef,
  ends: readonly JackRef[],
): EditCall {
  const replug: SingleEdit = {
    edit: 'replug',
    arguments: { lead: lead.id, side, at: ends, ...scopeIn(variant) },
  };
  const adapter = adapterFor(lead[side].plug.connector, endOf(rig, at).jack.connector);
  const wanted = adapter ? [adapter] : [];
  if (JSON.stringify(lead[side].adapters) === JSON.stringify(wanted) || adapter === undefined) return replug;
  return {
    edit: 'together',
    arguments: {
      label: 'Re-plug lead',
      edits: [replug, { edit: 'setAdapters', arguments: { lead: lead.id, side, adapters: wanted } }],
    },
  };
}
