import { derive, endAt, jackIn, takesLine, type Jack, type JackEnd, type JackMode } from '../../model';
import { resolveIn, type ForSignal } from '../../signal';
import { cure } from '../cure';
import { jackPart, leadPart, type Found } from '../finding';
import { rule } from '../rule';
import { runsOf } from '../runs';

type Data = {
  readonly from: string;
  readonly to: string;
  readonly gives: Level;
  readonly hears: Level;
};

type Level = 'mic' | 'instrument' | 'line';

const LEVELS: readonly Level[] = ['mic', 'instrument', 'line'];

/** The level a jack is made for in its mode; null where its figures leave it open (a loop of -20 … +4 dBu). */
function levelOf(jack: Jack, mode: JackMode | undefined): Level | null {
  const named = LEVELS.find((level) => level === mode?.id);
  if (named) return named;
  if (jack.carries === 'mic' || jack.carries === 'instrument') return jack.carries;
  const nominal = mode?.nominalDbu;
  if (jack.carries !== 'line' || !nominal) return null;
  return (nominal.low ?? nominal.value) >= -8 ? 'line' : null;
}

const modeOf = (view: ForSignal, { box, jack }: JackEnd) => resolveIn(view).jackMode(box, jack).mode;

/** The level an output gives: where it only hands on what comes in, as a DI's through jack does, the level of that. */
function givenBy(view: ForSignal, end: JackEnd, seen: readonly Jack[] = []): Level | null {
  const { box, jack } = end;
  const into = resolveIn(view)
    .innerWiring(box)
    .patch.wires.find(({ to }) => 'jack' in to && to.jack === jack.id)?.from;
  const handed = into && 'jack' in into ? jackIn(box, into.jack) : undefined;
  if (handed?.direction !== 'in') return levelOf(jack, modeOf(view, end));
  const run = runsOf(view).find(({ to }) => to.box === box && to.jack === handed);
  return run && !seen.includes(jack) ? givenBy(view, run.from, [...seen, jack]) : null;
}

/** Which pairs work badly: too hot for what hears it, or lost in its noise. A quiet pedal into a mic input is no mismatch. */
const MISMATCHED: readonly string[] = ['line > mic', 'line > instrument', 'instrument > line', 'mic > line'];

const isPlain = (jack: Jack) => jack.carries === 'instrument' && jack.modes.length <= 1;

/** LEVEL-MODE: instrument, line or mic level against what the other jack is set to. */
export const levelMode = rule<Data>({
  code: 'LEVEL-MODE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found<Data>[] => {
    const seen = new Set<string>();
    return runsOf(view).flatMap(({ lead, from, to }): Found<Data>[] => {
      if (from.jack.direction !== 'out' || to.jack.direction !== 'in' || seen.has(lead.id)) return [];
      // Most jacks are for instruments, in every mode they have.
      if (isPlain(from.jack) && isPlain(to.jack)) return [];
      const mode = modeOf(view, to);
      const [a, b] = [givenBy(view, from), levelOf(to.jack, mode)];
      if (!a || !b || !MISMATCHED.includes(`${a} > ${b}`)) return [];
      if (a === 'line' && b === 'instrument' && takesLine(mode)) return [];
      seen.add(lead.id);
      return [
        {
          severity: 'caution',
          parts: [jackPart(to.box, to.jack), jackPart(from.box, from.jack), leadPart(lead)],
          data: {
            from: `${from.box.id}/${from.jack.id}`,
            to: `${to.box.id}/${to.jack.id}`,
            gives: a,
            hears: b,
          },
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.jack(data.from)} gives ${data.gives} level, ${say.jack(data.to)} is set for ${data.hears}.`,
    why:
      data.gives === 'line'
        ? 'Too hot: it distorts where it comes in, or has to be turned down into the noise.'
        : 'Too quiet: it has to be turned up, and its noise with it.',
  }),
  *cures(view, { data }) {
    for (const [key, wanted] of [
      [data.to, data.gives],
      [data.from, data.hears],
    ] as const) {
      const [box = '', id = ''] = key.split('/');
      const jack = endAt(view, { box, jack: id })?.jack;
      if (jack?.modes.some((mode) => mode.id === wanted))
        yield cure(view, {
          edit: 'setMode',
          arguments: { box, jack: id, mode: wanted, scope: { layer: 'rest' } },
        });
    }
  },
});
