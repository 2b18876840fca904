import { inOrder } from '../lengths';
import {
  blockIn,
  derive,
  type Block,
  type Box,
  type EffectCategory,
  type EffectWish,
  type JackRef,
  type Reads,
  type Want,
} from '../model';

/** Where the usual order has an effect, as the trade teaches it; `either` where good technicians disagree. */
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
  // Around the drives, around the preamp or right behind the send: by where the noise is made.
  gate: 'either',
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
export function wishFor(rig: Reads<'wants'>, box: Box, block: Block): EffectWish {
  const said = rig.wants.find(
    (want) => want.type === 'effect' && want.box === box.id && want.block === block.id,
  );
  if (said?.type === 'effect') return said.where;
  if (block.wantsPickup) return 'pickup';
  return block.category ? USUAL[block.category] : 'either';
}

type OutletWant = Extract<Want, { type: 'output' }>;

/** Something that must be heard: an amplifier's loudspeaker, a desk channel, ears; in some sounds (empty: all). */
export type WantedOutput = {
  readonly kind: 'loudspeaker' | 'desk' | 'monitor' | 'named';
  readonly at: JackRef | null;
  readonly sounds: readonly string[];
};

/** A place where something can be heard: an amplifier's loudspeaker by its air, a desk channel, a feed's end. */
export type Outlet = {
  readonly kind: 'loudspeaker' | 'desk' | 'monitor';
  readonly box: Box;
  readonly block: Block;
  readonly at: JackRef;
};

const KINDS: Partial<Record<Block['role'], Outlet['kind']>> = {
  speaker: 'loudspeaker',
  mix: 'desk',
  monitor: 'monitor',
};

/** The jack that stands for what a block makes heard: the loudspeaker's air, else the jack its sound comes in by. */
function outletJack(box: Box, block: Block): string | undefined {
  const wires = box.patches.find((patch) => patch.id === box.patch)?.wires ?? [];
  const air = wires.find(({ from, to }) => 'block' in from && from.block === block.id && 'jack' in to);
  if (block.role === 'speaker' && air && 'jack' in air.to) return air.to.jack;
  const seen = new Set<string>();
  for (let at: string | undefined = block.id; at !== undefined && !seen.has(at);) {
    seen.add(at);
    const here: string = at;
    const into = wires.find(({ to }) => 'block' in to && to.block === here)?.from;
    if (into && 'jack' in into) return into.jack;
    at = into && 'block' in into ? into.block : undefined;
  }
  return undefined;
}

/** Every place of a rig where something can be heard, in the order of its boxes. */
export const outletsOf = derive(['boxes'], ({ boxes }): readonly Outlet[] =>
  inOrder(boxes).flatMap((box) =>
    box.blocks.flatMap((block): Outlet[] => {
      const kind = KINDS[block.role];
      const jack = kind && outletJack(box, block);
      return kind && jack !== undefined ? [{ kind, box, block, at: { box: box.id, jack } }] : [];
    }),
  ),
);

const hasRole = (rig: Reads<'boxes'>, role: Block['role']) =>
  rig.boxes.some((box) => box.blocks.some((block) => block.role === role));

/** The wishes for outlets that hold in a night: its own, else those of the base. */
export function outletWants({ wants, variant }: Reads<'wants' | 'variant'>): readonly OutletWant[] {
  const all = wants.flatMap((want) => (want.type === 'output' ? [want] : []));
  const own = all.filter((want) => variant !== null && want.variant === variant.id);
  return own.length > 0 ? own : all.filter((want) => want.variant === undefined);
}

/**
 * What must come out in a night. Without wishes: every sound reaches a loudspeaker, and the desk if a microphone and a desk
 * are in the rig; where there is no guitar loudspeaker, the desk, or else full-range loudspeakers or ears.
 */
export const wantedOutputs = derive(['boxes', 'wants', 'variant'], (rig): readonly WantedOutput[] => {
  const said = outletWants(rig);
  if (said.length > 0) return said.map((want) => ({ kind: 'named', at: want.at, sounds: want.sounds }));
  const one = (kind: WantedOutput['kind']): readonly WantedOutput[] => [{ kind, at: null, sounds: [] }];
  if (!hasRole(rig, 'speaker')) {
    if (hasRole(rig, 'mix')) return one('desk');
    if (hasRole(rig, 'monitor')) return one('monitor');
  }
  const outputs: WantedOutput[] = [{ kind: 'loudspeaker', at: null, sounds: [] }];
  if (hasRole(rig, 'mic') && hasRole(rig, 'mix')) outputs.push({ kind: 'desk', at: null, sounds: [] });
  return outputs;
});

/** The role of the block that hears what comes in at this jack, if a wire leads straight to one. */
export function blockBehind(box: Box, jack: string): Block | undefined {
  for (const wire of box.patches.find((patch) => patch.id === box.patch)?.wires ?? [])
    if ('jack' in wire.from && wire.from.jack === jack && 'block' in wire.to) {
      const id = wire.to.block;
      return blockIn(box, id);
    }
  return undefined;
}
