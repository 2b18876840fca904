import {
  boxOf,
  derive,
  jackIn,
  loopAt,
  rowsOf,
  wiresOfRows,
  type Box,
  type Jack,
  type Rows,
} from '../../model';
import { group } from '../cure';
import { isFree, jackPart, type Found } from '../finding';
import { feedModel, lineage } from '../legs';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly patch: string;
  readonly jack: string;
  /** The row whose feed is to go elsewhere. */
  readonly row: number;
  readonly model: string;
};

/** Outputs at which two legs of one split come out, one of them a feed with a cabinet model that the other has not. */
function sharedIn(box: Box, { rows }: Rows): readonly { jack: string; row: number; model: string }[] {
  return rows.flatMap((row, i) => {
    const model = feedModel(box, row);
    const above = lineage(rows, row).slice(1);
    if (!model || above.length === 0) return [];
    const others = rows.filter(
      (other) => other !== row && lineage(rows, other).some((one) => above.includes(one)),
    );
    return row.outputs
      .filter((jack) => others.some((other) => other.outputs.includes(jack) && !feedModel(box, other)))
      .map((jack) => ({ jack, row: i, model: model.name }));
  });
}

/** WIRE-FEEDS: two legs of a split come out at one output, a feed and what is no feed. */
export const feeds = rule<Data>({
  code: 'WIRE-FEEDS',
  reads: 'rig',
  judge: derive(['boxes'], ({ boxes }): readonly Found<Data>[] =>
    boxes.flatMap((box) =>
      box.blocks.some(({ role }) => role === 'cabModel')
        ? box.patches.flatMap((patch) =>
            sharedIn(box, rowsOf(box, patch.wires)).flatMap(({ jack: id, ...rest }): Found<Data>[] => {
              const jack = jackIn(box, id);
              const data = { box: box.id, patch: patch.id, jack: id, ...rest };
              return jack ? [{ severity: 'fault', parts: [jackPart(box, jack)], data }] : [];
            }),
          )
        : [],
    ),
  ),
  words: ({ data }, say) => ({
    text: `Both legs of the split come out at ${say.jack(`${data.box}/${data.jack}`)}, the one with ${data.model} too.`,
    why: 'Two feeds need two outputs: at one they are mixed, and neither can be set by itself.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const patch = box?.patches.find(({ id }) => id === data.patch);
    if (!box || !patch) return;
    const rows = rowsOf(box, patch.wires);
    const used = new Set(rows.rows.flatMap(({ outputs }) => outputs));
    const shared = jackIn(box, data.jack);
    const free = box.jacks.filter(
      (jack) =>
        jack.direction === 'out' &&
        !used.has(jack.id) &&
        jack.converts === shared?.converts &&
        !Object.values(rows.loops).some(({ send, sendRight }) => send === jack.id || sendRight === jack.id),
    );
    // Where a lead waits for it, it is wanted; the send of a loop that is not in use is an output for want of others.
    const costOf = (jack: Jack) =>
      Number(isFree(view, box, jack)) + 2 * Number(loopAt(box, jack.id) !== undefined);
    const best = free.toSorted((a, b) => costOf(a) - costOf(b));
    for (const jack of best) {
      const next = rows.rows.map((row, i) =>
        i === data.row
          ? { ...row, outputs: row.outputs.map((one) => (one === data.jack ? jack.id : one)) }
          : row,
      );
      const wires = wiresOfRows(box, { ...rows, rows: next });
      yield group(`Let the feed come out at ${jack.label}`, [
        { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } },
      ]);
    }
  },
});
