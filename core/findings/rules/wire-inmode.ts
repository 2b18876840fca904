import { boxOf, derive, type Wire } from '../../model';
import { resolveIn } from '../../signal';
import { group } from '../cure';
import { isFree, jackPart, type Found } from '../finding';
import { inputPairs } from '../pairs';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly patch: string;
  readonly plugged: string;
  readonly free: string;
  readonly side: 'left' | 'right';
};

/** The wire to both sides. */
const both = ({ toChannel: _, ...wire }: Wire): Wire => wire;

/** WIRE-INMODE: a stereo input has one lead, and the other side hears nothing. */
export const inMode = rule<Data>({
  code: 'WIRE-INMODE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const resolved = resolveIn(view);
    return view.boxes.flatMap((box) => {
      const { patch } = resolved.innerWiring(box);
      return inputPairs(box, patch.wires).flatMap(({ left, right }): Found<Data>[] => {
        const [noLeft, noRight] = [isFree(view, box, left), isFree(view, box, right)];
        if (noLeft === noRight) return [];
        const [plugged, free] = noLeft ? [right, left] : [left, right];
        if (free.normalledFrom === plugged.id) return [];
        const data: Data = {
          box: box.id,
          patch: patch.id,
          plugged: plugged.id,
          free: free.id,
          side: noLeft ? 'left' : 'right',
        };
        return [{ severity: 'caution', parts: [jackPart(box, plugged)], data }];
      });
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.jack(`${data.box}/${data.plugged}`)} has a lead and ${say.jacksOf(data.box, [data.free])} has none: the ${data.side} side hears nothing, in ${say.sound()}.`,
    why: 'A stereo input with one lead is to be set to that side, or all behind it plays on one side only.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    const patch = box?.patches.find(({ id }) => id === data.patch);
    if (!box || !patch) return;
    const isJack = (end: (typeof patch.wires)[number]['from'], id: string) =>
      'jack' in end && end.jack === id;
    // Set to one side: its jack feeds both, the other none.
    const wires = patch.wires
      .filter(({ from }) => !isJack(from, data.free))
      .map((wire) => (isJack(wire.from, data.plugged) ? both(wire) : wire));
    yield group(`Set ${box.name} to the ${data.side === 'left' ? 'right' : 'left'} side, for both`, [
      { edit: 'wireInside', arguments: { box: box.id, patch: patch.id, wires } },
    ]);
  },
});
