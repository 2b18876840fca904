// Whose preamp a sound goes through, and what is switched in it to go through another.
import { actChains, placesOf } from '../chain';
import type { EditGroup, SingleEdit } from '../edits';
import { blockIn, blockWords, boxOf, isPreamp, type Block, type Box, type Rig } from '../model';
import { soundName } from '../findings';
import { isOn, resolve, settingsOf, trace } from '../signal';
import { inWords } from '../units';

/** A preamp of the rig: an amplifier's, a pedal's, or a model of one. */
export type Preamp = { readonly box: Box; readonly block: Block };

/** `box/block`. */
export const preampKey = ({ box, block }: Preamp): string => `${box.id}/${block.id}`;

export const preampsOf = (rig: Rig): readonly Preamp[] =>
  rig.boxes.flatMap((box) => box.blocks.filter(isPreamp).map((block) => ({ box, block })));

/** Whose preamp a sound goes through in a night: the last that is on, on its first way; null: through none. */
export function preampIn(rig: Rig, variant: string | null, sound: string): Preamp | null {
  const [path] = trace(rig, { variant, sound }).paths;
  const found = path?.sections.findLast(
    ({ block, state }) => block.role === 'preamp' || (block.role === 'ampModel' && isOn(state)),
  );
  return found ? { box: found.box, block: found.block } : null;
}

/**
 * Preamps that sounds go through now, and would not, as sentences: whose preamp a sound has is the player's choice.
 * @param trial the rig as it would be
 */
export function lostPreamps(rig: Rig, trial: Rig, variant: string | null): readonly string[] {
  const lost = new Map<string, { readonly preamp: Preamp; readonly sounds: string[] }>();
  for (const { sound } of settingsOf(rig, variant)) {
    const preamp = preampIn(rig, variant, sound);
    const next = preamp && preampIn(trial, variant, sound);
    if (!preamp || (next && preampKey(next) === preampKey(preamp))) continue;
    const entry = lost.get(preampKey(preamp)) ?? { preamp, sounds: [] };
    entry.sounds.push(sound);
    lost.set(preampKey(preamp), entry);
  }
  return [...lost.values()].map(({ preamp: { box, block }, sounds }) => {
    const where = rig.sounds.length === 0 ? '' : ` in ${inWords(sounds.map((id) => soundName(rig, id)))}`;
    return `${blockWords(box, block)} is not heard${where}`;
  });
}

/** Loops of units that each preamp hangs in, as `box/block` of the preamp → `box/block` of the loops. */
function loopsAround(rig: Rig, variant: string | null): ReadonlyMap<string, readonly string[]> {
  const around = new Map<string, readonly string[]>();
  for (const chain of actChains(rig, { variant, wirings: {} })) {
    const open: string[] = [];
    for (const { stops } of placesOf(chain))
      for (const { box, blocks, loop } of stops) {
        const key = loop && `${box}/${loop.block}`;
        if (loop?.side === 'out' && key) open.push(key);
        else if (key) open.splice(open.indexOf(key), 1);
        else for (const block of blocks) around.set(`${box}/${block}`, [...open]);
      }
  }
  return around;
}

/**
 * What is switched in one sound so that it goes through one preamp: that on with the loops that it hangs in, other models
 * off, and other preamps' loops off, as far as they can be.
 * @returns one edit; null: nothing is to be switched
 */
export function throughPreamp(
  rig: Rig,
  variant: string | null,
  sound: string,
  chosen: Preamp,
): EditGroup | null {
  const states = resolve(rig, { variant, sound });
  const around = loopsAround(rig, variant);
  const own = around.get(preampKey(chosen)) ?? [];
  const wanted = new Map<string, boolean>();
  for (const preamp of preampsOf(rig)) {
    const isChosen = preampKey(preamp) === preampKey(chosen);
    if (preamp.block.role === 'ampModel') wanted.set(preampKey(preamp), isChosen);
    for (const loop of around.get(preampKey(preamp)) ?? []) if (!own.includes(loop)) wanted.set(loop, false);
  }
  for (const loop of own) wanted.set(loop, true);
  const edits = [...wanted].flatMap(([key, on]): readonly SingleEdit[] => {
    const [id = '', blockId = ''] = key.split('/');
    const box = boxOf(rig, id);
    const block = blockIn(box, blockId);
    const state = on ? 'on' : 'off';
    if (!box || !block?.states.some((one) => one.id === state)) return [];
    if (states.blockState(box, block).state.id === state) return [];
    return [
      {
        edit: 'setBlockState',
        arguments: { box: id, block: blockId, state, scope: { layer: 'sound', id: sound } },
      },
    ];
  });
  const name = rig.sounds.find(({ id }) => id === sound)?.name ?? sound;
  return edits.length === 0 ? null : { edit: 'together', arguments: { label: `Preamp in ${name}`, edits } };
}
