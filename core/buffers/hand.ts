// The buffers that a rig has to be placed, and the rig without them.
import { chainsAt, heldFrom, wireAct, type ChainsAt } from '../chain';
import { isAudio, type Box, type Rig } from '../model';
import { isIsolator, type Takes } from '../network';

/** A buffer at hand: what it takes and gives. */
export type Buffer = {
  readonly box: string;
  readonly name: string;
  readonly takes: Takes;
  readonly ohm: number;
};

const USUAL = { in: 1e6, out: 100 } as const;

/** One input, one output, and nothing between that does more than drive. */
export function isBuffer(box: Box): boolean {
  const [block, ...others] = box.blocks;
  const audio = box.jacks.filter(isAudio);
  const at = (direction: 'in' | 'out') => audio.filter((jack) => jack.direction === direction);
  return (
    block?.role === 'buffer' &&
    others.length === 0 &&
    !isIsolator(box) &&
    audio.length === 2 &&
    at('in').length === 1 &&
    at('out').length === 1 &&
    audio.every(({ carries, connector }) => carries === 'instrument' && !connector.startsWith('xlr'))
  );
}

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
