// What findings about hum share: where it is too much, by which lead and source, and the cheapest that puts it right.
import {
  cureHum,
  humAlong,
  isTooMuch,
  namedLoops,
  overAt,
  sourceWords,
  unprovedAcross,
  type HumCure,
  type HumRoute,
} from '../hum';
import { boxOf, derive, inNight, type Box, type Lead, type Reads } from '../model';
import { traceIn } from '../signal';
import { group, type Cure } from './cure';
import { boxPart, leadPart, type Finding, type Found, type View } from './finding';

export const ofHum = ['boxes', 'leads', 'variant', 'standing', 'stage', 'houseRules'] as const;
type Of = Reads<(typeof ofHum)[number]>;

/** What is told of hum that is too much. */
export type HumData = {
  readonly lead: number;
  readonly by: HumRoute['sources'][number]['source']['kind'];
  /** What brings most of it. */
  readonly source: string;
  /** The loop that the lead is part of; empty: none. */
  readonly loop: string;
  /** Where it is heard, and how far under the signal there, dB. */
  readonly ends: readonly { readonly box: string; readonly db: number }[];
  readonly pickupDb: number;
  /** Earths to be proved before anything is opened there. */
  readonly unproved: readonly string[];
};

/** Is it about hum that is too much, of whatever source? */
export const isHum = ({ code }: Pick<Finding, 'code'>): boolean => code === 'HUM-LOOP' || code === 'HUM-LEAK';

type Over = { readonly lead: Lead; readonly worst: HumRoute; readonly ends: ReadonlyMap<Box, number> };

/** Ways of a sound on which the hum of the grounds is over the limit and not hidden, by the lead that brings most. */
function overIn(of: Of): readonly Over[] {
  const limitDb = of.houseRules.limits.humDb;
  const found = new Map<Lead, { worst: HumRoute; ends: Map<Box, number> }>();
  for (const path of traceIn(of).paths) {
    const route = humAlong(of, path);
    const end = boxOf(of, path.output.box);
    const [most] = route?.leads.toSorted((a, b) => b.share - a.share) ?? [];
    if (!route || !end || !most || !isTooMuch(route, limitDb)) continue;
    // What one lead brings is one matter, wherever it is heard.
    const own = found.get(most.lead) ?? { worst: route, ends: new Map<Box, number>() };
    if (route.underDb < own.worst.underDb) own.worst = route;
    own.ends.set(end, Math.min(route.underDb, own.ends.get(end) ?? Infinity));
    found.set(most.lead, own);
  }
  return [...found].map(([lead, own]) => ({ lead, ...own }));
}

/** Hum that is too much in a sound, one for each lead that brings most of it. */
export const tooMuchHum = derive(ofHum, (of: Of): readonly Found<HumData>[] => {
  const limit = of.houseRules.limits.humDb;
  return overIn(of).map(({ lead, worst, ends }): Found<HumData> => {
    const [most] = worst.sources;
    const leaks = most?.source.kind === 'leakage' ? most.source.box : null;
    const db = Math.min(...ends.values());
    return {
      severity: 'caution',
      parts: [leadPart(lead), ...[...ends.keys()].map(boxPart)],
      figures: [
        { name: 'hum under the signal', value: db, unit: 'dB' },
        { name: 'limit', value: limit, unit: 'dB' },
      ],
      assumed: leaks && !leaks.power.leakageUa ? [{ part: boxPart(leaks), figure: 'leakage' }] : [],
      data: {
        lead: lead.number,
        by: most?.source.kind ?? 'field',
        source: most ? sourceWords(most.source) : '',
        loop: namedLoops(of).find(({ leads }) => leads.includes(lead))?.words ?? '',
        ends: [...ends].map(([{ id }, under]) => ({ box: id, db: under })),
        pickupDb: worst.pickupUnderDb,
        unproved: (unprovedAcross(of).get(lead.id) ?? []).map(({ id }) => id),
      },
    };
  });
});

/** Sets that are tried for a finding; the layer tries them all. */
const MOST_TRIED = 30_000;

const curesOfNight = derive(['boxes', 'leads', 'variant', 'stage', 'sounds', 'houseRules', 'walks'], (of) => {
  const search = cureHum(of, MOST_TRIED);
  for (;;) {
    const step = search.next();
    if (step.done === true) return step.value;
  }
});

/** The cheapest set of acts, or the one act that does most, where it brings the sound under the limit everywhere. */
export function* quieted(view: View): Generator<Cure> {
  const night = inNight(view.rig, view.variant?.id ?? null);
  const { outputs, best, single } = curesOfNight(night);
  const limitDb = view.houseRules.limits.humDb;
  const isUnder = ({ humDbu }: HumCure) =>
    outputs.every(
      (output, i) => output.sound?.id !== view.sound?.id || overAt(output, humDbu[i] ?? 0, limitDb) === 0,
    );
  for (const cure of [best, single])
    if (cure && cure.acts.every(({ edits }) => edits.length > 0) && isUnder(cure))
      yield group(
        cure.acts.map(({ words }) => words).join('; '),
        cure.acts.flatMap(({ edits }) => edits),
      );
}
