// A box with two halves around something: a gate around the drives or the preamp, an equaliser ahead of it and behind.
import { blockIn, boxOf } from '../../model';
import { itemsOf, withLine, type Draft, type Item } from '../draft';
import { hasRole } from '../items';
import type { Ask, Part } from '../part';

const GAINS: readonly (string | undefined)[] = ['fuzz', 'overdrive', 'distortion'];

const isGain = ({ rig }: Ask, { box, blocks }: Item): boolean =>
  blocks.some((id) => GAINS.includes(blockIn(boxOf(rig, box), id)?.category));

/** Around so many items of the line from one on. */
function around(draft: Draft, from: number, to: number, [first, second]: readonly [Item, Item]): Draft {
  return withLine(draft, draft.line.toSpliced(to, 0, second).toSpliced(from, 0, first));
}

export const wrap: Part = {
  id: 'wrap',
  about: 'what a box with two halves stands around',
  vary: (ask, draft) =>
    ask.gear.wraps.flatMap((halves) => {
      const [{ box: id }] = halves;
      if (itemsOf(draft).some((item) => item.box === id && !draft.line.includes(item))) return [];
      const bare = withLine(
        draft,
        draft.line.filter((item) => item.box !== id),
      );
      const gains = bare.line.flatMap((item, i) => (isGain(ask, item) ? [i] : []));
      const preamp = bare.line.findIndex((item) => hasRole(ask.rig, item, 'preamp'));
      const [first, last] = [gains[0], gains.at(-1)];
      const isGate = boxOf(ask.rig, id)?.blocks.some(({ category }) => category === 'gate') === true;
      const isBuffers = boxOf(ask.rig, id)?.blocks.every(({ role }) => role === 'buffer') === true;
      return [
        // A buffer into the board, and one out of it.
        ...(isBuffers && bare.line.length > 0
          ? [around(bare, 0, preamp < 0 ? bare.line.length : preamp, halves)]
          : []),
        // What it listens to is the guitar alone; it closes behind the preamp.
        ...(isGate && preamp > 0 ? [around(bare, 0, preamp + 1, halves)] : []),
        ...(isGate && first !== undefined && last !== undefined
          ? [around(bare, first, last + 1, halves)]
          : []),
        ...(preamp >= 0 ? [around(bare, preamp, preamp + 1, halves)] : []),
      ].map((one) => ({ draft: one }));
    }),
};
