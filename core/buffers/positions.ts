// Where a buffer may stand: in each lead of the order, with the two pieces that the lead then is.
import { actChains, heldFrom, slotsOfHeld, wireAct, type ChainsAt, type Held } from '../chain';
import { computedLength } from '../lengths';
import { jackKey, wiring, type Box, type Lead, type Rig, type Side } from '../model';
import type { Cable } from '../network';
import { sidesOf } from './hand';

export type Pieces = { readonly ahead: Cable; readonly behind: Cable };

export type Position = {
  /** The lead of the bare rig. */
  readonly lead: string;
  readonly number: number;
  /**
   * What the lead becomes on both sides of each buffer: where it stands on the floor decides how long each piece is.
   * Null: that buffer cannot stand here.
   */
  readonly pieces: readonly (Pieces | null)[];
  /** The jacks that it is between, as keys. */
  readonly from: string;
  readonly to: string;
  /** Of two sides of a stereo signal, and the lead of the other one; null: it is mono. */
  readonly side: { readonly is: 'left' | 'right'; readonly other: string } | null;
};

const cableOf = ({ lengthM, faradPerM, measured }: Lead): Cable => ({
  lengthM,
  ...(faradPerM === undefined ? {} : { faradPerM }),
  ...(measured === undefined ? {} : { measured }),
});

const keys = (refs: readonly { readonly box: string; readonly jack: string }[]) =>
  refs.map(jackKey).join(' ');

/** The leads at one side of a buffer, and the jacks at their far ends, as keys. */
export function around(rig: Rig, variant: string | null, box: Box, side = 0) {
  const own = sidesOf(box)[side];
  const at = (jack: string | undefined) => `${box.id}/${jack ?? ''}`;
  const leads = wiring(rig, variant);
  const into = leads.find(({ to }) => to.some((ref) => jackKey(ref) === at(own?.in)));
  const out = leads.find(({ from }) => from.some((ref) => jackKey(ref) === at(own?.out)));
  return { into, out, from: into ? keys(into.from) : '', to: out ? keys(out.to) : '' };
}

type Around = ReturnType<typeof around>;

/** A lead with one end at a jack instead: as long as the rule has it, where nobody said its length. */
function withEnd(rig: Rig, lead: Lead, side: Side, box: Box, jack: string): Cable {
  const moved = { ...lead, [side]: { ...lead[side], at: [{ box: box.id, jack }] } };
  const rule = lead.lengthBy === 'computed' ? computedLength(rig, moved) : null;
  return cableOf(rule ? { ...moved, lengthM: rule.lengthM } : moved);
}

/** What a lead becomes around one side of a box that would stand where another was tried. */
function piecesAt(trial: Rig, { into, out }: Around, box: Box, side: number): Pieces | null {
  const own = sidesOf(box)[side];
  if (!into || !out || !own) return null;
  return {
    ahead: withEnd(trial, { ...into.lead, from: { ...into.lead.from, at: into.from } }, 'to', box, own.in),
    behind: withEnd(trial, { ...out.lead, to: { ...out.lead.to, at: out.to } }, 'from', box, own.out),
  };
}

/** Leads that are plugged at both ends, by their jacks. */
const runsOf = (rig: Rig, variant: string | null): ReadonlyMap<string, Lead> =>
  new Map(
    wiring(rig, variant).flatMap(({ lead, from, to }) =>
      from.length > 0 && to.length > 0 ? [[`${keys(from)} > ${keys(to)}`, lead] as const] : [],
    ),
  );

type Tried = { readonly trial: Rig; readonly gone: readonly Lead[] };

/**
 * Every lead that a buffer can be put into by an act on the order, where nothing else changes, with what the lead then
 * becomes for each of them: one is tried, the others would stand in its place. Where the signal is in stereo both of
 * its leads are positions: two buffers stand there, or one with two sides.
 * @param buffers boxes of the rig, none of them in the order; two of them have one side
 */
export function positionsOf(rig: Rig, at: ChainsAt, buffers: readonly Box[]): readonly Position[] {
  const [first, second] = buffers.filter((box) => sidesOf(box).length === 1);
  const twin = buffers.find((box) => sidesOf(box).length === 2);
  const held = first && heldFrom(rig, at, { type: 'box', id: first.id });
  if (!first || !second || held?.kind !== 'box') return [];
  const { slots } = slotsOfHeld(rig, actChains(rig, at), held);
  const base = runsOf(rig, at.variant);
  /** What stands in a slot takes the place of as many leads as it has sides, and leaves the others as they are. */
  const tried = (what: Held, slot: number, sides: number): Tried | null => {
    const wired = wireAct(rig, at, { act: 'put', held: what, slot });
    if ('reason' in wired) return null;
    const now = runsOf(wired.trial, at.variant);
    const gone = [...base].flatMap(([key, lead]) => (now.has(key) ? [] : [lead]));
    return gone.length === sides && now.size === base.size + sides ? { trial: wired.trial, gone } : null;
  };
  const found: Position[] = [];
  const add = ({ trial, gone }: Tried, box: Box, sideOf: (one: Box) => number, side: Position['side']) => {
    const own = around(trial, at.variant, box);
    const lead = base.get(`${own.from} > ${own.to}`);
    if (!lead || !gone.includes(lead) || found.some((one) => one.lead === lead.id)) return;
    const pieces = buffers.map((one) => piecesAt(trial, own, one, sideOf(one)));
    found.push({ lead: lead.id, number: lead.number, pieces, from: own.from, to: own.to, side });
  };
  slots.forEach((_, slot) => {
    const beside = tried({ kind: 'box', box: first.id, right: second.id }, slot, 2);
    const [left, right] = [first, second].map((box) => {
      const own = beside && around(beside.trial, at.variant, box);
      return own && base.get(`${own.from} > ${own.to}`)?.id;
    });
    if (beside && left && right) {
      add(beside, first, () => 0, { is: 'left', other: right });
      add(beside, second, (box) => sidesOf(box).length - 1, { is: 'right', other: left });
      return;
    }
    const alone = tried(held, slot, 1);
    // With one side in use it may be that the other is wired too: what stands behind would take both.
    const isTwinToo = alone && twin && tried({ kind: 'box', box: twin.id }, slot, 1) !== null;
    if (alone) add(alone, first, (box) => (sidesOf(box).length === 2 && !isTwinToo ? -1 : 0), null);
  });
  return found;
}

/** Every way passes two things in the order that a list has them. */
const isInOrder = (ways: readonly (readonly string[])[], order: readonly string[], lead: string): boolean =>
  ways.every((way) => {
    const here = way.indexOf(lead);
    return (
      here < 0 ||
      way.every((other, i) => i === here || i < here === order.indexOf(other) < order.indexOf(lead))
    );
  });

/**
 * Positions in an order that every way goes along: those of the first way, then what others have behind what they share.
 * @returns without those that two ways pass in unlike order, and without a side whose other side is left out
 */
export function inWayOrder(
  positions: readonly Position[],
  ways: readonly (readonly string[])[],
): readonly Position[] {
  const order: string[] = [];
  for (const way of ways) {
    let at = 0;
    for (const lead of way) {
      const known = order.indexOf(lead);
      if (known < 0) order.splice(at, 0, lead);
      at = (known < 0 ? at : known) + 1;
    }
  }
  const along = order.filter((lead) => isInOrder(ways, order, lead));
  const there = (lead: string) => along.includes(lead) && positions.some((one) => one.lead === lead);
  return along.flatMap((lead) =>
    positions.filter((one) => one.lead === lead && (one.side === null || there(one.side.other))),
  );
}
