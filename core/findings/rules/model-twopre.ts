import { blockAt, derive } from '../../model';
import { traceIn, type ForSignal, type Path } from '../../signal';
import { inWords } from '../../units';
import { blockPart, type Found, type View } from '../finding';
import type { Cure } from '../cure';
import { distinct, isSectionOn, loopsWithPreamp, modelOff, switchTo } from '../hung';
import { rule } from '../rule';

/** A preamp that can be taken out: an amp model by itself, a real one by the loop block it hangs on. */
type Preamp = {
  /** `box/block` of what switches it. */
  readonly by: string;
  /** `box/block` of the real preamp; null for a model. */
  readonly real: string | null;
  readonly on: boolean;
};

type Data = { readonly both: boolean; readonly preamps: readonly Preamp[] };

const key = (of: { readonly box: { readonly id: string }; readonly block: { readonly id: string } }) =>
  `${of.box.id}/${of.block.id}`;

/** Preamps of a path that can be taken out, in its order. */
const choicesOn = (view: ForSignal, path: Path): readonly Preamp[] => {
  const loops = new Map(loopsWithPreamp(view, path).map((loop) => [loop.block, loop]));
  const seen = new Set<string>();
  return path.sections.flatMap((section): Preamp[] => {
    const by = key(section);
    const loop = loops.get(section.block);
    const [real] = loop?.preamps ?? [];
    if (seen.has(by) || (!real && section.block.role !== 'ampModel')) return [];
    seen.add(by);
    return [{ by, real: real ? key(real) : null, on: isSectionOn(section) }];
  });
};

const modelsFirst = (preamps: readonly Preamp[]): readonly Preamp[] => [
  ...preamps.filter(({ real }) => real === null),
  ...preamps.filter(({ real }) => real !== null),
];

/** Preamps on one path that can be taken out, of which two are on, or none is. */
export const preampsAtOdds = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (view): readonly Found<Data>[] =>
    distinct(
      traceIn(view).paths.flatMap((path): Found<Data>[] => {
        const choices = choicesOn(view, path);
        const on = choices.filter((preamp) => preamp.on);
        // Models alone are a matter of taste, and one preamp alone is no choice.
        if (choices.length < 2 || choices.every(({ real }) => real === null) || on.length === 1) return [];
        const told = modelsFirst(on.length > 1 ? on : choices);
        if (told.every(({ real }) => real === null)) return [];
        const parts = told.flatMap(({ by, real }) =>
          [by, ...(real ? [real] : [])].flatMap((id) => {
            const at = blockAt(view, id);
            return at ? [blockPart(at.box, at.block)] : [];
          }),
        );
        return [{ severity: 'caution', parts, data: { both: on.length > 1, preamps: told } }];
      }),
    ),
);

/** MODEL-TWOPRE: of the preamps on one path that can be taken out, models or real ones in loops, two are on, or none is. */
export const twoPreamps = rule<Data>({
  code: 'MODEL-TWOPRE',
  reads: 'sound',
  judge: preampsAtOdds,
  words: ({ data }, say) => {
    const named = inWords(
      data.preamps.map(({ by, real }) => {
        if (real === null) return say.block(by);
        return data.both
          ? `${say.block(real)} (through ${say.block(by)})`
          : `${say.block(by)} (it holds ${say.block(real)})`;
      }),
    );
    const count = data.preamps.length;
    return {
      text: data.both
        ? `${count === 2 ? 'Both' : count} preamps at once: ${named}.`
        : `${count === 2 ? 'Neither' : 'No'} preamp: ${named} are off.`,
      why: `Exactly one preamp belongs on a path. A common switch for the ${count === 2 ? 'two' : count} keeps them apart.`,
    };
  },
  *cures(view, { data }) {
    if (!data.both) {
      for (const { by } of [...data.preamps].reverse()) yield* switched(view, by, 'on');
      return;
    }
    for (const { by, real } of data.preamps)
      yield* real === null ? modelOff(view, by) : switched(view, by, 'off');
  },
});

/** @param by `box/block` */
function* switched(view: View, by: string, state: 'on' | 'off'): Generator<Cure> {
  const at = blockAt(view, by);
  if (at?.block.states.some(({ id }) => id === state)) yield switchTo(view, at.box, at.block, state);
}
