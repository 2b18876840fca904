import { boxIn, byId, copy, demand, edit, isNewId, must, type BoxDraft } from './edit';
import {
  forget,
  setFigureAt,
  LIMITS,
  isLink,
  type RigDraft,
  type FigurePath,
  type Box,
  type Figure,
  type Jack,
  type Scope,
  type Want,
} from '../model';
import { moveEnds, type Move } from './leads';

function uniqueTag(draft: RigDraft, tag: string, self: string) {
  demand(tag.length >= 1 && tag.length <= LIMITS.tagLength, `A tag has 1 to ${LIMITS.tagLength} characters.`);
  const other = draft.boxes.find((box) => box.tag === tag && box.id !== self);
  demand(other === undefined, `The tag ${tag} belongs to ${other?.name ?? ''} already.`);
}

function forgetBox(draft: RigDraft, id: string) {
  forget(draft, 'box', [id]);
  // Radio and air links are no things one could put away.
  const gone = draft.leads.filter(
    (lead) => isLink(lead) && (lead.from.at.length === 0 || lead.to.at.length === 0),
  );
  for (const lead of gone) forget(draft, 'lead', [lead.id]);
  draft.leads = draft.leads.filter((lead) => !gone.includes(lead));
}

const text = (value: string, what: string) => {
  demand(value.trim() !== '', `${what} cannot be empty.`);
  demand(value.length <= LIMITS.nameLength, `${what} has at most ${LIMITS.nameLength} characters.`);
  return value;
};

/** A lead goes on to where another went, which comes out. */
export type Heal = Move & { readonly away: string; readonly scope?: Scope };

type SpeakerChoice = Partial<
  Pick<
    NonNullable<Jack['speaker']>,
    'needsLoad' | 'internalLoad' | 'isLoad' | 'bridged' | 'inSeries' | 'switching'
  >
>;

const jackIn = (box: BoxDraft, id: string) =>
  must(
    box.jacks.find((jack) => jack.id === id),
    `${box.name} has no jack "${id}".`,
  );

export const boxEdits = {
  addBox: edit<{ box: Box; wants?: readonly Want[] }>('Add box', (draft, { box, wants }) => {
    isNewId(draft.boxes, box.id, 'box');
    demand(draft.boxes.length < LIMITS.boxes, `A rig has at most ${LIMITS.boxes} boxes.`);
    byId(draft.stage.places, box.place, 'place');
    uniqueTag(draft, box.tag, box.id);
    text(box.name, 'The name of a box');
    draft.boxes.push(copy(box));
    draft.wants.push(...copy(wants ?? []));
  }),

  /** `heal`: leads whose far end moves to where the box's own lead went on to, in the base or in a variant. */
  removeBox: edit<{ id: string; heal?: readonly Heal[] }>('Remove box', (draft, { id, heal }) => {
    boxIn(draft, id);
    forgetBox(draft, id);
    draft.boxes = draft.boxes.filter((box) => box.id !== id);
    for (const { away, scope, ...move } of heal ?? [])
      moveEnds(draft, [move, { lead: away, from: [], to: [] }], scope);
  }),

  renameBox: edit<{ id: string; name: string }>('Rename box', (draft, { id, name }) => {
    boxIn(draft, id).name = text(name, 'The name of a box');
  }),

  setTag: edit<{ id: string; tag: string }>('Change tag', (draft, { id, tag }) => {
    uniqueTag(draft, tag, id);
    boxIn(draft, id).tag = tag;
  }),

  moveToPlace: edit<{ id: string; place: string; order: number }>(
    'Move to place',
    (draft, { id, place, order }) => {
      byId(draft.stage.places, place, 'place');
      const box = boxIn(draft, id);
      box.place = place;
      box.order = order;
    },
  ),

  setOrder: edit<{ orders: Readonly<Record<string, number>> }>('Change order', (draft, { orders }) => {
    for (const [id, order] of Object.entries(orders)) boxIn(draft, id).order = order;
  }),

  /** In for a test or one night: a box, or a block of it. */
  setForTest: edit<{ box: string; block: string | null; temporary: boolean }>(
    'Mark as in for a test',
    (draft, { box, block, temporary }) => {
      const owner = boxIn(draft, box);
      const part = block === null ? owner : byId(owner.blocks, block, `block of ${owner.name}`);
      if (temporary) part.temporary = true;
      else delete part.temporary;
    },
  ),

  setFolded: edit<{ id: string; folded: Box['folded'] }>('Fold or open', (draft, { id, folded }) => {
    boxIn(draft, id).folded = folded;
  }),

  setBoxNotes: edit<{ id: string; notes: string }>('Change notes', (draft, { id, notes }) => {
    demand(notes.length <= LIMITS.notesLength, `Notes have at most ${LIMITS.notesLength} characters.`);
    boxIn(draft, id).notes = notes;
  }),

  /** null takes the box's own drop away: the place's holds again. */
  setDrop: edit<{ id: string; dropM: number | null }>('Change drop', (draft, { id, dropM }) => {
    const box = boxIn(draft, id);
    if (dropM === null) delete box.dropM;
    else {
      demand(dropM >= 0 && dropM <= LIMITS.lengthM, `A drop is 0 to ${LIMITS.lengthM} m.`);
      box.dropM = dropM;
    }
  }),

  setFigure: edit<{ box: string; at: FigurePath; figure: Figure }>(
    'Change figure',
    (draft, { box, at, figure }) => {
      setFigureAt(boxIn(draft, box), at, figure);
    },
  ),

  setJackLabel: edit<{ box: string; jack: string; label: string }>('Change jack name', (draft, args) => {
    jackIn(boxIn(draft, args.box), args.jack).label = text(args.label, 'The name of a jack');
  }),

  setConnector: edit<{ box: string; jack: string; connector: Jack['connector'] }>(
    'Change connector',
    (draft, args) => {
      jackIn(boxIn(draft, args.box), args.jack).connector = args.connector;
    },
  ),

  /** What nobody but its owner knows of a loudspeaker jack: whether a load is switched in, how its output stands. */
  setSpeaker: edit<{ box: string; jack: string; facts: SpeakerChoice }>(
    'Change loudspeaker jack',
    (draft, { box, jack, facts }) => {
      const owner = jackIn(boxIn(draft, box), jack);
      Object.assign(must(owner.speaker, `${owner.label} is no loudspeaker jack.`), facts);
    },
  ),

  /** The item and revision that the box's figures are those of; null: of none. */
  setFrom: edit<{ box: string; from: Box['from'] }>('Follow the gear shelf', (draft, { box, from }) => {
    boxIn(draft, box).from = copy(from);
  }),

  /** null: nobody has said. */
  setClock: edit<{ box: string; clock: Box['clock'] | null }>(
    'Change digital clock',
    (draft, { box, clock }) => {
      const owner = boxIn(draft, box);
      if (clock) owner.clock = copy(clock);
      else delete owner.clock;
    },
  ),

  setHidden: edit<{ box: string; hidden: Box['hidden'] }>(
    'Change hidden settings',
    (draft, { box, hidden }) => {
      boxIn(draft, box).hidden = copy(hidden);
    },
  ),
};
