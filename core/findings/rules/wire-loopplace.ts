import { blockIn, boxOf, derive, misplacedLoops, moveBlock, rowsOf, wiresOfRows } from '../../model';
import { group } from '../cure';
import { blockPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly box: string; readonly patch: string; readonly block: string };

/** WIRE-LOOPPLACE: a loop block stands in the path where this unit cannot have it. */
export const loopPlace = rule<Data>({
  code: 'WIRE-LOOPPLACE',
  reads: 'rig',
  judge: derive(['boxes'], ({ boxes }): readonly Found<Data>[] =>
    boxes.flatMap((box) =>
      box.loops?.some(({ stands }) => stands === 'first')
        ? box.patches.flatMap((patch) =>
            misplacedLoops(box, rowsOf(box, patch.wires)).flatMap(({ block }): Found<Data>[] => {
              const part = blockIn(box, block);
              const data = { box: box.id, patch: patch.id, block };
              return part ? [{ severity: 'fault', parts: [blockPart(box, part)], data }] : [];
            }),
          )
        : [],
    ),
  ),
  words: ({ data }, say) => ({
    text: `${say.block(`${data.box}/${data.block}`)} stands behind other blocks: it comes first in the path or nowhere.`,
    why: 'The loop goes out ahead of the converters: no setting of the unit brings it later.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const patch = box?.patches.find(({ id }) => id === data.patch);
    if (!box || !patch) return;
    const rows = rowsOf(box, patch.wires);
    const at = rows.rows.findIndex(({ blocks }) => blocks.includes(data.block));
    const own = rows.rows[at];
    // A leg of a split has no head of its own: the row that begins at an input has.
    const row = own && 'jack' in own.from ? at : rows.rows.findIndex(({ from }) => 'jack' in from);
    if (row < 0) return;
    const wires = wiresOfRows(box, moveBlock(rows, data.block, { row, index: 0 }));
    yield group(`Move ${blockIn(box, data.block)?.name ?? data.block} to the start of the path`, [
      { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } },
    ]);
  },
});
