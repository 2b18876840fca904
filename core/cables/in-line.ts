import type { EditCall, EditGroup, Move, SingleEdit } from '../edits';
import { inOrder, isOneInOneOut } from '../lengths';
import {
  boxOf,
  endWords,
  isAudio,
  wiring,
  type Box,
  type Jack,
  type JackRef,
  type Lead,
  type Plugged,
  type Rig,
} from '../model';
import { leadFor } from './lead-for';
import { scopeIn } from './plug-edits';

export type Way = 'earlier' | 'later';
/** One way a step along the route can be made: what moves, and the edit that does it. */
export type MoveChoice = {
  readonly words: string;
  /** Numbers of the leads whose plugs move. */
  readonly leads: readonly number[];
  readonly edit: MoveEdit;
};

const audioOf = (box: Box, direction: 'in' | 'out'): readonly Jack[] =>
  box.jacks.filter(
    (jack) =>
      isAudio(jack) && jack.carries !== 'air' && jack.carries !== 'radio' && jack.direction === direction,
  );

const leadInto = (plugged: readonly Plugged[], ref: JackRef | null): Plugged | undefined =>
  ref ? plugged.find(({ to }) => to.some((at) => at.box === ref.box && at.jack === ref.jack)) : undefined;
const leadOutOf = (plugged: readonly Plugged[], ref: JackRef | null): Plugged | undefined =>
  ref ? plugged.find(({ from }) => from.some((at) => at.box === ref.box && at.jack === ref.jack)) : undefined;

type Line = { readonly box: Box; readonly into: JackRef; readonly outOf: JackRef };

/** The way through a box that can stand in a lead: its first audio input and output. Null: it has none. */
function lineThrough(box: Box | undefined): Line | null {
  const [into, outOf] = box ? [audioOf(box, 'in')[0], audioOf(box, 'out')[0]] : [];
  return box && into && outOf
    ? { box, into: { box: box.id, jack: into.id }, outOf: { box: box.id, jack: outOf.id } }
    : null;
}

/** Boxes that could be put into a lead as they lie: a way through, and nothing in it. */
export function insertable(rig: Rig, variant: string | null): readonly Box[] {
  const plugged = wiring(rig, variant);
  return inOrder(rig.boxes).filter((box) => {
    const line = isOneInOneOut(box) ? lineThrough(box) : null;
    return line !== null && !leadInto(plugged, line.into) && !leadOutOf(plugged, line.outOf);
  });
}

/** Puts a box into a lead. The old number stays on the part plugged at its source. Null: it cannot stand there. */
export function insertEdit(rig: Rig, variant: string | null, leadId: string, boxId: string): EditCall | null {
  const line = lineThrough(boxOf(rig, boxId));
  const plugged = wiring(rig, variant).find(({ lead }) => lead.id === leadId);
  const onward = plugged?.to[0];
  if (!line || !onward) return null;
  return {
    edit: 'insertInLead',
    arguments: {
      lead: leadId,
      into: line.into,
      outOf: line.outOf,
      rest: leadFor(rig, [line.outOf], onward),
      ...scopeIn(variant),
    },
  };
}

/** Takes a box out; where one lead came in and one went out, the first now goes where the second went. */
export function removeEdit(rig: Rig, variant: string | null, boxId: string): EditCall {
  const line = lineThrough(boxOf(rig, boxId));
  const plugged = wiring(rig, variant);
  const [before, after] = [leadInto(plugged, line?.into ?? null), leadOutOf(plugged, line?.outOf ?? null)];
  const heals =
    line !== null &&
    before !== undefined &&
    after !== undefined &&
    before !== after &&
    after.to.length > 0 &&
    before.from.every((ref) => ref.box !== boxId) &&
    after.to.every((ref) => ref.box !== boxId) &&
    isOneInOneOut(line.box);
  return {
    edit: 'removeBox',
    arguments: heals
      ? { id: boxId, heal: [{ lead: before.lead.id, to: after.to, away: after.lead.id }] }
      : { id: boxId },
  };
}

const numbers = (...leads: readonly Lead[]) => leads.map((lead) => lead.number).sort((a, b) => a - b);

type MoveEdit = Extract<SingleEdit, { edit: 'moveEarlier' | 'moveLater' }>;

function movesEdit(
  variant: string | null,
  way: Way,
  moves: readonly Move[],
  swap: readonly [Box, Box] | null,
): MoveEdit {
  const orders =
    swap && swap[0].place === swap[1].place
      ? { orders: { [swap[0].id]: swap[1].order, [swap[1].id]: swap[0].order } }
      : {};
  return {
    edit: way === 'earlier' ? 'moveEarlier' : 'moveLater',
    arguments: { moves, ...orders, ...scopeIn(variant) },
  };
}

/** Over a neighbour that is one in, one out: every lead keeps the jack at its source. */
function overNeighbour(
  rig: Rig,
  variant: string | null,
  way: Way,
  first: Line,
  second: Line,
): MoveChoice | null {
  const plugged = wiring(rig, variant);
  const [before, between, after] = [
    leadInto(plugged, first.into),
    leadOutOf(plugged, first.outOf),
    leadOutOf(plugged, second.outOf),
  ];
  if (!before || !between) return null;
  const moves: Move[] = [{ lead: before.lead.id, to: [second.into] }];
  const onward = after?.to ?? [];
  if (after && onward.length > 0) {
    moves.push({ lead: after.lead.id, to: [first.into] }, { lead: between.lead.id, to: onward });
  } else if (after) {
    moves.push({ lead: after.lead.id, to: [first.into] }, { lead: between.lead.id, to: [] });
  } else {
    // Nothing behind the second: its output takes the lead between, turned about.
    moves.push({ lead: between.lead.id, from: [second.outOf], to: [first.into] });
  }
  const leads = [before, between, ...(after ? [after] : [])].map(({ lead }) => lead);
  const other = way === 'later' ? second.box : first.box;
  return {
    words: `${way === 'later' ? 'behind' : 'ahead of'} ${other.name}`,
    leads: numbers(...leads),
    edit: movesEdit(variant, way, moves, [first.box, second.box]),
  };
}

/** Out of its place and into another lead: past a hub, where a step has several sides. */
function intoLead(
  rig: Rig,
  variant: string | null,
  way: Way,
  line: Line,
  target: Plugged,
): MoveChoice | null {
  const plugged = wiring(rig, variant);
  const [before, after] = [leadInto(plugged, line.into), leadOutOf(plugged, line.outOf)];
  if (!before || !after || target.to.length === 0) return null;
  const moves: Move[] = [
    { lead: before.lead.id, to: after.to },
    { lead: target.lead.id, to: [line.into] },
    { lead: after.lead.id, to: target.to },
  ];
  return {
    words: `into lead ${target.lead.number}, ${endWords(rig, target.from.slice(0, 1))} to ${endWords(rig, target.to.slice(0, 1))}`,
    leads: numbers(before.lead, target.lead, after.lead),
    edit: movesEdit(variant, way, moves, null),
  };
}

/** Out of its place and into a lead anywhere: the edit, or null where the box or the lead cannot do that. */
export function moveInto(
  rig: Rig,
  variant: string | null,
  way: Way,
  boxId: string,
  leadId: string,
): MoveEdit | null {
  const box = boxOf(rig, boxId);
  const line = box && isOneInOneOut(box) ? lineThrough(box) : null;
  const target = wiring(rig, variant).find(({ lead }) => lead.id === leadId);
  if (!line || !target || [...target.from, ...target.to].some((ref) => ref.box === boxId)) return null;
  return intoLead(rig, variant, way, line, target)?.edit ?? null;
}

/** Out of the path, kept in the rig: the lead ahead goes where the lead behind went, which is put away. */
export function takeOutEdit(rig: Rig, variant: string | null, boxId: string): EditGroup | null {
  const line = lineThrough(boxOf(rig, boxId));
  const plugged = wiring(rig, variant);
  const [before, after] = [leadInto(plugged, line?.into ?? null), leadOutOf(plugged, line?.outOf ?? null)];
  if (!line || !before || !after || before === after || after.to.length === 0) return null;
  const loosen = (side: 'from' | 'to') =>
    ({ edit: 'unplug', arguments: { lead: after.lead.id, side, ...scopeIn(variant) } }) as const;
  return {
    edit: 'together',
    arguments: {
      label: `Take ${line.box.name} out of the path`,
      edits: [
        loosen('from'),
        loosen('to'),
        {
          edit: 'replug',
          arguments: { lead: before.lead.id, side: 'to', at: after.to, ...scopeIn(variant) },
        },
      ],
    },
  };
}

/**
 * The ways a box can go one step earlier or later on the route: one over a neighbour that is one in, one out; at a
 * hub one for each lead on its other side. Empty where it stands at an end or is no box of a line.
 */
export function moveChoices(
  rig: Rig,
  variant: string | null,
  boxId: string,
  way: Way,
): readonly MoveChoice[] {
  const box = boxOf(rig, boxId);
  const line = box && isOneInOneOut(box) ? lineThrough(box) : null;
  if (!line) return [];
  const plugged = wiring(rig, variant);
  const lead = way === 'later' ? leadOutOf(plugged, line.outOf) : leadInto(plugged, line.into);
  const nextBox = boxOf(rig, (way === 'later' ? lead?.to[0] : lead?.from[0])?.box ?? '');
  if (!nextBox || nextBox === line.box) return [];
  const next = isOneInOneOut(nextBox) ? lineThrough(nextBox) : null;
  if (next) {
    const choice =
      way === 'later'
        ? overNeighbour(rig, variant, way, line, next)
        : overNeighbour(rig, variant, way, next, line);
    return choice ? [choice] : [];
  }
  const beyond = plugged.filter(({ lead: other, from, to }) => {
    const near = way === 'later' ? from : to;
    const carriesSound = other.kind !== 'speaker' && other.kind !== 'air' && other.kind !== 'radio';
    return carriesSound && other !== lead?.lead && near.some((ref) => ref.box === nextBox.id);
  });
  const rank = ({ from, to }: Plugged) =>
    nextBox.jacks.findIndex((jack) => (way === 'later' ? from : to).some((ref) => ref.jack === jack.id));
  return [...beyond]
    .filter(({ from, to }) => [...from, ...to].every((ref) => ref.box !== boxId))
    .sort((a, b) => rank(a) - rank(b))
    .flatMap((target) => intoLead(rig, variant, way, line, target) ?? []);
}
