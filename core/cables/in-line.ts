import type { EditCall, EditGroup, Heal, SingleEdit } from '../edits';
import { inOrder, isOneInOneOut } from '../lengths';
import {
  boxOf,
  isAudio,
  isLink,
  isTurned,
  jackKey,
  jackOf,
  nightIds,
  otherSide,
  wiring,
  type Box,
  type Jack,
  type JackRef,
  type Lead,
  type Plugged,
  type Rig,
  type Side,
  type Variant,
} from '../model';
import { leadFor } from './lead-for';
import { scopeIn } from './plug-edits';

type Way = 'earlier' | 'later';

const audioOf = (box: Box, direction: 'in' | 'out'): readonly Jack[] =>
  box.jacks.filter(
    (jack) =>
      isAudio(jack) && jack.carries !== 'air' && jack.carries !== 'radio' && jack.direction === direction,
  );

/** A lead by the end that stands in a jack; `far`: where its other end stands. Either end may be the one. */
type Standing = { readonly lead: Lead; readonly side: Side; readonly far: readonly JackRef[] };

function leadIn(plugged: readonly Plugged[], ref: JackRef | undefined): Standing | undefined {
  const key = ref && jackKey(ref);
  for (const side of ['to', 'from'] as const) {
    const run = plugged.find((one) => one[side].some((at) => jackKey(at) === key));
    if (run) return { lead: run.lead, side, far: run[otherSide(side)] };
  }
  return undefined;
}

/** The end of a lead that the signal comes out at. */
const onwardOf = (rig: Rig, plugged: Plugged): Side => (isTurned(rig, plugged) ? 'from' : 'to');

type Line = { readonly box: Box; readonly into: JackRef; readonly outOf: JackRef };

/** The way through a box that can stand in a lead: its first audio input and output. Null: it has none. */
function lineThrough(box: Box | undefined): Line | null {
  const [into, outOf] = box ? [audioOf(box, 'in')[0], audioOf(box, 'out')[0]] : [];
  return box && into && outOf
    ? { box, into: { box: box.id, jack: into.id }, outOf: { box: box.id, jack: outOf.id } }
    : null;
}

/**
 * Boxes that could be put into a lead as they lie: a way through, and nothing in it, whichever way round it is plugged;
 * for the base in none of the nights, as what is new in it lies in all of them.
 */
export function insertable(rig: Rig, variant: string | null): readonly Box[] {
  const nights = variant === null ? nightIds(rig) : [variant];
  const ends = nights.flatMap((night) => wiring(rig, night)).flatMap(({ from, to }) => [...from, ...to]);
  const held = new Set(ends.map(jackKey));
  return inOrder(rig.boxes).filter((box) => {
    const line = isOneInOneOut(box) ? lineThrough(box) : null;
    return line !== null && !held.has(jackKey(line.into)) && !held.has(jackKey(line.outOf));
  });
}

/** Puts a box into a lead. The old number stays on the part plugged at its source. Null: it cannot stand there. */
export function insertEdit(rig: Rig, variant: string | null, leadId: string, boxId: string): EditCall | null {
  const line = lineThrough(boxOf(rig, boxId));
  const plugged = wiring(rig, variant).find(({ lead }) => lead.id === leadId);
  const side = plugged && onwardOf(rig, plugged);
  const onward = side && plugged[side][0];
  if (!line || !onward) return null;
  return {
    edit: 'insertInLead',
    arguments: {
      lead: leadId,
      ...(side === 'from' ? { side } : {}),
      into: line.into,
      outOf: line.outOf,
      rest: leadFor(rig, [line.outOf], onward),
      ...scopeIn(variant),
    },
  };
}

/** Where, once a box is gone, the lead ahead of it goes on as the one behind it did, in one night. Null: it stands in no line. */
function healIn(rig: Rig, night: string | null, { box, into, outOf }: Line): Heal | null {
  const plugged = wiring(rig, night);
  const [before, after] = [leadIn(plugged, into), leadIn(plugged, outOf)];
  const isOwn = (ref: JackRef) => ref.box === box.id;
  if (!before || !after || before.lead === after.lead || isLink(before.lead) || isLink(after.lead))
    return null;
  if (after.far.length === 0 || before.far.some(isOwn) || after.far.some(isOwn)) return null;
  return { lead: before.lead.id, [before.side]: after.far, away: after.lead.id, ...scopeIn(night) };
}

/** Is there room for what the base heals in a variant that follows it there? */
const hasRoom = (rig: Rig, variant: Variant, { lead: before, from = [], to = from, away }: Heal): boolean =>
  variant.leads[before] !== undefined ||
  wiring(rig, variant.id)
    .filter(({ lead }) => lead.id !== before && (lead.id !== away || variant.leads[away] !== undefined))
    .flatMap((plugged) => [...plugged.from, ...plugged.to])
    .every((ref) => jackOf(rig, ref)?.mult === true || to.every((one) => jackKey(one) !== jackKey(ref)));

/**
 * Takes a box out of every night; where one lead came in and one went out, the first now goes where the second went: as
 * the base has it, and as each variant has it that plugs there otherwise.
 */
export function removeEdit(rig: Rig, boxId: string): EditCall {
  const box = boxOf(rig, boxId);
  const line = box && isOneInOneOut(box) ? lineThrough(box) : null;
  if (!line) return { edit: 'removeBox', arguments: { id: boxId } };
  const base = healIn(rig, null, line);
  const own = rig.variants.flatMap((variant) => {
    const heal = healIn(rig, variant.id, line);
    return heal && (variant.leads[heal.lead] ?? variant.leads[heal.away]) ? [{ variant, heal }] : [];
  });
  // Variants first: what they heal by themselves follows the base no more.
  const following = rig.variants.filter((one) => own.every(({ variant }) => variant !== one));
  const heal = [
    ...own.map((one) => one.heal),
    ...(base && following.every((variant) => hasRoom(rig, variant, base)) ? [base] : []),
  ];
  return { edit: 'removeBox', arguments: heal.length > 0 ? { id: boxId, heal } : { id: boxId } };
}

type MoveEdit = Extract<SingleEdit, { edit: 'moveEarlier' | 'moveLater' }>;

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
  const plugged = wiring(rig, variant);
  const target = plugged.find(({ lead }) => lead.id === leadId);
  if (!line || !target || [...target.from, ...target.to].some((ref) => ref.box === boxId)) return null;
  const [before, after] = [leadIn(plugged, line.into), leadIn(plugged, line.outOf)];
  const onward = onwardOf(rig, target);
  if (!before || !after || target[onward].length === 0) return null;
  return {
    edit: way === 'earlier' ? 'moveEarlier' : 'moveLater',
    arguments: {
      moves: [
        { lead: before.lead.id, [before.side]: after.far },
        { lead: target.lead.id, [onward]: [line.into] },
        { lead: after.lead.id, [otherSide(after.side)]: target[onward] },
      ],
      ...scopeIn(variant),
    },
  };
}

/** Out of the path, kept in the rig: the lead ahead goes where the lead behind went, which is put away. */
export function takeOutEdit(rig: Rig, variant: string | null, boxId: string): EditGroup | null {
  const line = lineThrough(boxOf(rig, boxId));
  const plugged = wiring(rig, variant);
  const [before, after] = [leadIn(plugged, line?.into), leadIn(plugged, line?.outOf)];
  if (!line || !before || !after || before.lead === after.lead || after.far.length === 0) return null;
  const loosen = (side: Side) =>
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
          arguments: { lead: before.lead.id, side: before.side, at: after.far, ...scopeIn(variant) },
        },
      ],
    },
  };
}
