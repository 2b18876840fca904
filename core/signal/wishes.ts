import { type Block, type Box, type EffectCategory, type EffectWish, type JackRef, type Rig } from '../rig';

/** Where the usual order has an effect: chapter "order" of the trade; `either` where good technicians disagree. */
const USUAL: Record<EffectCategory, EffectWish> = {
  fuzz: 'ahead',
  booster: 'ahead',
  tuner: 'ahead',
  pitch: 'ahead',
  wah: 'ahead',
  filter: 'ahead',
  compressor: 'ahead',
  overdrive: 'ahead',
  distortion: 'ahead',
  gate: 'ahead',
  eq: 'either',
  volume: 'either',
  phaser: 'either',
  flanger: 'either',
  chorus: 'after',
  tremolo: 'after',
  delay: 'after',
  reverb: 'after',
  looper: 'after',
};

/** Where this effect is wished: as said, else by its category; what wants the pickup must see it. */
export function wishFor(rig: Rig, box: Box, block: Block): EffectWish {
  const said = rig.wants.find(
    (want) => want.type === 'effect' && want.box === box.id && want.block === block.id,
  );
  if (said?.type === 'effect') return said.where;
  if (block.wantsPickup) return 'pickup';
  return block.category ? USUAL[block.category] : 'either';
}

/** Something that must be heard: a loudspeaker or a desk channel, in some sounds (empty: all). */
export type WantedOutput = {
  readonly kind: 'loudspeaker' | 'desk' | 'named';
  readonly at: JackRef | null;
  readonly sounds: readonly string[];
};

const hasRole = (rig: Rig, role: Block['role']) =>
  rig.boxes.some((box) => box.blocks.some((block) => block.role === role));

/**
 * What must come out. Without wishes: every sound reaches a loudspeaker, and the desk if a microphone and a desk
 * are in the rig.
 */
export function wantedOutputs(rig: Rig): readonly WantedOutput[] {
  const said = rig.wants.flatMap((want) => (want.type === 'output' ? [want] : []));
  if (said.length > 0) return said.map((want) => ({ kind: 'named', at: want.at, sounds: want.sounds }));
  const outputs: WantedOutput[] = [{ kind: 'loudspeaker', at: null, sounds: [] }];
  if (hasRole(rig, 'mic') && hasRole(rig, 'mix')) outputs.push({ kind: 'desk', at: null, sounds: [] });
  return outputs;
}

/** The role of the block that hears what comes in at this jack, if a wire leads straight to one. */
export function blockBehind(box: Box, jack: string): Block | undefined {
  for (const wire of box.patches.find((patch) => patch.id === box.patch)?.wires ?? [])
    if ('jack' in wire.from && wire.from.jack === jack && 'block' in wire.to) {
      const id = wire.to.block;
      return box.blocks.find((block) => block.id === id);
    }
  return undefined;
}
