import { derive } from '../../model';
import { traceIn } from '../../signal';
import { blockPart, type Found } from '../finding';
import { distinct, isSectionOn, modelOff } from '../hung';
import { rule } from '../rule';

type Data = { readonly first: string; readonly second: string };

/** MODEL-TWOCAB: two cabinet simulations on one way: a unit's and a load box's, a unit's and a desk's. */
export const twoCabinets = rule<Data>({
  code: 'MODEL-TWOCAB',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] =>
    distinct(
      traceIn(view).paths.flatMap((path): Found<Data>[] => {
        const [first, second] = path.sections.filter(
          (section) => section.block.role === 'cabModel' && isSectionOn(section),
        );
        if (!first || !second) return [];
        return [
          {
            severity: 'caution',
            parts: [blockPart(first.box, first.block), blockPart(second.box, second.block)],
            data: {
              first: `${first.box.id}/${first.block.id}`,
              second: `${second.box.id}/${second.block.id}`,
            },
          },
        ];
      }),
    ),
  ),
  words: ({ data }, say) => ({
    text: `Two cabinet simulations are on one way: ${say.block(data.first)} and ${say.block(data.second)}.`,
    why: 'The highs are cut twice and the bass swells twice: dull and boomy. One of the two is enough.',
  }),
  *cures(view, { data }) {
    yield* modelOff(view, data.first);
    yield* modelOff(view, data.second);
  },
});
