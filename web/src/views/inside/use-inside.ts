import { addBlockEdit, twinEdit } from '../../../../core/inside';
import type { EditCall, SingleEdit } from '../../../../core/edits';
import {
  blockIn,
  misplaced,
  moveBlock,
  rowsOf,
  wiresOfRows,
  type Block,
  type Box,
  type InnerWiring,
  type Rows,
} from '../../../../core/model';
import { resolve } from '../../../../core/signal';
import { useOpen } from '../../rig/use-open';
import { useNotice } from '../../store/app';

/** The inside of a unit in the sound in force, and what can be done with it. */
export type Inside = {
  readonly box: Box;
  readonly patch: InnerWiring;
  readonly rows: Rows;
  readonly disabled: boolean;
  /** Makes the rows so; what the unit cannot do is said, and false is given. */
  readonly set: (next: Rows) => boolean;
  /** Puts a new block of the grid at a place of a row. */
  readonly putIn: (
    choice: { readonly id: string; readonly name: string },
    row: number,
    index: number,
  ) => void;
  /** Puts a twin of a block at the end of another row: one effect on two legs. */
  readonly twin: (block: Block, row: number) => void;
  readonly move: (block: string, row: number, index: number) => boolean;
  readonly commit: (call: EditCall) => string | null;
};

export function useInside(box: Box): Inside {
  const { rig, setting, readOnly, commit } = useOpen('rig', 'setting', 'readOnly', 'commit');
  const { patch } = resolve(rig, setting).innerWiring(box);
  const rows = rowsOf(box, patch.wires);
  const { say } = useNotice.getState();
  const wired = (of: Box, next: Rows): SingleEdit => ({
    edit: 'wireInside',
    arguments: { box: box.id, patch: patch.id, wires: wiresOfRows(of, next) },
  });
  const allowed = (of: Box, next: Rows) => {
    const reason = misplaced(of, next);
    if (reason !== null) say(reason, 'bad');
    return reason === null;
  };
  const set = (next: Rows) => allowed(box, next) && commit(wired(box, next)) === null;
  const put = (add: SingleEdit, row: number, index: number) => {
    if (add.edit !== 'addBlock') return;
    const { block } = add.arguments;
    const room = box.slots?.blocks;
    if (room !== undefined && box.blocks.length >= room) {
      say(`${box.name} has room for ${room} blocks: take one out first.`, 'bad');
      return;
    }
    const of = { ...box, blocks: [...box.blocks, block] };
    const next = moveBlock(rows, block.id, { row, index });
    if (!allowed(of, next)) return;
    commit({ edit: 'together', arguments: { label: `Put ${block.name} in`, edits: [add, wired(of, next)] } });
  };
  return {
    box,
    patch,
    rows,
    disabled: readOnly !== null,
    set,
    move: (block, row, index) => set(moveBlock(rows, block, { row, index })),
    putIn: (choice, row, index) => put(addBlockEdit(box, choice), row, index),
    twin: (block, row) => put(twinEdit(box, block), row, rows.rows[row]?.blocks.length ?? 0),
    commit,
  };
}

export const blockName = (box: Box, id: string): string => blockIn(box, id)?.name ?? id;
