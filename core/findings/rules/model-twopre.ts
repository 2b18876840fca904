import { blockIn, boxOf, derive } from '../../model';
import { traceIn } from '../../signal';
import { blockPart, type Found } from '../finding';
import { distinct, isSectionOn, loopsWithPreamp, modelOff, switchTo } from '../hung';
import { rule } from '../rule';

type Data = {
  /** Both are on; else neither is. */
  readonly both: boolean;
  readonly model: string;
  readonly loop: string;
  readonly preamp: string;
};

/** MODEL-TWOPRE: an amp model and a preamp that a loop block can take out are both on one path, or neither is. */
export const twoPreamps = rule<Data>({
  code: 'MODEL-TWOPRE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found<Data>[] =>
    distinct(
      traceIn(view).paths.flatMap((path) =>
        loopsWithPreamp(view, path).flatMap((loop) =>
          path.sections
            .filter((section) => section.block.role === 'ampModel' && isSectionOn(section) === loop.on)
            .map((model): Found<Data> => ({
              severity: 'caution',
              parts: [
                blockPart(model.box, model.block),
                blockPart(loop.box, loop.block),
                ...loop.preamps.map((p) => blockPart(p.box, p.block)),
              ],
              data: {
                both: loop.on,
                model: `${model.box.id}/${model.block.id}`,
                loop: `${loop.box.id}/${loop.block.id}`,
                preamp: `${loop.preamps[0]?.box.id}/${loop.preamps[0]?.block.id}`,
              },
            })),
        ),
      ),
    ),
  ),
  words: ({ data }, say) => ({
    text: data.both
      ? `Both preamps at once: ${say.block(data.model)} and, through ${say.block(data.loop)}, ${say.block(data.preamp)}.`
      : `Neither preamp: ${say.block(data.model)} is off and ${say.block(data.loop)}, which holds ${say.block(data.preamp)}, is off too.`,
    why: 'Exactly one preamp belongs on a path. A common switch for the two keeps them apart.',
  }),
  *cures(view, found) {
    const [boxId, blockId] = found.data.loop.split('/');
    const box = boxOf(view, boxId);
    const loop = blockIn(box, blockId);
    if (!box || !loop) return;
    if (found.data.both) yield* modelOff(view, found.data.model);
    else yield switchTo(view, box, loop, 'on');
  },
});
