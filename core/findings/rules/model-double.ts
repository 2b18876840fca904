import { derive } from '../../model';
import { traceIn } from '../../signal';
import { blockPart, type Found } from '../finding';
import { distinct, isSectionOn, loopsWithPreamp, modelOff } from '../hung';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly model: string;
  readonly preamp: string;
  readonly role: 'ampModel' | 'cabModel';
};

/** MODEL-DOUBLE: an amp model ahead of a real preamp nothing takes out; a cabinet model ahead of any real preamp. */
export const double = rule<Data>({
  code: 'MODEL-DOUBLE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found<Data>[] =>
    distinct(
      traceIn(view).paths.flatMap((path) => {
        const removable = new Set(
          loopsWithPreamp(view, path).flatMap((loop) => loop.preamps.map((p) => p.block)),
        );
        return path.sections.flatMap((section, i): Found<Data>[] => {
          const { role } = section.block;
          if ((role !== 'ampModel' && role !== 'cabModel') || !isSectionOn(section)) return [];
          const preamp = path.sections
            .slice(i + 1)
            .find(
              (later) =>
                later.block.role === 'preamp' && (role === 'cabModel' || !removable.has(later.block)),
            );
          if (!preamp) return [];
          return [
            {
              severity: 'caution',
              parts: [blockPart(section.box, section.block), blockPart(preamp.box, preamp.block)],
              data: {
                model: `${section.box.id}/${section.block.id}`,
                preamp: `${preamp.box.id}/${preamp.block.id}`,
                role,
              },
            },
          ];
        });
      }),
    ),
  ),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.block(data.model))} is on ahead of a real preamp, ${say.block(data.preamp)}.`,
    why:
      data.role === 'cabModel'
        ? 'A cabinet model ahead of a preamp cuts the highs before they are driven: woolly, and then cut again.'
        : 'Two preamps in a row: the model is driven once more, with noise and fizz.',
  }),
  *cures(view, found) {
    yield* modelOff(view, found.data.model);
  },
});
