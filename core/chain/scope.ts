// Where chains are wired: in the base or in a variant, by which inner wirings; and what a change of them becomes there.
import type { RoutingChange } from '../edits';
import { boxOf, freshId, inNight, wiring, type Box, type Rig, type Variant } from '../model';
import { outletWants, type Wirings } from '../signal';

/** A night, and the inner wiring that each box with several is in; not said: the one at rest. */
export type ChainsAt = {
  /** Null: the base wiring. */
  readonly variant: string | null;
  readonly wirings: Wirings;
};

/** Every lead's ends as a night has them, said by themselves. */
const told = (rig: Rig, variant: string | null): Variant['leads'] =>
  Object.fromEntries(
    wiring(rig, variant).map(({ lead, from, to }) => [lead.id, { from: [...from], to: [...to] }]),
  );

function inWirings(box: Box, wirings: Wirings, night: Variant | undefined): Box {
  const patch = wirings[box.id] ?? night?.state.patches[box.id] ?? box.patch;
  return patch === box.patch ? box : { ...box, patch };
}

function inVariant(box: Box, { state }: Variant): Box {
  const stateOf = (id: string, own: string) => state.blocks[`${box.id}/${id}`] ?? own;
  const modeOf = (id: string, own: string | null) => state.modes[`${box.id}/${id}`] ?? own;
  const differs =
    box.blocks.some((block) => stateOf(block.id, block.state) !== block.state) ||
    box.jacks.some((jack) => modeOf(jack.id, jack.mode) !== jack.mode);
  if (!differs) return box;
  return {
    ...box,
    blocks: box.blocks.map((block) => ({ ...block, state: stateOf(block.id, block.state) })),
    jacks: box.jacks.map((jack) => ({ ...jack, mode: modeOf(jack.id, jack.mode) })),
  };
}

/**
 * A rig as one night has it, told as if that were its base: what is worked out for a base is right for it. The other
 * nights stay beside it, each with all of its leads, so that a lead is still long enough in every one.
 */
export function asBase(rig: Rig, { variant, wirings }: ChainsAt): Rig {
  const night = rig.variants.find(({ id }) => id === variant);
  const boxes = rig.boxes.map((box) => inWirings(box, wirings, night));
  const isSame = boxes.every((box, i) => box === rig.boxes[i]);
  if (!night) return isSame ? rig : { ...rig, boxes };
  const own = told(rig, night.id);
  const outlets = outletWants(inNight(rig, night.id)).map(({ variant: _, ...want }) => want);
  return {
    ...rig,
    wants: [...rig.wants.filter(({ type }) => type !== 'output'), ...outlets],
    boxes: boxes.map((box) => inVariant(box, night)),
    leads: rig.leads.map((lead) => {
      const { from, to } = own[lead.id] ?? { from: lead.from.at, to: lead.to.at };
      return { ...lead, from: { ...lead.from, at: from }, to: { ...lead.to, at: to } };
    }),
    variants: [null, ...rig.variants.filter(({ id }) => id !== night.id).map(({ id }) => id)].map((id) => ({
      ...(rig.variants.find((one) => one.id === id) ?? night),
      id: id ?? 'base',
      leads: told(rig, id),
    })),
  };
}

/** Is an inner wiring in force anywhere but in this variant? */
const servesOthers = (rig: Rig, variant: string, box: Box, patch: string): boolean =>
  box.patch === patch ||
  rig.variants.some(({ id, state }) => id !== variant && state.patches[box.id] === patch) ||
  rig.sounds.some(({ state }) => state.patches[box.id] === patch);

/**
 * A change that was worked out for a night as if it were the base, as what it is for the rig: in a variant, inner wires
 * that other nights pass too are left to them and changed in a wiring of its own, and a lead that is plugged in another
 * night keeps its adapters. An inner wiring that a sound brings is the sound's on every night: it is changed for all.
 */
export function scoped(rig: Rig, { variant, wirings }: ChainsAt, change: RoutingChange): RoutingChange {
  if (variant === null) return change;
  const night = rig.variants.find(({ id }) => id === variant);
  const inForce = (box: Box) => night?.state.patches[box.id] ?? box.patch;
  const others = [null, ...rig.variants.flatMap(({ id }) => (id === variant ? [] : [id]))];
  const elsewhere = new Set(
    others.flatMap((id) =>
      wiring(rig, id).flatMap(({ lead, from, to }) => (from.length + to.length > 0 ? [lead.id] : [])),
    ),
  );
  return {
    ...change,
    variant,
    adapters: change.adapters.filter(({ lead }) => !elsewhere.has(lead)),
    wires: change.wires.map((one) => {
      const box = boxOf(rig, one.box);
      const bySound = box && (wirings[box.id] ?? inForce(box)) !== inForce(box);
      if (!box || bySound || !servesOthers(rig, variant, box, one.patch)) return one;
      const name = night?.name ?? variant;
      return { ...one, patch: freshId('variant', new Set(box.patches.map(({ id }) => id))), name };
    }),
  };
}
