// What the Latency layer tells beside the map: every route's delay and polarity, and where two of them meet.
import { boxOf, everySound, inSetting, type Box, type Rig, type Setting } from '../model';
import { routeNames } from '../routes';
import { traceIn } from '../signal';
import { count, formatDb, formatQuantity, inWords } from '../units';
import { delaysAlong, type DelayRoute } from './delays';
import { isTurned, meetingsIn, type Meeting } from './meets';
import { combDb, depthOf, notchesOf } from './notch';

export type LatencyView = {
  readonly routes: readonly {
    readonly name: string;
    readonly ms: number;
    readonly range: string;
    readonly trips: number;
    readonly turned: boolean;
  }[];
  /** The latest of all sounds, in words; empty: nothing delays anything. */
  readonly worst: string;
  readonly meetings: readonly {
    readonly words: string;
    readonly cure: string;
    /** Both together against the stronger alone, dB at `hz`; nothing where both come at once. */
    readonly comb: readonly number[];
  }[];
  readonly hz: readonly number[];
};

/** 20 Hz to 10 kHz, fine enough for a comb's first teeth. */
const HERTZ = Array.from({ length: 241 }, (_, i) => 20 * 500 ** (i / 240));
const NOTCHES = 3;
/** Deeper than this nobody tells apart; so both ways are as strong. */
const ALL_DB = -40;

/** Milliseconds to the tenth. */
export const msWords = (ms: number): string => `${Number(ms.toFixed(1))} ms`;

/** `1–3 ms`: what it may be, where that is known no better. */
export const rangeWords = ({ total }: DelayRoute): string =>
  total.highMs - total.lowMs < 0.05
    ? msWords(total.ms)
    : `${Number(total.lowMs.toFixed(1))}–${msWords(total.highMs)}`;

const hertzWords = (hertz: number): string =>
  hertz < 1000
    ? `${Math.round(hertz)} Hz`
    : `${formatQuantity(Number((hertz / 1000).toPrecision(2)), '')} kHz`;

const wayWords = (boxes: readonly Box[]): string =>
  boxes.length === 0
    ? 'the straight way'
    : `the way by ${inWords(boxes.slice(0, 3).map(({ name }) => name))}${boxes.length > 3 ? ' and more' : ''}`;

/** Where two ways meet, and what is heard of it, in a sentence or two. */
export function meetingWords(meeting: Meeting): string {
  const { where, boxes, by, seconds, unlike, byFader, isLoop } = meeting;
  const level = isLoop ? ', with the blend even' : ', with both faders alike';
  const [later = [], other = []] = by;
  const place =
    where === 'air'
      ? `${inWords(boxes.map(({ name }) => name))} sound together`
      : `Two ways meet in ${boxes[0]?.name ?? ''}`;
  const late =
    seconds < 0.05e-3 ? '' : `${wayWords(later)} is ${msWords(seconds * 1000)} later than ${wayWords(other)}`;
  const turned = unlike
    ? `${late === '' ? `${wayWords(later)} is` : 'and'} turned against ${late === '' ? wayWords(other) : 'it'}`
    : '';
  const notches = notchesOf(meeting, NOTCHES).filter((hertz) => hertz > 0);
  const depth = depthOf(meeting);
  const heard =
    notches.length > 0
      ? `notches at ${inWords(notches.map(hertzWords))} and on, ${
          depth < ALL_DB ? 'all the way down' : `${formatDb(-depth).replace('+', '')} dB deep`
        }`
      : 'what is alike cancels';
  const bass = unlike && notches.length > 0 ? 'the bass goes, and ' : '';
  return `${place}: ${[late, turned].filter(Boolean).join(' ')}; ${bass}${heard}${byFader ? level : ''}.`;
}

const CURES = {
  unlike:
    'A polarity switch on an isolator, or a unit that can turn it; a cabinet’s leads by a qualified person. By ear: hold the low open string and flip: more bass is right.',
  late: 'Delay the earlier way by as much where a box can, mix one of them lower, or take it out of the sum.',
} as const;

/** What helps where two ways meet. */
export const meetingCure = ({ unlike }: Meeting): string => (unlike ? CURES.unlike : CURES.late);

export function latencyView(rig: Rig, setting: Setting): LatencyView {
  const of = inSetting(rig, setting);
  const names = routeNames(rig, setting);
  const { paths } = traceIn(of);
  const all = everySound({ ...of, sounds: rig.sounds }).flatMap((one) =>
    traceIn(one).paths.map((path) => ({ sound: one.sound, path, route: delaysAlong(one, path) })),
  );
  const [worst] = [...all].sort((a, b) => b.route.total.ms - a.route.total.ms);
  const end = worst && boxOf(rig, worst.path.output.box)?.name;
  return {
    routes: paths.map((path, i) => {
      const route = delaysAlong(of, path);
      return {
        name: names[i]?.name ?? '',
        ms: route.total.ms,
        range: rangeWords(route),
        trips: route.trips,
        turned: isTurned(of, path),
      };
    }),
    worst:
      worst && worst.route.total.ms > 0
        ? `The latest is ${end ?? ''} in ${worst.sound.name}: ${msWords(worst.route.total.ms)}, ${count(worst.route.trips, 'converter trip')}.`
        : '',
    meetings: meetingsIn(of).map((meeting) => ({
      words: meetingWords(meeting),
      cure: meetingCure(meeting),
      comb: meeting.seconds > 0 ? HERTZ.map((hertz) => Math.max(ALL_DB, combDb(meeting, hertz))) : [],
    })),
    hz: HERTZ,
  };
}
