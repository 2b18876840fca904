import { boxOf, derive, restingBlocks, rowsOf, type Box } from '../../model';
import { removeBlockEdit } from '../../inside';
import { group } from '../cure';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly box: string; readonly what: 'blocks' | 'loops' };

/** Blocks that take a place of the grid: what is fixed in the unit does not. */
const inGrid = ({ blocks }: Box) => blocks.filter(({ movable }) => movable);
const loopBlocks = ({ blocks }: Box) => blocks.filter(({ role }) => role === 'loop');

const found = (box: Box, what: Data['what'], has: number, room: number): Found<Data> => ({
  severity: 'fault',
  parts: [boxPart(box)],
  figures: [
    { name: 'has', value: has, unit: '' },
    { name: 'room', value: room, unit: '' },
  ],
  data: { box: box.id, what },
});

/** CAP-SLOTS: more blocks, or more loops, than the unit has room for. */
export const slots = rule<Data>({
  code: 'CAP-SLOTS',
  reads: 'rig',
  judge: derive(['boxes'], ({ boxes }): readonly Found<Data>[] =>
    boxes.flatMap((box) => {
      const room = box.slots?.blocks;
      const [blocks, loops] = [inGrid(box).length, loopBlocks(box).length];
      return [
        ...(room !== undefined && blocks > room ? [found(box, 'blocks', blocks, room)] : []),
        ...(box.loops && loops > box.loops.length ? [found(box, 'loops', loops, box.loops.length)] : []),
      ];
    }),
  ),
  words: ({ data }, say) => ({
    text: `${say.box(data.box)} has ${say.figure('has')} ${data.what} in this plan and room for ${say.figure('room')}.`,
    why: 'What does not fit cannot be stored: the last of them are not there on the night.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    if (!box) return;
    const [first] = box.patches;
    const idle = new Set(first ? restingBlocks(box, rowsOf(box, first.wires)) : []);
    for (const { wires } of box.patches)
      for (const id of [...idle]) if (!restingBlocks(box, rowsOf(box, wires)).includes(id)) idle.delete(id);
    for (const block of data.what === 'loops' ? loopBlocks(box) : inGrid(box))
      if (idle.has(block.id))
        yield group(`Take ${block.name} out of ${box.name}`, [removeBlockEdit(box, block.id)]);
  },
});
