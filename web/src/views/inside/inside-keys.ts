import type { KeyboardEvent } from 'react';
import { blockIn, restBlock } from '../../../../core/model';
import { resolve } from '../../../../core/signal';
import { useOpenRig } from '../../rig/use-open';
import type { Inside } from './use-inside';

export const KEYS: readonly (readonly [string, string])[] = [
  ['Arrows', 'along the paths'],
  ['Alt + ← →', 'block earlier, later'],
  ['Alt + ↑ ↓', 'block to the row above, below'],
  ['B', 'on or off, next state'],
  ['Delete', 'block to rest'],
];

/** What the keys do with the block that has the focus. */
export function useInsideKeys({ box, rows, disabled, set, move, commit }: Inside) {
  const store = useOpenRig();
  return (event: KeyboardEvent, address: string): void => {
    const id = address.startsWith('blocks/') ? address.slice('blocks/'.length) : '';
    const block = blockIn(box, id);
    const row = rows.rows.findIndex(({ blocks }) => blocks.includes(id));
    const blocks = rows.rows[row]?.blocks;
    if (!block || !blocks || disabled || event.ctrlKey || event.metaKey) return;
    const at = blocks.indexOf(id);
    if (event.altKey) {
      const to = {
        ArrowLeft: [row, at - 1],
        ArrowRight: [row, at + 1],
        ArrowUp: [row - 1, at],
        ArrowDown: [row + 1, at],
      }[event.key];
      if (!to) return;
      event.preventDefault();
      const [toRow = 0, index = 0] = to;
      const length = (rows.rows[toRow]?.blocks.length ?? -1) - (toRow === row ? 1 : 0);
      if (index >= 0 && length >= 0 && index <= length + (toRow === row ? 0 : 1))
        move(id, toRow, Math.min(index, length));
      return;
    }
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      set(restBlock(rows, id));
    } else if (event.key === 'b') {
      event.preventDefault();
      const { rig, setting, scope } = store.getState();
      const { state } = resolve(rig, setting).blockState(box, block);
      const next =
        block.states[(block.states.findIndex((one) => one.id === state.id) + 1) % block.states.length];
      if (next && next.id !== state.id)
        commit({ edit: 'setBlockState', arguments: { box: box.id, block: id, state: next.id, scope } });
    }
  };
}
