import { boxIn, byId, copy, demand, edit, isNewId, leadIn, mustBeSide } from './edit';
import { putLead } from './ends';
import { keptLeads, variantsKept } from './keep-variants';
import { moveEnds, type Move } from './leads';
import {
  LIMITS,
  type AcceptedFinding,
  type Adapter,
  type Block,
  type Lead,
  type Rig,
  type Tick,
  type Walk,
  type Want,
  type Wire,
} from '../model';

export type RoutingChange = {
  /** What it is called in the undo menu and the messages: FOUR. */
  readonly name: string;
  readonly put: readonly Lead[];
  readonly move: readonly Move[];
  /** Leads whose both ends come out; they keep their numbers. */
  readonly away: readonly string[];
  readonly adapters: readonly { lead: string; side: 'from' | 'to'; adapters: readonly Adapter[] }[];
  readonly modes: readonly { box: string; jack: string; mode: string }[];
  readonly states: readonly { box: string; block: string; state: string }[];
  /** Blocks put into a unit: a loop for outboard, twins on a second feed. */
  readonly blocks: readonly { box: string; block: Block }[];
  readonly wires: readonly { box: string; patch: string; wires: readonly Wire[] }[];
  /** New places in the row for boxes that changed theirs in the chain. */
  readonly orders?: Readonly<Record<string, number>>;
};

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
  setLimit: edit<{ limit: keyof Rig['houseRules']['limits']; value: number }>(
    'Change house limit',
    (draft, { limit, value }) => {
      demand(Object.hasOwn(draft.houseRules.limits, limit), `There is no house limit "${String(limit)}".`);
      demand(Number.isFinite(value) && value >= 0 && value <= 1000, 'A house limit is 0 to 1000.');
      draft.houseRules.limits[limit] = value;
    },
  ),

  setWant: edit<{ want: Want }>('Change wish', (draft, { want }) => {
    const at = draft.wants.findIndex((other) => other.id === want.id);
    if (at < 0) draft.wants.push(copy(want));
    else draft.wants[at] = copy(want);
  }),

  removeWant: edit<{ id: string }>('Remove wish', (draft, { id }) => {
    byId(draft.wants, id, 'wish');
    draft.wants = draft.wants.filter((want) => want.id !== id);
  }),

  /**
   * The wired result of a routing, worked out by the planner: leads, modes and states at rest, inner wires. A variant
   * that plugs otherwise, so that the routing has no room in it, keeps its wiring.
   */
  takeRouting: edit<RoutingChange>('Take routing', (draft, change) => {
    for (const box of draft.boxes) box.order = change.orders?.[box.id] ?? box.order;
    for (const { id } of variantsKept(draft, change)) {
      const variant = byId(draft.variants, id, 'variant');
      variant.leads = copy(keptLeads(draft, variant, change));
    }
    moveEnds(
      draft,
      change.away.map((lead) => ({ lead, from: [], to: [] })),
      undefined,
    );
    const moved = change.move.map((move) => ({
      lead: move.lead,
      from: move.from ? [] : undefined,
      to: move.to ? [] : undefined,
    }));
    moveEnds(draft, moved, undefined);
    moveEnds(draft, change.move, undefined);
    for (const lead of change.put) putLead(draft, lead, undefined);
    for (const { lead, side, adapters } of change.adapters)
      leadIn(draft, lead)[mustBeSide(side)].adapters = copy(adapters);
    for (const { box, block } of change.blocks) {
      const target = boxIn(draft, box).blocks;
      isNewId(target, block.id, 'block');
      target.push(copy(block));
    }
    for (const { box, jack, mode } of change.modes) byId(boxIn(draft, box).jacks, jack, 'jack').mode = mode;
    for (const { box, block, state } of change.states)
      byId(boxIn(draft, box).blocks, block, 'block').state = state;
    for (const { box, patch, wires } of change.wires) {
      const target = byId(boxIn(draft, box).patches, patch, 'inner wiring');
      target.wires = copy(wires);
    }
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
