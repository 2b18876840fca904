import {
  limitFact,
  LIMITS,
  type AcceptedFinding,
  type LimitName,
  type Tick,
  type Walk,
  type Want,
} from '../model';
import { formatQuantity } from '../units';
import { byId, copy, demand, edit, isNewId, must } from './edit';

export const rigEdits = {
  setTitle: edit<{ title: string }>('Rename rig', (draft, { title }) => {
    demand(title.trim() !== '', 'A rig needs a name.');
    demand(title.length <= LIMITS.nameLength, `A name has at most ${LIMITS.nameLength} characters.`);
    draft.title = title;
  }),

  setRigNotes: edit<{ notes: string }>('Change notes', (draft, { notes }) => {
    demand(notes.length <= LIMITS.notesLength, `Notes have at most ${LIMITS.notesLength} characters.`);
    draft.notes = notes;
  }),

  markRevision: edit<object>('Mark revision', (draft) => {
    draft.revision += 1;
  }),

  setSchool: edit<{ question: string; position: string }>(
    'Change house rule',
    (draft, { question, position }) => {
      draft.houseRules.schools[question] = position;
    },
  ),

  /** A limit of the house, as the file names it: percent, metres, decibels. */
  setLimit: edit<{ limit: LimitName; value: number }>('Change house limit', (draft, { limit, value }) => {
    const fact = must(limitFact(limit), `There is no house limit "${limit}".`);
    const { words, least, most, unit } = fact;
    demand(
      value >= least && value <= most && (fact.isWhole !== true || Number.isInteger(value)),
      `${words}: ${fact.isWhole ? 'a whole number, ' : ''}${formatQuantity(least, unit)} to ${formatQuantity(most, unit)}.`,
    );
    draft.houseRules.limits[limit] = value;
  }),

  /** What matters of routings, the first thing first. */
  setMatters: edit<{ order: readonly string[] }>('Change what matters', (draft, { order }) => {
    demand(new Set(order).size === order.length, 'Each thing that matters is named once.');
    demand(order.length <= 40, 'At most 40 things can matter.');
    draft.houseRules.matters = [...order];
  }),

  setWant: edit<{ want: Want }>('Change wish', (draft, { want }) => {
    const at = draft.wants.findIndex((other) => other.id === want.id);
    if (at < 0) draft.wants.push(copy(want));
    else draft.wants[at] = copy(want);
  }),

  removeWant: edit<{ id: string }>('Remove wish', (draft, { id }) => {
    byId(draft.wants, id, 'wish');
    draft.wants = draft.wants.filter((want) => want.id !== id);
  }),

  acceptFinding: edit<{ accepted: AcceptedFinding }>('Accept finding', (draft, { accepted }) => {
    isNewId(draft.acceptedFindings, accepted.id, 'accepted finding');
    draft.acceptedFindings.push(copy(accepted));
  }),

  reopenFinding: edit<{ id: string }>('Reopen finding', (draft, { id }) => {
    byId(draft.acceptedFindings, id, 'accepted finding');
    draft.acceptedFindings = draft.acceptedFindings.filter((other) => other.id !== id);
  }),
};

/** Walks have an undo of their own: ticking is not part of the rig's history. */
const walkEdit = <A>(label: string, apply: Parameters<typeof edit<A>>[1]) =>
  edit<A>(label, apply, { undoable: false });

export const walkEdits = {
  startWalk: walkEdit<{ walk: Walk }>('Start walk', (draft, { walk }) => {
    isNewId(draft.walks, walk.id, 'walk');
    draft.walks.push(copy(walk));
  }),

  tick: walkEdit<{ walk: string; tick: Tick }>('Tick', (draft, { walk, tick }) => {
    const ticks = byId(draft.walks, walk, 'walk').ticks;
    const at = ticks.findIndex((other) => other.step === tick.step);
    if (at < 0) ticks.push(copy(tick));
    else ticks[at] = copy(tick);
  }),

  untick: walkEdit<{ walk: string; step: string }>('Undo tick', (draft, { walk, step }) => {
    const owner = byId(draft.walks, walk, 'walk');
    owner.ticks = owner.ticks.filter((tick) => tick.step !== step);
  }),

  endWalk: walkEdit<{ walk: string; ended: string }>('End walk', (draft, { walk, ended }) => {
    byId(draft.walks, walk, 'walk').ended = ended;
  }),
};
