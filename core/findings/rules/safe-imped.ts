import { derive, endAt, type Figure, type Jack, type JackEnd, type Severity } from '../../model';
import { cure } from '../cure';
import { isFree, jackPart, leadsAt, type AssumedFigure, type Found } from '../finding';
import { firstGuess, guessAt, type Guess } from '../guess';
import { DESTROYS } from '../phrases';
import { rule } from '../rule';
import { amplifiers, loadsOn, ratio } from '../speakers';

type Data = { readonly box: string; readonly tap: string; readonly count: number; readonly valve: boolean };

const assumedOhms = (ends: readonly JackEnd[]): readonly AssumedFigure[] =>
  ends
    .filter(({ jack }) => jack.speaker?.ohm?.source === 'assumed')
    .map(({ box, jack }) => ({ part: jackPart(box, jack), figure: 'impedance' }));

const value = (figure: Figure | undefined): number | null => figure?.value ?? null;

/** Loads on one output in parallel: 1 / sum(1 / Z). null when any is not known. */
function inParallel(loads: readonly JackEnd[]): number | null {
  let conductance = 0;
  for (const { jack } of loads) {
    const ohm = value(jack.speaker?.ohm);
    if (ohm === null) return null;
    conductance += 1 / ohm;
  }
  return conductance === 0 ? null : 1 / conductance;
}

/** A stage with an output transformer: its taps are made for one load each. */
const isTapped = ({ speaker }: Jack) => speaker?.stage === 'valve' || speaker?.stage === 'solid-transformer';

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

/** The assumed ohms of one load that would bring the whole to what the output wants. */
function guessOf(loads: readonly JackEnd[], tap: Jack, severity: Severity): Guess | undefined {
  const wanted = value(isTapped(tap) ? tap.speaker?.ohm : tap.speaker?.minOhm);
  if (wanted === null || severity === 'note') return undefined;
  return firstGuess(loads, (end) => {
    const others = loads.filter((load) => load !== end);
    const beside = others.length === 0 ? null : inParallel(others);
    const ohm = 1 / (1 / wanted - (beside === null ? 0 : 1 / beside));
    return guessAt(end, 'ohm', ohm, isTapped(tap) ? 'about' : 'least');
  });
}

/** SAFE-IMPED: cabinets against the tap or the least load, with the sum worked out. */
export const impedance = rule<Data>({
  code: 'SAFE-IMPED',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    amplifiers(view).flatMap(({ box, taps }) =>
      taps.flatMap((tap): Found<Data>[] => {
        const loads = loadsOn(view, box, tap);
        const total = inParallel(loads);
        const severity = total === null ? null : judgeLoad(tap, total);
        if (severity === null || total === null) return [];
        const [ohm, least, watts] = [tap.speaker?.ohm, tap.speaker?.minOhm, tap.speaker?.watts].map(value);
        const isUnderLeast = !isTapped(tap) && severity === 'danger';
        const rated = (isUnderLeast ? least : (ohm ?? least)) ?? total;
        return [
          {
            severity,
            parts: [jackPart(box, tap), ...loads.map((load) => jackPart(load.box, load.jack))],
            figures: [
              { name: 'load', value: total, unit: 'Ω' },
              { name: 'output', value: rated, unit: 'Ω' },
              { name: 'ratio', value: ratio(total, rated), unit: '' },
              // P Z_rated / Z: a solid-state stage gives its volts, whatever the load.
              ...(severity === 'note' && watts
                ? [{ name: 'power', value: (watts * rated) / total, unit: 'W' }]
                : []),
            ],
            assumed: assumedOhms([{ box, jack: tap }, ...loads]),
            guess: guessOf(loads, tap, severity),
            data: {
              box: box.id,
              tap: `${box.id}/${tap.id}`,
              count: loads.length,
              valve: isTapped(tap),
            },
          },
        ];
      }),
    ),
  ),
  words: ({ data, severity }, say) => {
    const load = `${say.figure('load')} on ${say.jack(data.tap)}`;
    const sum = data.count > 1 ? ` (${data.count} cabinets in parallel)` : '';
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
