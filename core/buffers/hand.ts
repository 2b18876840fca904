// The buffers that a rig has to be placed, and the rig without them.
import { actChains, chainsAt, heldFrom, placeAt, wireAct, type ChainsAt } from '../chain';
import { boxOf, isAudio, type Box, type Rig } from '../model';
import { isIsolator, type Takes } from '../network';
import { weakly } from '../units';

/** A buffer at hand: what it takes and gives. */
export type Buffer = {
  readonly box: string;
  readonly name: string;
  /** Of each of its sides. */
  readonly takes: Takes;
  readonly ohm: number;
  /** Two: one box that is a buffer for left and one for right. */
  readonly sides: 1 | 2;
};

const USUAL = { in: 1e6, out: 100 } as const;

/** By which jacks one side of a buffer is passed. */
export type Side = { readonly in: string; readonly out: string };

/** The sides of a box that is nothing but a buffer: one, or left and right; none: it is something else. */
export const sidesOf = weakly((box: Box): readonly Side[] => {
  const [block, ...others] = box.blocks;
  const audio = box.jacks.filter(isAudio);
  const isPlain = audio.every(
    ({ carries, connector }) => carries === 'instrument' && !connector.startsWith('xlr'),
  );
  if (block?.role !== 'buffer' || others.length > 0 || isIsolator(box) || !isPlain) return [];
  const [ins, outs] = (['in', 'out'] as const).map((direction) =>
    audio.filter((jack) => jack.direction === direction),
  );
  const count = ins?.length ?? 0;
  if (count !== outs?.length || count > 2 || audio.length !== 2 * count) return [];
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  const channels = count === 1 ? ([undefined] as const) : (['left', 'right'] as const);
  const sides = channels.flatMap((channel): Side[] => {
    const into = wires.find(
      ({ from, to, toChannel }) => 'jack' in from && 'block' in to && toChannel === channel,
    );
    const out = wires.find(
      ({ from, to, fromChannel, whileOpen }) =>
        'block' in from && 'jack' in to && fromChannel === channel && whileOpen === undefined,
    );
    return into && out && 'jack' in into.from && 'jack' in out.to
      ? [{ in: into.from.jack, out: out.to.jack }]
      : [];
  });
  return sides.length === count ? sides : [];
});

/** Nothing but a buffer, of one side or two. */
export const isBuffer = (box: Box): boolean => sidesOf(box).length > 0;

export function bufferOf(box: Box): Buffer {
  const audio = box.jacks.filter(isAudio);
  const mode = (direction: 'in' | 'out') => {
    const jack = audio.find((one) => one.direction === direction);
    return jack?.modes.find(({ id }) => id === jack.mode);
  };
  const state = box.blocks[0]?.states.find(({ id }) => id === box.blocks[0]?.state);
  const [into, out] = [mode('in'), mode('out')];
  return {
    box: box.id,
    name: box.name,
    takes: {
      ohm: state?.rIn?.value ?? into?.rIn?.value ?? USUAL.in,
      farad: state?.cIn?.value ?? into?.cIn?.value ?? 0,
    },
    ohm: Math.max(0.1, state?.rOut?.value ?? out?.rOut?.value ?? USUAL.out),
    sides: sidesOf(box).length === 2 ? 2 : 1,
  };
}

export type Bare = {
  /** The rig with every buffer that can be taken out beside its order. */
  readonly rig: Rig;
  readonly at: ChainsAt;
  readonly buffers: readonly Buffer[];
  /** Those that stand in the order and stay, with why. */
  readonly stay: readonly { readonly name: string; readonly reason: string }[];
};

/** A rig in one night with its buffers taken out, one by one. */
export function bareOf(rig: Rig, variant: string | null): Bare {
  const setting = { variant, sound: rig.sounds[0]?.id ?? 'all' };
  const all = rig.boxes.filter(isBuffer);
  const stay: { name: string; reason: string }[] = [];
  const buffers: Buffer[] = [];
  let bare = rig;
  for (const box of all) {
    const at = chainsAt(bare, setting);
    const held = heldFrom(bare, at, { type: 'box', id: box.id });
    if (!held) continue;
    if (held.kind === 'stretch') {
      const { stops = [] } = placeAt(actChains(bare, at), held.stretch) ?? {};
      const other = stops.map((stop) => boxOf(bare, stop.box)).find((one) => one && !isBuffer(one));
      if (other) {
        stay.push({ name: box.name, reason: `${other.name} stands beside it` });
        continue;
      }
      const wired = wireAct(bare, at, { act: 'take out', stretch: held.stretch });
      if ('reason' in wired) {
        stay.push({ name: box.name, reason: wired.reason });
        continue;
      }
      bare = wired.trial;
    }
    buffers.push(bufferOf(box));
  }
  return { rig: bare, at: chainsAt(bare, setting), buffers, stay };
}
