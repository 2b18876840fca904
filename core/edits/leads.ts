import { byId, copy, demand, edit, leadIn, variantOf, mustBeSide } from './edit';
import { endIn, putLead, setEnd } from './ends';
import {
  forget,
  LIMITS,
  type Adapter,
  type JackRef,
  type Lead,
  type LeadKind,
  type Plug,
  type Scope,
  type Side,
} from '../model';

type End = { readonly lead: string; readonly side: Side };
/** New places for the ends of a lead; what is not named stays. */
export type Move = {
  readonly lead: string;
  readonly from?: readonly JackRef[];
  readonly to?: readonly JackRef[];
};

/** All ends that move are loosened first, so that leads may trade jacks in any order. */
export function moveEnds(
  draft: Parameters<typeof setEnd>[0],
  moves: readonly Move[],
  scope: Scope | undefined,
) {
  const ends = moves.flatMap((move) =>
    (['from', 'to'] as const).flatMap((side) =>
      move[side] ? [{ lead: move.lead, side, at: move[side] }] : [],
    ),
  );
  for (const end of ends) setEnd(draft, end.lead, end.side, [], scope);
  for (const end of ends) setEnd(draft, end.lead, end.side, end.at, scope);
}

type MoveInLine = {
  readonly moves: readonly Move[];
  readonly orders?: Readonly<Record<string, number>>;
  readonly scope?: Scope;
};

type InLine = {
  readonly lead: string;
  readonly side?: Side;
  readonly into: JackRef;
  readonly outOf: JackRef;
  readonly rest: Lead;
  readonly scope?: Scope;
};

function moveInLine(draft: Parameters<typeof setEnd>[0], { moves, orders, scope }: MoveInLine) {
  moveEnds(draft, moves, scope);
  for (const box of draft.boxes) box.order = orders?.[box.id] ?? box.order;
}

export const leadEdits = {
  /** A lead of a variant lies as in the base again, and follows it. */
  followBase: edit<{ lead: string; variant: string }>('As in the base', (draft, { lead: id, variant }) => {
    const { leads } = byId(draft.variants, variant, 'variant');
    demand(leads[id] !== undefined, 'It lies as in the base already.');
    const { from, to } = leadIn(draft, id);
    const scope = { layer: 'variant', id: variant } as const;
    moveEnds(draft, [{ lead: id, from: copy(from.at), to: copy(to.at) }], scope);
    delete leads[id];
  }),

  plug: edit<{ lead: Lead; scope?: Scope }>('Plug lead', (draft, { lead, scope }) => {
    demand(draft.leads.length < LIMITS.leads, `A rig has at most ${LIMITS.leads} leads.`);
    putLead(draft, lead, scope);
  }),

  replug: edit<End & { at: readonly JackRef[]; scope?: Scope }>(
    'Re-plug lead',
    (draft, { lead, side, at, scope }) => {
      demand(at.length > 0, 'Re-plugging wants a jack; unplug loosens an end.');
      setEnd(draft, lead, side, at, scope);
    },
  ),

  unplug: edit<End & { scope?: Scope }>('Unplug lead', (draft, { lead, side, scope }) => {
    setEnd(draft, lead, side, [], scope);
  }),

  putAway: edit<{ lead: string; scope?: Scope }>('Put lead away', (draft, { lead, scope }) => {
    setEnd(draft, lead, 'from', [], scope);
    setEnd(draft, lead, 'to', [], scope);
  }),

  exchangeEnds: edit<{ a: End; b: End; scope?: Scope }>('Exchange two plugs', (draft, { a, b, scope }) => {
    const variant = variantOf(scope);
    const [atA, atB] = [a, b].map((end) => copy(endIn(draft, leadIn(draft, end.lead), end.side, variant)));
    setEnd(draft, a.lead, a.side, [], scope);
    setEnd(draft, b.lead, b.side, atA ?? [], scope);
    setEnd(draft, a.lead, a.side, atB ?? [], scope);
  }),

  /**
   * The lead keeps its number on the part that stays plugged at its source; the rest is the new lead. `side`: the end
   * that the signal comes out at, its far one as a rule.
   */
  insertInLead: edit<InLine>('Insert in lead', (draft, { lead, side = 'to', into, outOf, rest, scope }) => {
    const onward = copy(endIn(draft, leadIn(draft, lead), side, variantOf(scope)));
    demand(onward.length > 0, `Lead ${leadIn(draft, lead).number} goes nowhere: plug its far end first.`);
    setEnd(draft, lead, side, [into], scope);
    putLead(draft, { ...rest, from: { ...rest.from, at: [outOf] }, to: { ...rest.to, at: onward } }, scope);
  }),

  moveEarlier: edit<MoveInLine>('Move earlier', moveInLine),
  moveLater: edit<MoveInLine>('Move later', moveInLine),

  removeLead: edit<{ id: string }>('Remove lead', (draft, { id }) => {
    leadIn(draft, id);
    draft.leads = draft.leads.filter((lead) => lead.id !== id);
    forget(draft, 'lead', [id]);
  }),

  setLeadLength: edit<{ id: string; lengthM: number; by: 'hand' | 'measured' }>(
    'Change length',
    (draft, { id, lengthM, by }) => {
      demand(lengthM >= 0 && lengthM <= LIMITS.lengthM, `A lead is 0 to ${LIMITS.lengthM} m long.`);
      const lead = leadIn(draft, id);
      lead.lengthM = lengthM;
      lead.lengthBy = by;
    },
  ),

  /** Back to the rule: the length itself is set as every edit ends. */
  computeLeadLength: edit<{ id: string }>('Compute length', (draft, { id }) => {
    leadIn(draft, id).lengthBy = 'computed';
  }),

  setLeadKind: edit<{ id: string; kind: LeadKind; plugs?: { from: Plug; to: Plug } }>(
    'Change kind of lead',
    (draft, { id, kind, plugs }) => {
      const lead = leadIn(draft, id);
      lead.kind = kind;
      if (!plugs) return;
      lead.from.plug = copy(plugs.from);
      lead.to.plug = copy(plugs.to);
    },
  ),

  setTemporary: edit<{ id: string; temporary: boolean }>('Mark temporary', (draft, { id, temporary }) => {
    const lead = leadIn(draft, id);
    if (temporary) lead.temporary = true;
    else delete lead.temporary;
  }),

  setPlug: edit<End & { plug: Plug }>('Change plug', (draft, { lead, side, plug }) => {
    leadIn(draft, lead)[mustBeSide(side)].plug = copy(plug);
  }),

  setAdapters: edit<End & { adapters: readonly Adapter[] }>(
    'Change adapters',
    (draft, { lead, side, adapters }) => {
      leadIn(draft, lead)[mustBeSide(side)].adapters = copy(adapters);
    },
  ),

  setLeadNotes: edit<{ id: string; notes: string }>('Change notes', (draft, { id, notes }) => {
    demand(notes.length <= LIMITS.notesLength, `Notes have at most ${LIMITS.notesLength} characters.`);
    leadIn(draft, id).notes = notes;
  }),

  renumber: edit<{ numbers: Readonly<Record<string, number>> }>(
    'Number along the route',
    (draft, { numbers }) => {
      for (const [id, number] of Object.entries(numbers)) leadIn(draft, id).number = number;
      const used = new Set(draft.leads.map((lead) => lead.number));
      demand(used.size === draft.leads.length, 'Two leads cannot have the same number.');
    },
  ),

  setStock: edit<{ stockM: readonly number[] }>('Change stock lengths', (draft, { stockM }) => {
    demand(
      stockM.length > 0 && stockM.every((m) => m > 0 && m <= LIMITS.lengthM),
      'Stock lengths are over 0 m.',
    );
    draft.stage.stockM = [...new Set(stockM)].sort((a, b) => a - b);
  }),
};
