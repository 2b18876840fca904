// What the Hum layer tells beside the map: hum at the end of a route, whose it is, and what each ground loop has in it.
import { inSetting, type Rig, type Setting } from '../model';
import { traceIn } from '../signal';
import { powerSum, SILENT_DBU } from '../level';
import { formatQuantity, inWords } from '../units';
import { humActs, type HumAct } from './acts';
import { hasHum, humAlong, isTooMuch, type HumRoute } from './along';
import { groundCurrents } from './currents';
import { heardOfAct, heardWords, newestHeard, type Heard } from './heard';
import { namedLoops, type GroundLoop } from './loops';
import { ASSUMED, mainsHertz, type Source } from './sources';
import { HumTrials, shieldsOf } from './trials';

export type HumView = {
  /** null: nothing is known of levels on the route. */
  readonly end: {
    readonly averageDbu: number;
    readonly humDbu: number;
    readonly pickupDbu: number;
    readonly underDb: number;
    readonly pickupUnderDb: number;
    readonly isTooMuch: boolean;
    readonly endsBecause: string | null;
  } | null;
  readonly limitDb: number;
  readonly caption: string;
  /** What brings most first. */
  readonly leads: readonly {
    readonly id: string;
    readonly number: number;
    readonly volts: number;
    readonly share: number;
    readonly underDb: number;
  }[];
  readonly sources: readonly { readonly words: string; readonly underDb: number }[];
  readonly loops: readonly HumLoop[];
  readonly assumed: readonly string[];
};

export type HumLoop = Pick<GroundLoop, 'key' | 'group' | 'words'> & {
  readonly leads: readonly { readonly id: string; readonly number: number }[];
  readonly boxes: readonly string[];
  /** The most that runs in any of its leads, A. */
  readonly ampere: number;
  /** What is heard of hum at the end of the route goes down by so much once it is broken where that does most, dB; null: no break of it helps. */
  readonly addsDb: number | null;
  /** By how much it was heard to go down, dB; null: nobody listened, or nobody said. */
  readonly heardDb: number | null;
  /** What breaks it so, or why nothing does. */
  readonly breaks: string;
  /** What was heard of its leads, which goes before what is reckoned: `lead 4: quieter lifted, by 6 dB; heard …`. */
  readonly heard: readonly string[];
};

const round = (db: number): string => String(Math.abs(Math.round(db)));

/** `8 dB under the signal`; `as loud as it`: through a stage that clips nothing comes out louder. */
export const againstSignal = (underDb: number, signal = 'the signal'): string =>
  Math.round(underDb) <= 0 ? `as loud as ${signal}` : `${round(underDb)} dB under ${signal}`;

const SOURCE_WORDS: Readonly<Record<Source['kind'], (name: string) => string>> = {
  field: () => 'the field around the leads',
  earths: (name) => (name ? `the earth of ${name} against the others` : 'earths that differ'),
  leakage: (name) => `leakage of ${name}, which has no earth`,
  ripple: (name) => `ripple of ${name} on a shared outlet`,
};

/** What brings hum, for people: `leakage of Supply, which has no earth`. */
export const sourceWords = ({ kind, box }: Pick<Source, 'kind' | 'box'>): string =>
  SOURCE_WORDS[kind](box?.name ?? '');

/** What is left to be said of a route in one sentence, the worst first. */
export function humCaption({ leads, sources, underDb, pickupUnderDb }: HumRoute, limitDb: number): string {
  const worst = [...leads].sort((a, b) => b.dbu - a.dbu)[0];
  const [source] = sources;
  if (!worst || !source || !hasHum({ underDb })) return 'Nothing brings hum into this route but the pickup.';
  const whose = `most of it by lead ${worst.lead.number}, from ${sourceWords(source.source)}`;
  const over = underDb < limitDb ? `, ${round(limitDb - underDb)} dB over the limit` : '';
  const beside = `the pickup’s own is ${againstSignal(pickupUnderDb, 'it')}`;
  return `Hum of the grounds is ${againstSignal(underDb)}${over}: ${whose}; ${beside}. ±6 dB.`;
}

type Of = ReturnType<typeof inSetting>;

/** What is heard at each output, hum and the pickup's own together, dBu. */
const heard = ({ outputs }: HumTrials, humDbu: Float64Array): readonly number[] =>
  outputs.map(({ pickupDbu }, i) => powerSum(humDbu[i] ?? SILENT_DBU, pickupDbu));

/**
 * What a loop adds at the end of a route: every act that opens one of its leads is tried by itself. One that makes it worse at
 * another output of the sound is none.
 * @param at number of the output
 */
function loopOf(of: Of, loop: GroundLoop, at: number, trials: HumTrials, acts: readonly HumAct[]): HumLoop {
  const now = shieldsOf(of);
  const found = trials.with(now);
  const today = found ? heard(trials, found) : [];
  const ids = new Set(loop.leads.map(({ id }) => id));
  const opening = acts.filter(
    ({ at: own, kind }) => 'lead' in own && ids.has(own.lead.id) && kind !== 'restore',
  );
  const tried = opening.flatMap((act): readonly Tried[] => {
    const ear = heardOfAct(of, act);
    if (ear?.stands === 'against') return [];
    const left = trials.with(new Map([...now, ...act.shield]));
    const then = left ? heard(trials, left) : null;
    const isWorse = !then || then.some((dbu, i) => dbu > (today[i] ?? 0) + TELLS_DB);
    const db = (today[at] ?? 0) - (then?.[at] ?? 0);
    return !ear && (isWorse || db <= TELLS_DB) ? [] : [{ act, db, heard: ear && ear.heard }];
  });
  // What was heard goes before what is reckoned.
  const [best = null] = tried.sort(
    (a, b) =>
      Number(b.heard !== null) - Number(a.heard !== null) ||
      (b.heard?.byDb ?? b.db) - (a.heard?.byDb ?? a.db),
  );
  const flowing = groundCurrents(of).ties.filter(({ tie }) => loop.ties.includes(tie) && tie.lead);
  return {
    key: loop.key,
    group: loop.group,
    words: loop.words,
    leads: loop.leads.map(({ id, number }) => ({ id, number })),
    boxes: loop.boxes.map(({ id }) => id),
    ampere: Math.max(0, ...flowing.map(({ ampere }) => ampere)),
    addsDb: best && best.db > TELLS_DB ? best.db : null,
    heardDb: best?.heard?.byDb ?? null,
    breaks: best === null ? 'no lead of it, by itself' : breakWords(best.act),
    heard: loop.leads.flatMap(({ id, number }) => {
      const newest = newestHeard(of, id);
      return newest ? [`lead ${number} ${heardWords(newest)}`] : [];
    }),
  };
}

/** An act that opens a loop, with by how much it is quieter then at the end of the route, dB, and what was heard of it. */
type Tried = { readonly act: HumAct; readonly db: number; readonly heard: Heard | null };

/** A change of less is none, dB. */
const TELLS_DB = 0.1;

/** Beside an earth that nobody has proved nothing is proposed but to have it proved. */
const breakWords = ({ words, unproved }: HumAct): string =>
  unproved.length > 0
    ? `have the earth of ${inWords(unproved.map(({ name }) => name))} proved first`
    : `${words.charAt(0).toLowerCase()}${words.slice(1)}`;

/** Sources that go by one name are one, as powers; what nobody could hear of is none. */
function sourcesOf({ sources, averageDbu }: HumRoute): HumView['sources'] {
  const found = new Map<string, number>();
  for (const { source, dbu } of sources) {
    const words = sourceWords(source);
    found.set(words, powerSum(found.get(words) ?? SILENT_DBU, dbu));
  }
  return [...found]
    .map(([words, dbu]) => ({ words, underDb: averageDbu - dbu }))
    .filter(hasHum)
    .sort((a, b) => a.underDb - b.underDb);
}

function assumedIn(of: Of): readonly string[] {
  const { stage, boxes } = of;
  const open = stage.places.filter(({ fieldUt }) => fieldUt === undefined);
  const leaky = boxes.filter(({ power }) => power.class === 'II' && !power.leakageUa);
  return [
    ...(open.length > 0 ? [`${ASSUMED.fieldUt} µT around ${inWords(open.map(({ name }) => name))}`] : []),
    stage.mains.outlets.length === 0
      ? 'everything on stage on one circuit, the desk on another'
      : `${formatQuantity(ASSUMED.circuitsV, 'V')} between circuits where nothing else is noted`,
    `${formatQuantity(ASSUMED.groupV, 'V')} between outlets of one group`,
    ...(leaky.length > 0
      ? [`${formatQuantity(ASSUMED.leakageA, 'A')} of leakage from ${inWords(leaky.map(({ name }) => name))}`]
      : []),
    `${mainsHertz(of)} Hz mains`,
  ];
}

/** Of one route of a setting. */
export function humView(rig: Rig, setting: Setting, route: number): HumView {
  const of = inSetting(rig, setting);
  const path = traceIn(of).paths[route];
  const along = path ? humAlong(of, path) : null;
  const limitDb = of.houseRules.limits.humDb;
  const trials = new HumTrials(of, [of.sound]);
  const acts = humActs(of);
  const at = trials.outputs.findIndex((output) => output.route === route);
  const loops = namedLoops(of).map((loop) => loopOf(of, loop, at, trials, acts));
  return {
    end: along && {
      averageDbu: along.averageDbu,
      humDbu: along.humDbu,
      pickupDbu: along.pickupDbu,
      underDb: along.underDb,
      pickupUnderDb: along.pickupUnderDb,
      isTooMuch: isTooMuch(along, limitDb),
      endsBecause: along.endsBecause,
    },
    limitDb,
    caption: along ? humCaption(along, limitDb) : 'Nothing is heard on this route: no hum either.',
    leads: (along?.leads ?? [])
      .map(({ lead: { id, number }, volts, share, dbu }) => ({
        id,
        number,
        volts,
        share,
        underDb: (along?.averageDbu ?? 0) - dbu,
      }))
      .sort((a, b) => b.share - a.share),
    sources: along ? sourcesOf(along) : [],
    loops: [...loops].sort(
      (a, b) => (b.heardDb ?? b.addsDb ?? -1) - (a.heardDb ?? a.addsDb ?? -1) || b.ampere - a.ampere,
    ),
    assumed: assumedIn(of),
  };
}
