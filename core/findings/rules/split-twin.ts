import {
  blockIn,
  boxOf,
  derive,
  hasGrid,
  rowsOf,
  wiresOfRows,
  type Block,
  type Box,
  type EffectCategory,
  type Row,
  type Rows,
} from '../../model';
import { isOn, resolveIn, traceIn, type Path, type Resolved } from '../../signal';
import { group } from '../cure';
import { blockPart, type Found } from '../finding';
import { feedModel, lineage } from '../legs';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly patch: string;
  readonly block: string;
  /** The row that branches off, which way from there is the feed, and where that comes out. */
  readonly row: number;
  readonly which: 'leg' | 'parent';
  readonly at: string;
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

/** What hears some outputs of a box: the roles of the blocks at which ways from them end. */
const heardBy = (paths: readonly Path[], box: Box, jacks: readonly string[]): ReadonlySet<string> =>
  new Set(
    paths
      .filter(({ steps }) =>
        steps.some((step) => step.type === 'jack' && step.box === box.id && jacks.includes(step.jack)),
      )
      .flatMap(({ sections }) => sections.at(-1)?.block.role ?? []),
  );

/** Heard at a desk, and at no loudspeaker. */
const atDesk = (ends: ReadonlySet<string>) => ends.has('mix') && !ends.has('speaker');
const atSpeaker = (ends: ReadonlySet<string>) => ends.has('speaker') && !ends.has('mix');

/**
 * Which way from a split is meant for other ears: that with a cabinet model of its own, or the one to a desk where the
 * other goes to a loudspeaker. `null`: wet and dry, or any two alike.
 */
function feedOf(paths: readonly Path[], box: Box, { rows }: Rows, leg: Row): 'leg' | 'parent' | null {
  if (feedModel(box, leg)) return 'leg';
  const own = heardBy(paths, box, leg.outputs);
  const other = heardBy(paths, box, lineage(rows, leg)[1]?.outputs ?? []);
  if (atDesk(own) && atSpeaker(other)) return 'leg';
  return atSpeaker(own) && atDesk(other) ? 'parent' : null;
}

/** SPLIT-TWIN: behind a split an effect is on one feed only, or on both with a switch each. */
export const twin = rule<Data>({
  code: 'SPLIT-TWIN',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const resolved = resolveIn(view);
    return view.boxes.flatMap((box) => {
      if (!hasGrid(box)) return [];
      const { patch } = resolved.innerWiring(box);
      const rows = rowsOf(box, patch.wires);
      return rows.rows.flatMap((feed, row) => {
        if (!('after' in feed.from) || feed.outputs.length === 0) return [];
        const which = feedOf(traceIn(view).paths, box, rows, feed);
        const [at] = which === 'parent' ? (lineage(rows.rows, feed)[1]?.outputs ?? []) : feed.outputs;
        if (which === null || at === undefined) return [];
        const [leg, rest] = legsOf(rows, feed);
        return missedOn(box, which === 'leg' ? [leg, rest] : [rest, leg], resolved).flatMap(
          (missed): Found<Data>[] => {
            const block = blockIn(box, missed.block);
            const like = blockIn(box, missed.twin);
            if (!block) return [];
            return [
              {
                severity: like ? 'note' : 'caution',
                parts: [blockPart(box, block), ...(like ? [blockPart(box, like)] : [])],
                data: { box: box.id, patch: patch.id, row, which, at: `${box.id}/${at}`, ...missed },
              },
            ];
          },
        );
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
        : `${block} stands behind the split, in ${say.sound()}: the feed at ${say.jack(data.at)} is without it.`,
      why: 'What stands behind a split is there once for each way, or one of them is without it.',
    };
  },
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const patch = box?.patches.find(({ id }) => id === data.patch);
    if (!box || !patch || data.onFeed || data.twin !== null) return;
    const rows = rowsOf(box, patch.wires);
    const leg = rows.rows[data.row];
    const parent = leg && lineage(rows.rows, leg)[1];
    if (!leg || !parent || !('after' in leg.from)) return;
    const cut = parent.blocks.indexOf(leg.from.after) + 1;
    // The split moves behind the last effect: both ways have them all.
    const last = data.which === 'leg' ? parent.blocks.at(-1) : leg.blocks.at(-1);
    if (last === undefined) return;
    const next = rows.rows.map((row): Row => {
      if (row === leg)
        return { ...leg, from: { after: last }, blocks: data.which === 'leg' ? leg.blocks : [] };
      if (row !== parent || data.which === 'leg') return row;
      return { ...row, blocks: [...row.blocks.slice(0, cut), ...leg.blocks, ...row.blocks.slice(cut)] };
    });
    const wires = wiresOfRows(box, { ...rows, rows: next });
    yield group(`Split off behind ${blockIn(box, last)?.name ?? last} instead`, [
      { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } },
    ]);
  },
});
