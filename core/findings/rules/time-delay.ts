import { boxOf, derive } from '../../model';
import { traceIn, type Path } from '../../signal';
import { delaysAlong, msWords, rangeWords, type DelayRoute } from '../../timing';
import { inWords } from '../../units';
import { ofElectricity, type Electric } from '../electric';
import { boxPart, type Found } from '../finding';
import { distinct } from '../hung';
import { rule } from '../rule';

type Data = {
  readonly end: string;
  readonly words: string;
  readonly trips: number;
  readonly by: readonly string[];
};

const MOST_TOLD = 3;

/** What a way is told by: its end, and what has most of the delay. */
function told(
  of: Electric,
  path: Path,
  route: DelayRoute,
  severity: Found['severity'],
  figure: Found['figures'],
): readonly Found<Data>[] {
  const end = boxOf(of, path.output.box);
  if (!end) return [];
  const worst = [...new Set(route.stops.toSorted((a, b) => b.ms - a.ms).map(({ box }) => box))].slice(
    0,
    MOST_TOLD,
  );
  return [
    {
      severity,
      parts: [boxPart(end), ...worst.filter((box) => box !== end).map(boxPart)],
      figures: figure ?? [],
      assumed: worst.map((box) => ({ part: boxPart(box), figure: 'delay' })),
      data: { end: end.id, words: rangeWords(route), trips: route.trips, by: worst.map(({ id }) => id) },
    },
  ];
}

/** TIME-TOTAL: a way is later than the house likes. */
export const total = rule<Data>({
  code: 'TIME-TOTAL',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { delayMs } = of.houseRules.limits;
    return distinct(
      traceIn(of).paths.flatMap((path) => {
        const route = delaysAlong(of, path);
        return route.total.ms > delayMs
          ? told(of, path, route, 'caution', [
              { name: 'delay', value: route.total.ms, unit: 'ms' },
              { name: 'limit', value: delayMs, unit: 'ms' },
            ])
          : [];
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `What comes out at ${say.box(data.end)} is ${data.words} late.`,
    why: `Over ${say.figure('limit')} a player feels it under the fingers. Most of it: ${inWords(data.by.map((id) => say.box(id)))}. ${msWords(2.9)} are a metre from the loudspeaker.`,
  }),
});

/** CONV-COUNT: in and out of numbers more often than the house likes. */
export const conversions = rule<Data>({
  code: 'CONV-COUNT',
  reads: 'sound',
  isMild: true,
  judge: derive(ofElectricity, (of): readonly Found<Data>[] => {
    const { conversions: most } = of.houseRules.limits;
    return distinct(
      traceIn(of).paths.flatMap((path) => {
        const route = delaysAlong(of, path);
        return route.trips > most
          ? told(of, path, route, 'note', [{ name: 'conversions', value: route.trips, unit: '' }])
          : [];
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `${data.trips} times into numbers and out again on the way to ${say.box(data.end)}.`,
    why: `Each trip adds delay and a little noise: ${data.words} in all, by ${inWords(data.by.map((id) => say.box(id)))}.`,
  }),
});
