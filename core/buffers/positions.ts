// Where a buffer may stand: in each lead of the order, with the two pieces that the lead then is.
import { heldFrom, slotsOfHeld, actChains, wireAct, type ChainsAt } from '../chain';
import { computedLength } from '../lengths';
import { isAudio, jackKey, wiring, type Box, type Lead, type Rig } from '../model';
import type { Cable } from '../network';

export type Pieces = { readonly ahead: Cable; readonly behind: Cable };

export type Position = {
  /** The lead of the bare rig. */
  readonly lead: string;
  readonly number: number;
  /** What the lead becomes on both sides of each buffer: where it stands on the floor decides how long each piece is. */
  readonly pieces: readonly Pieces[];
  /** The jacks that it is between, as keys. */
  readonly from: string;
  readonly to: string;
};

const cableOf = ({ lengthM, faradPerM, measured }: Lead): Cable => ({
  lengthM,
  ...(faradPerM === undefined ? {} : { faradPerM }),
  ...(measured === undefined ? {} : { measured }),
});

const keys = (refs: readonly { readonly box: string; readonly jack: string }[]) =>
  refs.map(jackKey).join(' ');

const audioJack = (box: Box, direction: 'in' | 'out') =>
  box.jacks.find((one) => isAudio(one) && one.direction === direction)?.id ?? '';

/** The leads at a box's input and output, and the jacks at their far ends, as keys. */
export function around(rig: Rig, variant: string | null, box: Box) {
  const jack = (direction: 'in' | 'out') => `${box.id}/${audioJack(box, direction)}`;
  const leads = wiring(rig, variant);
  const into = leads.find(({ to }) => to.some((ref) => jackKey(ref) === jack('in')));
  const out = leads.find(({ from }) => from.some((ref) => jackKey(ref) === jack('out')));
  return { into, out, from: into ? keys(into.from) : '', to: out ? keys(out.to) : '' };
}

/** What a lead would be with one end at a box instead: as long as the rule has it, where nobody said its length. */
function withEnd(rig: Rig, lead: Lead, side: 'from' | 'to', box: Box): Cable {
  const jack = audioJack(box, side === 'to' ? 'in' : 'out');
  const moved = { ...lead, [side]: { ...lead[side], at: [{ box: box.id, jack }] } };
  const rule = lead.lengthBy === 'computed' ? computedLength(rig, moved) : null;
  return cableOf(rule ? { ...moved, lengthM: rule.lengthM } : moved);
}

/**
 * Every lead that a buffer can be put into by an act on the order, where nothing else changes, with what the lead then
 * becomes for each of them: one is tried, the others would stand in its place.
 * @param buffers boxes of the rig, none of them in the order
 */
export function positionsOf(rig: Rig, at: ChainsAt, buffers: readonly Box[]): readonly Position[] {
  const [first] = buffers;
  const held = first && heldFrom(rig, at, { type: 'box', id: first.id });
  if (!first || held?.kind !== 'box') return [];
  const { slots } = slotsOfHeld(rig, actChains(rig, at), held);
  const base = wiring(rig, at.variant);
  const found: Position[] = [];
  slots.forEach((_, slot) => {
    const wired = wireAct(rig, at, { act: 'put', held, slot });
    if ('reason' in wired) return;
    const { into, out, from, to } = around(wired.trial, at.variant, first);
    if (!into || !out) return;
    const was = base.find((one) => keys(one.from) === from && keys(one.to) === to);
    if (!was || found.some(({ lead }) => lead === was.lead.id)) return;
    const pieces = buffers.map((box) => ({
      ahead: withEnd(wired.trial, { ...into.lead, from: { ...into.lead.from, at: into.from } }, 'to', box),
      behind: withEnd(wired.trial, { ...out.lead, to: { ...out.lead.to, at: out.to } }, 'from', box),
    }));
    found.push({ lead: was.lead.id, number: was.lead.number, pieces, from, to });
  });
  return found;
}

/**
 * Positions in an order that every way goes along: those of the first way, then what others have behind what they share.
 * @returns with those left out that two ways pass in unlike order
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
  const isAlong = (lead: string) =>
    ways.every((way) => {
      const here = way.indexOf(lead);
      return (
        here < 0 ||
        way.every((other, i) => i === here || i < here === order.indexOf(other) < order.indexOf(lead))
      );
    });
  return order.flatMap((lead) => (isAlong(lead) ? positions.filter((one) => one.lead === lead) : []));
}
