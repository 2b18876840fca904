// What is a wire to the signal, and what is a stage.
import type { Block, BlockState, Box } from '../model';
import { isOn } from '../signal';
import { weakly } from '../units';

/** Its jacks are ends of a digital path: nothing inside it is a wire. */
export const converts = weakly((box: Box): boolean => box.jacks.some((jack) => jack.converts));

/** Does a box do nothing but let the signal through, by a transformer, to a ground of its own? */
export const isIsolator = ({ blocks, jacks }: Box): boolean =>
  blocks.length === 1 &&
  blocks.every(({ role }) => role === 'buffer') &&
  jacks.some(({ ground, carries }) => ground === 'transformer' && carries === 'instrument');

/** Does a block let the signal through as a wire would? */
export function isWire(block: Block, state: BlockState): boolean {
  if (state.mutes) return false;
  if (block.role === 'loop' || block.role === 'split' || block.role === 'mute') return true;
  if (block.role === 'merge') return state.passes !== undefined;
  return (
    (block.role === 'effect' || block.role === 'buffer') &&
    !isOn(state) &&
    block.states.length > 1 &&
    ['true', 'hung', 'relay'].includes(block.bypassKind)
  );
}
