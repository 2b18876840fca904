import { derive, endAt, type Figure, type Jack, type JackEnd, type Severity } from '../../model';
import { cure } from '../cure';
import { isFree, jackPart, leadsAt, type AssumedFigure, type Found } from '../finding';
import { firstGuess, guessAt, type Guess } from '../guess';
import { DESTROYS, inSound } from '../phrases';
import { rule } from '../rule';
import { isTapped, nearLoads, ratio, type Output } from '../../power';
import { worstOf } from '../loads';

type Data = {
  readonly box: string;
  readonly tap: string;
  /** How the loads are joined, where there are several: ` (2 cabinets in parallel)`. */
  readonly sum: string;
  readonly valve: boolean;
  readonly sound: string | null;
};

const assumedOhms = (ends: readonly JackEnd[]): readonly AssumedFigure[] =>
  ends
    .filter(({ jack }) => jack.speaker?.ohm?.source === 'assumed')
    .map(({ box, jack }) => ({ part: jackPart(box, jack), figure: 'impedance' }));

const value = (figure: Figure | undefined): number | null => figure?.value ?? null;

/** Right within 10 %, caution within 2 : 1, danger beyond (valve); under the stated least load a danger (solid state). */
function judgeLoad(tap: Jack, load: number): Severity | null {
  const facts = tap.speaker;
  if (isTapped(tap)) {
    const rated = value(facts?.ohm);
    if (rated === null) return null;
    const r = ratio(load, rated);
    return r <= 1.1 + 1e-9 ? null : r <= 2 + 1e-9 ? 'caution' : 'danger';
  }
  const least = value(facts?.minOhm);
  if (least !== null && load < least - 1e-9) return 'danger';
  const rated = value(facts?.ohm) ?? least;
  return rated !== null && load > rated * 1.1 ? 'note' : null;
}

/** The assumed ohms of one of several loads side by side that would bring the whole to what the output wants. */
function guessOf({ load }: Output, tap: Jack, severity: Severity): Guess | undefined {
  const wanted = value(isTapped(tap) ? tap.speaker?.ohm : tap.speaker?.minOhm);
  if (wanted === null || severity === 'note' || load?.kind === 'series') return undefined;
  const ends = nearLoads(load);
  return firstGuess(ends, (end) => {
    const beside = ends.reduce(
      (sum, other) => sum + (other === end ? 0 : 1 / (other.jack.speaker?.ohm?.value ?? Infinity)),
      0,
    );
    return guessAt(end, 'ohm', 1 / (1 / wanted - beside), isTapped(tap) ? 'about' : 'least');
  });
}

/** ` (2 cabinets in parallel)`; of one load nothing is to be said. */
function sumWords({ load }: Output): string {
  if (!load || load.kind === 'load') return '';
  const joined = { parallel: 'in parallel', series: 'in series' }[load.kind];
  return ` (${nearLoads(load).length} cabinets ${joined})`;
}

/** SAFE-IMPED: cabinets against the tap or the least load, with the sum worked out. */
export const impedance = rule<Data>({
  code: 'SAFE-IMPED',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found<Data>[] =>
    worstOf(view, ({ box }, output, sound): readonly Found<Data>[] => {
      const { load, taps } = output;
      const tap = taps.find((one) => !one.speaker?.inSeries) ?? taps[0];
      const total = load?.ohm ?? null;
      const severity = total === null || !tap ? null : judgeLoad(tap, total);
      if (severity === null || total === null || !tap) return [];
      const ends = nearLoads(load);
      const [ohm, least, watts] = [tap.speaker?.ohm, tap.speaker?.minOhm, tap.speaker?.watts].map(value);
      const isUnderLeast = !isTapped(tap) && severity === 'danger';
      const rated = (isUnderLeast ? least : (ohm ?? least)) ?? total;
      return [
        {
          severity,
          parts: [jackPart(box, tap), ...ends.map((end) => jackPart(end.box, end.jack))],
          figures: [
            { name: 'load', value: total, unit: 'Ω' },
            { name: 'output', value: rated, unit: 'Ω' },
            { name: 'ratio', value: ratio(total, rated), unit: '' },
            // P Z_rated / Z: a solid-state stage gives its volts, whatever the load.
            ...(severity === 'note' && watts
              ? [{ name: 'power', value: (watts * rated) / total, unit: 'W' }]
              : []),
          ],
          assumed: assumedOhms([{ box, jack: tap }, ...ends]),
          guess: guessOf(output, tap, severity),
          data: {
            box: box.id,
            tap: `${box.id}/${tap.id}`,
            sum: sumWords(output),
            valve: isTapped(tap),
            sound,
          },
        },
      ];
    }),
  ),
  words: ({ data, severity }, say) => {
    const load = `${say.figure('load')} on ${say.jack(data.tap)}${inSound(say, data.sound)}`;
    const { sum } = data;
    if (data.valve)
      return {
        text: `${load}: ${say.figure('ratio')}:1${sum}.`,
        why:
          severity === 'danger'
            ? `${DESTROYS} Over 2:1 a valve stage is outside what its transformer stands.`
            : 'A mismatch within 2:1: above the tap higher anode voltages, below it harder on the valves.',
      };
    return severity === 'note'
      ? {
          text: `${load}, rated for ${say.figure('output')}${sum}.`,
          why: `Above its rated load a solid-state stage gives less power${say.figure('power') && `: about ${say.figure('power')}`}.`,
        }
      : {
          text: `${load}, which takes ${say.figure('output')} at least${sum}.`,
          why: `${DESTROYS} Under its least load a solid-state stage gives more current than it stands.`,
        };
  },
  *cures(view, found) {
    const end = endAt(view, { box: found.data.box, jack: found.data.tap.split('/')[1] ?? '' });
    const load = found.figures?.find((figure) => figure.name === 'load')?.value;
    if (!end || load === undefined) return;
    const others = end.box.jacks
      .filter(
        (jack) =>
          jack !== end.jack && jack.direction === 'out' && jack.speaker && isFree(view, end.box, jack),
      )
      .sort((a, b) => ratio(value(a.speaker?.ohm) ?? 8, load) - ratio(value(b.speaker?.ohm) ?? 8, load));
    for (const { lead, side } of leadsAt(view, end.box, end.jack))
      for (const tap of others)
        yield cure(view, {
          edit: 'replug',
          arguments: { lead: lead.id, side, at: [{ box: end.box.id, jack: tap.id }] },
        });
  },
});
