import { derive } from '../../model';
import { traceIn } from '../../signal';
import { blockPart, type Found } from '../finding';
import { distinct, isSectionOn, modelOff } from '../hung';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { positionOf } from '../../order';

type Data = { readonly model: string; readonly cabinet: string };

/** MODEL-BOTHSPK: a cabinet model behind the last preamp, heard through a guitar cabinet. */
export const bothSpeakers = rule<Data>({
  code: 'MODEL-BOTHSPK',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing', 'houseRules'], (view): readonly Found<Data>[] => {
    if (positionOf(view, 'cabinet') === 'accepted') return [];
    return distinct(
      traceIn(view).paths.flatMap((path) => {
        const heard = path.sections.at(-1);
        if (heard?.block.role !== 'speaker') return [];
        const last = path.sections.findLastIndex((section) => section.block.role === 'preamp');
        return path.sections
          .slice(last + 1)
          .filter((section) => section.block.role === 'cabModel' && isSectionOn(section))
          .map((section): Found<Data> => ({
            severity: 'caution',
            parts: [blockPart(section.box, section.block), blockPart(heard.box, heard.block)],
            data: { model: `${section.box.id}/${section.block.id}`, cabinet: heard.box.id },
          }));
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.block(data.model))} is on and heard through ${say.box(data.cabinet)}.`,
    why: 'The sound of a cabinet twice: dull and boxy. A cabinet model belongs on feeds without a guitar cabinet.',
  }),
  *cures(view, found) {
    yield* modelOff(view, found.data.model);
  },
});
