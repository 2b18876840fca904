import { demand, edit, leadIn } from './edit';
import { LIMITS, type RigDraft } from '../model';

/** A loom as an edit leaves it: by its id in the rig's list, with all of its leads. */
type Tied = { readonly id: string; readonly name: string; readonly leads: readonly string[] };

/** Ties leads into a loom, which is new where the rig has none of this id; looms that are left empty go. */
function tie(draft: RigDraft, { id, name, leads }: Tied) {
  demand(name.trim() !== '', 'The name of a loom cannot be empty.');
  demand(name.length <= LIMITS.nameLength, `A name has at most ${LIMITS.nameLength} characters.`);
  demand(leads.length > 0, 'A loom has at least one lead.');
  const loom = draft.looms.find((other) => other.id === id);
  if (loom) loom.name = name;
  else draft.looms.push({ id, name, label: '' });
  for (const lead of leads) leadIn(draft, lead).loom = id;
}

function dropEmpty(draft: RigDraft) {
  draft.looms = draft.looms.filter(({ id }) => draft.leads.some((lead) => lead.loom === id));
}

export const loomEdits = {
  nameLoom: edit<Tied>('Name loom', tie),

  splitLoom: edit<{ from: Tied; to: Tied }>('Split loom', (draft, { from, to }) => {
    demand(from.id !== to.id, 'A loom is split into two.');
    tie(draft, from);
    tie(draft, to);
  }),

  joinLooms: edit<Tied>('Join looms', (draft, loom) => {
    tie(draft, loom);
    dropEmpty(draft);
  }),
};
