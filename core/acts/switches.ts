import type { Block, BlockState, Box, Rig, Setting } from '../model';
import type { RouteLine } from '../routes';
import { isOn, resolve, type StateSource } from '../signal';

/** A block that a press changes, as it stands in one setting. */
export type Switch = {
  readonly box: Box;
  readonly block: Block;
  readonly state: BlockState;
  /** Which layer its state comes from. */
  readonly from: StateSource;
  readonly on: boolean;
  /** It cannot be off: its states are the channels of a preamp, the outputs of a selector. */
  readonly chooses: boolean;
  /** What the next press makes of it. */
  readonly next: BlockState | undefined;
  /** The box's tag; the block's name too where the box has several. */
  readonly label: string;
};

/** Blocks that a press changes: on and off, or the channels of a preamp. Twins go with their originals. */
const switchable = (block: Block) => block.states.length > 1 && block.twinOf === undefined;

/** Every block that can be switched: those that the route meets, in its order, then the rest by box. */
export function switchesAlong(rig: Rig, setting: Setting, lines: readonly RouteLine[]): readonly Switch[] {
  const { blockState } = resolve(rig, setting);
  const met = new Map<string, number>();
  for (const { parts } of lines)
    for (const { type, id } of parts) if (type === 'block' && !met.has(id)) met.set(id, met.size);
  const all = rig.boxes.flatMap((box) => {
    const own = box.blocks.filter(switchable);
    return own.map((block): Switch => {
      const { state, from } = blockState(box, block);
      return {
        box,
        block,
        state,
        from,
        on: isOn(state),
        chooses: block.states.every(isOn),
        next: block.states[(block.states.indexOf(state) + 1) % block.states.length],
        label: own.length > 1 ? `${box.tag} ${block.name}` : box.tag,
      };
    });
  });
  const rank = ({ box, block }: Switch) => met.get(`${box.id}/${block.id}`) ?? met.size;
  return [...all].sort((a, b) => rank(a) - rank(b));
}
