import { judgeRule } from '../../control';
import { blockAt, derive, type Rig, type SoundRule } from '../../model';
import { inWords } from '../../units';
import { blockPart, type Found } from '../finding';
import { switchTo } from '../hung';
import { rule } from '../rule';
import { preampsAtOdds } from './model-twopre';

type Data = {
  readonly kind: SoundRule['kind'];
  /** In the player's own; empty: nobody has written any. */
  readonly words: string;
  readonly on: readonly string[];
  readonly off: readonly string[];
};

const partsOf = (view: Pick<Rig, 'boxes'>, keys: readonly string[]) =>
  keys.flatMap((key) => blockAt(view, key) ?? []);

/** SOUND-RULE: a sound breaks a rule that the rig has for all of its sounds. */
export const soundRule = rule<Data>({
  code: 'SOUND-RULE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing', 'soundRules'], (view): readonly Found<Data>[] => {
    const told = new Set(preampsAtOdds(view).flatMap(({ parts }) => parts.map(({ id }) => id)));
    return view.soundRules.flatMap((one): Found<Data>[] => {
      const { isKept, on, off } = judgeRule(view, one);
      // Two preamps, or none, have a line of their own.
      if (isKept || (one.kind === 'one' && [...on, ...off].every((key) => told.has(key)))) return [];
      const parts = partsOf(view, on.length > 0 ? on : off).map(({ box, block }) => blockPart(box, block));
      return [{ severity: 'caution', parts, data: { kind: one.kind, words: one.words, on, off } }];
    });
  }),
  words: ({ data }, say) => {
    const names = (keys: readonly string[]) => inWords(keys.map((key) => say.block(key)));
    const { kind, words, on, off } = data;
    const so =
      kind === 'together'
        ? `${names(on)} without ${names(off)}`
        : on.length === 0
          ? `none of ${names(off)}`
          : `${names(on)} at once`;
    const usual = {
      one: 'exactly one of them',
      together: 'together or not at all',
      never: 'never all at once',
    };
    return {
      text: `Against a rule of this rig (${words === '' ? usual[kind] : words}): ${so}.`,
      why: 'The rule is for every sound; one that is meant otherwise is accepted with its reason.',
    };
  },
  *cures(view, { data }) {
    // Of what goes together the fewer follow the others; of what must not be together one goes.
    const isOn = data.kind === 'together' ? data.off.length <= data.on.length : data.on.length === 0;
    const first = isOn ? data.off : [...data.on].reverse();
    for (const { box, block } of partsOf(view, first)) {
      const state = isOn
        ? block.states.find(({ id }) => id !== 'off')
        : block.states.find(({ id }) => id === 'off');
      if (state) yield switchTo(view, box, block, state.id);
    }
  },
});
