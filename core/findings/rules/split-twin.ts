import {
  blockIn,
  boxOf,
  derive,
  rowsOf,
  wiresOfRows,
  type Block,
  type Box,
  type EffectCategory,
  type Row,
  type Rows,
} from '../../model';
import { isOn, resolveIn, type Resolved } from '../../signal';
import { group } from '../cure';
import { blockPart, type Found } from '../finding';
import { feedModel, lineage } from '../legs';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly patch: string;
  readonly block: string;
  /** The row that is the feed. */
  readonly row: number;
  readonly onFeed: boolean;
  /** Its like on the other leg, on a switch of its own. */
  readonly twin: string | null;
};

/** Effects that a listener misses on one of two feeds; level and tone are a leg's own. */
const MISSED: readonly (EffectCategory | undefined)[] = [
  'chorus',
  'phaser',
  'flanger',
  'tremolo',
  'delay',
  'reverb',
  'pitch',
  'wah',
  'fuzz',
  'overdrive',
  'distortion',
];

/** What the legs of a split have each, from where they part: the feed's blocks, and those of the row it left. */
function legsOf({ rows }: Rows, feed: Row): readonly [readonly string[], readonly string[]] {
  const [, parent] = lineage(rows, feed);
  if (!parent || !('after' in feed.from)) return [feed.blocks, []];
  return [feed.blocks, parent.blocks.slice(parent.blocks.indexOf(feed.from.after) + 1)];
}

type Missed = Pick<Data, 'block' | 'onFeed' | 'twin'>;

/** Effects at work that only one leg has, or each leg on a switch of its own. */
function missedOn(box: Box, legs: readonly (readonly string[])[], resolved: Resolved): readonly Missed[] {
  const effects = legs.map((ids) =>
    ids
      .map((id) => blockIn(box, id))
      .filter((block): block is Block => block?.role === 'effect' && MISSED.includes(block.category)),
  );
  const areTwins = (a: Block, b: Block) =>
    a.twinOf === b.id || b.twinOf === a.id || (a.twinOf ?? a.id) === b.twinOf;
  return effects.flatMap((own, i) =>
    own
      .filter((block) => isOn(resolved.blockState(box, block).state))
      .flatMap((block): Missed[] => {
        const others = effects[1 - i] ?? [];
        if (others.some((other) => areTwins(block, other))) return [];
        const like = others.find(({ category }) => category === block.category);
        // Two of a kind are told once, by the leg that is no feed.
        if (like && i === 0) return [];
        return [{ block: block.id, onFeed: i === 0, twin: like?.id ?? null }];
      }),
  );
}

/** SPLIT-TWIN: behind a split an effect is on one feed only, or on both with a switch each. */
export const twin = rule<Data>({
  code: 'SPLIT-TWIN',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found<Data>[] => {
    const resolved = resolveIn(view);
    return view.boxes.flatMap((box) => {
      if (!box.blocks.some(({ role }) => role === 'cabModel')) return [];
      const { patch } = resolved.innerWiring(box);
      const rows = rowsOf(box, patch.wires);
      return rows.rows.flatMap((feed, row) => {
        if (!('after' in feed.from) || !feedModel(box, feed) || feed.outputs.length === 0) return [];
        return missedOn(box, legsOf(rows, feed), resolved).flatMap((missed): Found<Data>[] => {
          const block = blockIn(box, missed.block);
          const like = blockIn(box, missed.twin);
          if (!block) return [];
          return [
            {
              severity: like ? 'note' : 'caution',
              parts: [blockPart(box, block), ...(like ? [blockPart(box, like)] : [])],
              data: { box: box.id, patch: patch.id, row, ...missed },
            },
          ];
        });
      });
    });
  }),
  words: ({ data }, say) => {
    const block = say.block(`${data.box}/${data.block}`);
    if (data.twin !== null)
      return {
        text: `${block} and ${say.block(`${data.box}/${data.twin}`)} do the same on two feeds, each on a switch of its own.`,
        why: 'One press forgotten, and stage and house play differently: twins belong on one switch.',
      };
    return {
      text: data.onFeed
        ? `${block} stands on the feed only, in ${say.sound()}: the other way is without it.`
        : `${block} stands behind the split, in ${say.sound()}: the feed with the cabinet model is without it.`,
      why: 'What stands behind a split is there once for each way, or one of them is without it.',
    };
  },
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const patch = box?.patches.find(({ id }) => id === data.patch);
    if (!box || !patch || data.onFeed || data.twin !== null) return;
    const rows = rowsOf(box, patch.wires);
    const feed = rows.rows[data.row];
    const last = feed && lineage(rows.rows, feed)[1]?.blocks.at(-1);
    if (last === undefined) return;
    // The split moves behind the last effect: both ways have them all.
    const next = rows.rows.map((row, i) => (i === data.row ? { ...row, from: { after: last } } : row));
    const wires = wiresOfRows(box, { ...rows, rows: next });
    yield group(`Split off behind ${blockIn(box, last)?.name ?? last} instead`, [
      { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } },
    ]);
  },
});
