import { levelsAlong, tightest, type LevelRoute, type LevelStop } from '../level';
import { traceIn, type ForSignal } from '../signal';
import { formatLevel, levelWords, shortLevel, type LevelUnit } from '../units';
import type { Item } from './primitives';
import { levelAxis, type Scale } from './profile-axis';
import {
  emptyProfile,
  FOOT,
  HEAD,
  lane,
  LEFT,
  polyline,
  RIGHT,
  rule,
  STEP,
  text,
  type ProfileAsk,
  type ProfileDrawing,
  type Stop,
} from './profile-parts';

/** Room above and below what is drawn, and the least span of the axis, dB. */
const MARGIN_DB = 6;
const LEAST_SPAN_DB = 40;
/** What an axis reaches to at most: no figure of a rig that is right lies beyond. */
const AXIS_DBU = { low: -300, high: 300 } as const;
/** Quieter than any resistance at all: nothing has been told of it. */
const FLOOR_DBU = -160;
/** Half the width of a ceiling's bar. */
const BAR = 17;

function scaleOf(stops: readonly LevelStop[], top: number, bottom: number): Scale {
  const within = (dbu: number) => Math.min(AXIS_DBU.high, Math.max(AXIS_DBU.low, dbu));
  const all = stops.flatMap((s) => [
    s.averageDbu,
    s.peakDbu,
    ...noiseOf(s),
    ...(s.ceilingDbu === null ? [] : [s.ceilingDbu]),
  ]);
  let high = Math.ceil((within(Math.max(...all)) + MARGIN_DB) / 10) * 10;
  let low = Math.floor((within(Math.min(...all)) - MARGIN_DB) / 10) * 10;
  while (high - low < LEAST_SPAN_DB) [low, high] = [low - 10, high + 10];
  // What lies beyond is drawn at the edge; its words say the figure.
  const y = (dbu: number) =>
    bottom - ((bottom - top) * (Math.min(high, Math.max(low, dbu)) - low)) / (high - low);
  return { low, high, y };
}

/** The noise of a stop; none where nothing has made any yet. */
const noiseOf = ({ noiseDbu }: LevelStop): readonly number[] => (noiseDbu > FLOOR_DBU ? [noiseDbu] : []);

/** A ceiling: a bar with hatching above it; the peak that goes through it is drawn in the colour of a fault. */
function ceiling(x: number, stop: LevelStop, { y, high }: Scale): readonly Item[] {
  if (stop.ceilingDbu === null) return [];
  const at = y(stop.ceilingDbu);
  const top = Math.max(y(high), at - 7);
  const clips = (stop.headroomDb ?? 0) < 0 && !stop.meantToClip;
  const tone = clips ? 'fault' : 'line';
  const hatch = [-BAR, -BAR / 2, 0, BAR / 2].map((dx) =>
    rule({ x: x + dx, y: at }, { x: x + dx + 7, y: top }, tone),
  );
  return [rule({ x: x - BAR, y: at }, { x: x + BAR, y: at }, tone), ...hatch];
}

function wordsOf(stop: LevelStop, levels: LevelUnit): string {
  if (stop.headroomDb === null) return `peak ${formatLevel(stop.peakDbu, levels)}`;
  if (stop.headroomDb < 0)
    return stop.meantToClip ? 'clips, as meant' : `over by ${(-stop.headroomDb).toFixed(0)} dB`;
  return `${stop.headroomDb.toFixed(0)} dB left`;
}

const noiseWords = (stop: LevelStop, levels: LevelUnit): string =>
  noiseOf(stop)
    .map((dbu) => `, noise ${shortLevel(dbu, levels)}`)
    .join('');

/** How far the signal stands over the noise at the end, dB; null: nothing has been told of it. */
const overNoise = (stops: readonly LevelStop[]): string => {
  const last = stops.at(-1);
  return last && noiseOf(last).length > 0
    ? ` At the end ${(last.averageDbu - last.noiseDbu).toFixed(0)} dB over the noise.`
    : '';
};

function captionOf({ stops, endsBecause }: LevelRoute, levels: LevelUnit): string {
  const worst = tightest(stops);
  const end = endsBecause === null ? '' : ` It ends here: ${endsBecause}.`;
  if (!worst || worst.headroomDb === null || worst.ceilingDbu === null)
    return `No stop on this route states a maximum.${end} Nominal, ±3 dB.`;
  const at = `${worst.label} of ${worst.box.name}`;
  const arriving = worst.ceilingDbu - worst.headroomDb;
  const figures = `peak ${formatLevel(arriving, levels)}, ceiling ${levelWords(worst.ceilingDbu, levels)}`;
  const so =
    worst.headroomDb < 0
      ? `Clips by ${(-worst.headroomDb).toFixed(1)} dB at ${at}: ${figures}.`
      : `Least headroom ${worst.headroomDb.toFixed(1)} dB at ${at}: ${figures}.`;
  return `${so}${overNoise(stops)}${end} Nominal, ±3 dB.`;
}

/** The Level profile: average, peak and noise along the route, every stated ceiling over its stop. */
export function drawLevels(
  of: ForSignal,
  { route, width, height, levels = 'dBu' }: ProfileAsk,
): ProfileDrawing {
  const path = traceIn(of).paths[route];
  const run = path ? levelsAlong(of, path) : { stops: [], noise: [], endsBecause: null };
  if (run.stops.length === 0)
    return emptyProfile(width, height, run.endsBecause === null ? '' : `No levels: ${run.endsBecause}.`);
  const step = Math.max(STEP, Math.floor((width - LEFT - RIGHT) / run.stops.length));
  const full = Math.max(width, LEFT + step * run.stops.length + RIGHT);
  const scale = scaleOf(run.stops, HEAD, height - FOOT - 8);
  const xAt = (i: number) => LEFT + step * i + step / 2;
  const stops = run.stops.map((stop, i): Stop => ({
    x: xAt(i),
    y: scale.y(stop.peakDbu),
    top: 0,
    bottom: height,
    at: null,
    part: stop.part,
    parts: stop.parts,
    label: stop.box.tag,
    words: `${stop.label}: average ${formatLevel(stop.averageDbu, levels)}, peak ${levelWords(stop.peakDbu, levels)}${noiseWords(stop, levels)}, ${wordsOf(stop, levels)}`,
  }));
  const points = (of: (stop: LevelStop) => number) =>
    run.stops.map((stop, i) => ({ x: xAt(i), y: scale.y(of(stop)) }));
  const items: Item[] = [...levelAxis(scale, full - RIGHT, levels)];
  run.stops.forEach((stop, i) => {
    const x = xAt(i);
    const words = { x, label: stop.box.tag, part: stop.part };
    // Names are longer than a lane is wide: every other one stands lower.
    const drop = i % 2 === 1 ? 26 : 13;
    items.push(...lane(words, stop.label, { top: HEAD, height, step, wide: step * 2 - 8, drop }));
    items.push(...ceiling(x, stop, scale));
  });
  items.push(
    ...polyline(
      points((stop) => stop.averageDbu),
      'single',
    ),
    ...polyline(
      points((stop) => stop.peakDbu),
      'thick',
    ),
  );
  const noisy = run.stops.flatMap((stop, i) => noiseOf(stop).map((dbu) => ({ x: xAt(i), y: scale.y(dbu) })));
  items.push(...polyline(noisy, 'dotted'));
  const [quiet] = noisy;
  if (quiet) items.push(text(quiet.x + 6, quiet.y - 6, 'noise', { anchor: 'start' }));
  const first = run.stops[0];
  if (first) {
    const x = xAt(0) + 6;
    items.push(text(x, scale.y(first.peakDbu) - 6, 'peak', { anchor: 'start' }));
    items.push(text(x, scale.y(first.averageDbu) + 13, 'average', { anchor: 'start' }));
  }
  run.stops.forEach((stop, i) => {
    items.push({
      type: 'jack',
      x: xAt(i),
      y: scale.y(stop.peakDbu),
      side: 'top',
      free: stop.ceilingDbu === null,
      label: stops[i]?.words ?? '',
      part: stop.part,
    });
  });
  return { ...emptyProfile(full, height, captionOf(run, levels)), items, stops };
}
