import { blockIn, boxOf, derive, moveBlock, rowsOf, wiresOfRows, type Block, type Box } from '../../model';
import { isOn, resolveIn } from '../../signal';
import { group } from '../cure';
import { blockPart, isFree, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly box: string; readonly patch: string; readonly wide: string; readonly narrow: string };

/** STEREO-NARROW: behind an effect that makes the sides differ stands one that makes them one again. */
export const narrow = rule<Data>({
  code: 'STEREO-NARROW',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const resolved = resolveIn(view);
    const atWork = (box: Box, id: string): Block | undefined => {
      const block = blockIn(box, id);
      return block && isOn(resolved.blockState(box, block).state) ? block : undefined;
    };
    return view.boxes.flatMap((box) => {
      if (!box.blocks.some(({ channelsOut }) => channelsOut === 2)) return [];
      const { patch } = resolved.innerWiring(box);
      return rowsOf(box, patch.wires).rows.flatMap(({ blocks, outputs }): Found<Data>[] => {
        // One output is mono whatever stands ahead of it.
        const heard = outputs.filter((id) =>
          box.jacks.some((jack) => jack.id === id && !isFree(view, box, jack)),
        );
        if (heard.length < 2) return [];
        const on = blocks.flatMap((id) => atWork(box, id) ?? []);
        const at = on.findIndex(({ role, channelsOut }) => role === 'effect' && channelsOut === 2);
        const mono = at < 0 ? undefined : on.slice(at + 1).find(({ channelsOut }) => channelsOut === 1);
        const wide = on[at];
        if (!wide || !mono) return [];
        const data = { box: box.id, patch: patch.id, wide: wide.id, narrow: mono.id };
        return [{ severity: 'caution', parts: [blockPart(box, mono), blockPart(box, wide)], data }];
      });
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.block(`${data.box}/${data.narrow}`)} is mono and stands behind ${say.block(`${data.box}/${data.wide}`)}, in ${say.sound()}.`,
    why: 'Both outputs then give the same: the width that the stereo effect made is lost.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const patch = box?.patches.find(({ id }) => id === data.patch);
    if (!box || !patch) return;
    const rows = rowsOf(box, patch.wires);
    const row = rows.rows.findIndex(({ blocks }) => blocks.includes(data.wide));
    const index = rows.rows[row]?.blocks.indexOf(data.wide) ?? 0;
    const wires = wiresOfRows(box, moveBlock(rows, data.narrow, { row, index }));
    yield group(
      `Move ${blockIn(box, data.narrow)?.name ?? data.narrow} ahead of ${blockIn(box, data.wide)?.name ?? data.wide}`,
      [{ edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } }],
    );
  },
});
