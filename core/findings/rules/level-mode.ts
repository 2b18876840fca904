import { loudness, unlikeLevels, type NominalLevel } from '../../level';
import { derive, leadOf, type JackEnd } from '../../model';
import { joinedInside, jointsIn, resolveIn, type ForSignal } from '../../signal';
import { jackPart, leadPart, type Found } from '../finding';
import { modeCures } from '../mode-cure';
import { rule } from '../rule';

type Data = {
  readonly from: string;
  readonly to: string;
  readonly gives: readonly NominalLevel[];
  readonly hears: readonly NominalLevel[];
};

const modeOf = (view: ForSignal, { box, jack }: JackEnd) => resolveIn(view).jackMode(box, jack).mode;

const key = ({ box, jack }: JackEnd) => `${box.id}/${jack.id}`;

/** An output against one input that wire alone joins it to. */
function mismatch(view: ForSignal, from: JackEnd, to: JackEnd, lead: string): readonly Found<Data>[] {
  const mode = modeOf(view, to);
  // A through jack hears nothing itself: what stands behind it does.
  if (!mode && joinedInside(to.box, to.jack.id).length > 0) return [];
  const unlike = unlikeLevels({ jack: from.jack, mode: modeOf(view, from) }, { jack: to.jack, mode });
  if (!unlike) return [];
  const run = leadOf(view, lead);
  return [
    {
      severity: 'caution',
      parts: [jackPart(to.box, to.jack), jackPart(from.box, from.jack), ...(run ? [leadPart(run)] : [])],
      data: { from: key(from), to: key(to), ...unlike },
    },
  ];
}

const BETWEEN = {
  hot: 'Too hot: it distorts where it comes in, or has to be turned down into the noise.',
  quiet: 'Too quiet: it has to be turned up, and its noise with it.',
  loaded: 'A mic input loads it down: weak and dull. A DI belongs between.',
} as const;

/** LEVEL-MODE: instrument, line or mic level against what the other jack is set to. */
export const levelMode = rule<Data>({
  code: 'LEVEL-MODE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] =>
    [...new Set(jointsIn(view).values())].flatMap(({ outputs: [from, ...others], inputs }) =>
      // Two outputs on one wire are told as that.
      from && others.length === 0 ? inputs.flatMap(({ end, lead }) => mismatch(view, from, end, lead)) : [],
    ),
  ),
  // What comes of it is told under it.
  covers: ({ parts }, other) =>
    ['LEVEL-UNITY', 'LEVEL-CLIP', 'LEVEL-LOW'].includes(other.code) &&
    other.parts.some((part) => parts.some(({ id }) => id === part.id)),
  words: ({ data }, say) => ({
    text: `${say.jack(data.from)} gives ${data.gives.join(' or ')} level, ${say.jack(data.to)} is set for ${data.hears.join(' or ')}.`,
    why:
      data.gives.join() === 'instrument' && data.hears.join() === 'mic'
        ? BETWEEN.loaded
        : loudness(data.gives) > loudness(data.hears)
          ? BETWEEN.hot
          : BETWEEN.quiet,
  }),
  *cures(view, { data }) {
    for (const [where, wanted] of [
      [data.to, data.gives],
      [data.from, data.hears],
    ] as const)
      yield* modeCures(view, where, ({ id }) => wanted.some((level) => level === id));
  },
});
