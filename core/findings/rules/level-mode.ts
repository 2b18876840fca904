import { derive, endAt, leadOf, refOf, takesLine, type Jack, type JackEnd, type JackMode } from '../../model';
import { joinedInside, jointsIn, resolveIn, type ForSignal } from '../../signal';
import { cure } from '../cure';
import { jackPart, leadPart, scopeOf, type Found } from '../finding';
import { rule } from '../rule';

type Data = {
  readonly from: string;
  readonly to: string;
  readonly gives: readonly Level[];
  readonly hears: readonly Level[];
};

type Level = 'mic' | 'instrument' | 'line';

const LEVELS: readonly Level[] = ['mic', 'instrument', 'line'];

/** Nominal levels in dBu: mic is under the first, line over the second; instruments lie between, and a little over into line. */
const BOUNDS = { mic: -25, line: -12, instrument: -8 } as const;

/** The levels a jack is made for in its mode: a range of nominal levels may reach over several (a loop of -20 … +4 dBu). */
function levelsOf(jack: Jack, mode: JackMode | undefined): readonly Level[] {
  const named = LEVELS.find((level) => level === mode?.id);
  if (named) return [named];
  if (jack.carries === 'mic' || jack.carries === 'instrument') return [jack.carries];
  if (jack.carries !== 'line') return [];
  const nominal = mode?.nominalDbu;
  if (!nominal) return ['line'];
  const [low, high] = [nominal.low ?? nominal.value, nominal.high ?? nominal.value];
  return LEVELS.filter((level) =>
    level === 'mic'
      ? low < BOUNDS.mic
      : level === 'line'
        ? high > BOUNDS.line
        : high >= BOUNDS.mic && low <= BOUNDS.instrument,
  );
}

const modeOf = (view: ForSignal, { box, jack }: JackEnd) => resolveIn(view).jackMode(box, jack).mode;

/** A mic input is made for so many times less than it is itself, in ohms: more loads the source down. */
const BRIDGING = 5;

/** Does the output drive this mic input without being loaded down? A pickup does not, and what is not known may not. */
function drives(out: JackMode | undefined, input: JackMode | undefined): boolean {
  const [source, load] = [out?.rOut?.value, input?.rIn?.value];
  return source !== undefined && load !== undefined && source * BRIDGING <= load;
}

const isPlain = (jack: Jack) => jack.carries === 'instrument' && jack.modes.length <= 1;

const key = ({ box, jack }: JackEnd) => `${box.id}/${jack.id}`;

/** An output against one input that wire alone joins it to. */
function mismatch(view: ForSignal, from: JackEnd, to: JackEnd, lead: string): readonly Found<Data>[] {
  // Most jacks are for instruments, in every mode they have.
  if (isPlain(from.jack) && isPlain(to.jack)) return [];
  const mode = modeOf(view, to);
  // A through jack hears nothing itself: what stands behind it does.
  if (!mode && joinedInside(to.box, to.jack.id).length > 0) return [];
  const [gives, hears] = [levelsOf(from.jack, modeOf(view, from)), levelsOf(to.jack, mode)];
  if (gives.length === 0 || hears.length === 0 || gives.some((level) => hears.includes(level))) return [];
  if (gives.join() === 'instrument' && hears.includes('mic') && drives(modeOf(view, from), mode)) return [];
  // What stands a line level is not hurt by one, whatever it is called.
  if (gives.includes('line') && hears.includes('instrument') && takesLine(mode)) return [];
  const run = leadOf(view, lead);
  return [
    {
      severity: 'caution',
      parts: [jackPart(to.box, to.jack), jackPart(from.box, from.jack), ...(run ? [leadPart(run)] : [])],
      data: { from: key(from), to: key(to), gives, hears },
    },
  ];
}

const rank = (levels: readonly Level[]) => LEVELS.indexOf(levels.at(-1) ?? 'line');

const BETWEEN = {
  hot: 'Too hot: it distorts where it comes in, or has to be turned down into the noise.',
  quiet: 'Too quiet: it has to be turned up, and its noise with it.',
  loaded: 'A mic input loads it down: weak and dull. A DI belongs between.',
} as const;

/** LEVEL-MODE: instrument, line or mic level against what the other jack is set to. */
export const levelMode = rule<Data>({
  code: 'LEVEL-MODE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found<Data>[] =>
    [...new Set(jointsIn(view).values())].flatMap(({ outputs: [from, ...others], inputs }) =>
      // Two outputs on one wire are told as that.
      from && others.length === 0 ? inputs.flatMap(({ end, lead }) => mismatch(view, from, end, lead)) : [],
    ),
  ),
  words: ({ data }, say) => ({
    text: `${say.jack(data.from)} gives ${data.gives.join(' or ')} level, ${say.jack(data.to)} is set for ${data.hears.join(' or ')}.`,
    why:
      data.gives.join() === 'instrument' && data.hears.join() === 'mic'
        ? BETWEEN.loaded
        : rank(data.gives) > rank(data.hears)
          ? BETWEEN.hot
          : BETWEEN.quiet,
  }),
  *cures(view, { data }) {
    for (const [where, wanted] of [
      [data.to, data.gives],
      [data.from, data.hears],
    ] as const) {
      const end = endAt(view, refOf(where));
      if (!end) continue;
      const { from } = resolveIn(view).jackMode(end.box, end.jack);
      for (const mode of end.jack.modes)
        if (wanted.some((level) => level === mode.id))
          yield cure(view, {
            edit: 'setMode',
            arguments: {
              box: end.box.id,
              jack: end.jack.id,
              mode: mode.id,
              scope: from === 'sound' ? scopeOf(view) : { layer: 'rest' },
            },
          });
    }
  },
});
