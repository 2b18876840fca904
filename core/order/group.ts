// What an effect is to the order: boxes of one group stand at one place from the string on.
import type { Block, BlockState, Box, Reads } from '../model';

export const GROUPS = [
  'pickup',
  'tuner',
  'gate',
  'pitch',
  'wah',
  'compressor',
  'boost',
  'gain',
  'preamp',
  'clean',
  'eq',
  'volume',
  'sweep',
  'modulation',
  'delay',
  'reverb',
  'looper',
  'cab',
  'buffer',
] as const;

/**
 * A place in the usual order. `pickup`: its input is part of the guitar's circuit; `preamp`: driven, a model too;
 * `clean`: a preamp that is not.
 */
export type Group = (typeof GROUPS)[number];

/** One who has a place in the order. */
export type Member = {
  readonly group: Group;
  /** Gain at small signals, dB. */
  readonly gainDb: number;
  /** Where the player wants it, whatever is usual: ahead of the preamp, or behind it. */
  readonly wish?: 'ahead' | 'after' | undefined;
};

/** From here on a preamp is driven and not clean: between a usual clean and a usual crunch. */
export const DRIVEN_DB = 30;

/** Where the player has said that an effect is wanted against the preamp; undefined: it was not said, or either side. */
export function wishOf({ wants }: Reads<'wants'>, box: Box, block: Block): Member['wish'] {
  const said = wants.find((want) => want.type === 'effect' && want.box === box.id && want.block === block.id);
  if (said?.type !== 'effect') return undefined;
  return said.where === 'ahead' || said.where === 'after' ? said.where : undefined;
}

const BY_CATEGORY: Readonly<Record<NonNullable<Block['category']>, Group>> = {
  fuzz: 'gain',
  booster: 'boost',
  overdrive: 'gain',
  distortion: 'gain',
  wah: 'wah',
  filter: 'wah',
  compressor: 'compressor',
  pitch: 'pitch',
  eq: 'eq',
  volume: 'volume',
  gate: 'gate',
  tuner: 'tuner',
  chorus: 'modulation',
  phaser: 'sweep',
  flanger: 'sweep',
  tremolo: 'modulation',
  delay: 'delay',
  reverb: 'reverb',
  looper: 'looper',
};

/**
 * What a block is to the order, in a state; null: it has no place of its own in it.
 * @param gainDb the gain that counts, dB; that of the state unless said
 */
export function memberOf(
  block: Pick<Block, 'role' | 'category' | 'wantsPickup'>,
  state: Pick<BlockState, 'gainSmallDb'> | undefined,
  gainDb = state?.gainSmallDb?.value ?? 0,
): Member | null {
  const group = ((): Group | null => {
    if (block.wantsPickup) return 'pickup';
    if (block.role === 'preamp' || block.role === 'ampModel') return gainDb > DRIVEN_DB ? 'preamp' : 'clean';
    if (block.role === 'cabModel') return 'cab';
    if (block.role === 'buffer') return 'buffer';
    return block.category ? BY_CATEGORY[block.category] : null;
  })();
  return group && { group, gainDb };
}
