import { blockIn, boxOf, derive, type Box } from '../../model';
import { isOn, resolveIn, traceIn, type ForSignal } from '../../signal';
import { cure } from '../cure';
import { blockPart, scopeOf, type Found } from '../finding';
import { hanging, isPreampOn } from '../hung';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly block: string;
  readonly needed: string;
  /** What is needed is the only preamp. */
  readonly preamp: boolean;
};

/** Blocks that this sound sets on by itself: it wants them heard. */
const isAskedFor = (view: ForSignal, box: Box, block: Box['blocks'][number]) => {
  const { state, from } = resolveIn(view).blockState(box, block);
  return from === 'sound' && isOn(state) && block.states.length > 1;
};

/** WIRE-LOOPOFF: a loop block off in a sound where what hangs on it is needed: its only preamp, or what the sound asks for. */
export const loopOff = rule<Data>({
  code: 'WIRE-LOOPOFF',
  cause: 2,
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const resolved = resolveIn(view);
    const { paths } = traceIn(view);
    return view.boxes.flatMap((box) =>
      box.blocks.flatMap((block): Found<Data>[] => {
        if (block.role !== 'loop' || isOn(resolved.blockState(box, block).state)) return [];
        const passed = paths.some((path) => path.sections.some((s) => s.block === block));
        if (!passed) return [];
        const hangs = hanging(view, box, block);
        const hasOther = paths.some((path) =>
          path.sections.some((s) => s.block.role === 'ampModel' || isPreampOn(s)),
        );
        const needed = hangs.find(
          (h) => (h.block.role === 'preamp' && !hasOther) || isAskedFor(view, h.box, h.block),
        );
        return needed
          ? [
              {
                severity: 'fault',
                parts: [blockPart(box, block), blockPart(needed.box, needed.block)],
                data: {
                  box: box.id,
                  block: block.id,
                  needed: `${needed.box.id}/${needed.block.id}`,
                  preamp: needed.block.role === 'preamp',
                },
              },
            ]
          : [];
      }),
    );
  }),
  words: ({ data, sound }, say) => ({
    text: `${sound === null ? '' : `In ${say.sound()} `}${say.block(`${data.box}/${data.block}`)} is off, and ${say.block(data.needed)} hangs on it.`,
    why: data.preamp
      ? 'It is the only preamp on the path: with its loop off there is none.'
      : 'This sound asks for it by name; with its loop off it is not heard.',
  }),
  *cures(view, { data }) {
    const states = blockIn(boxOf(view, data.box), data.block)?.states;
    const on = states?.find(isOn);
    if (on)
      yield cure(view, {
        edit: 'setBlockState',
        arguments: { box: data.box, block: data.block, state: on.id, scope: scopeOf(view) },
      });
  },
});
