// The profile of layer Hum: the signal along a route, the hum that the grounds have brought so far, and the pickup's own.
import { againstSignal, humAlong, humCaption, type HumRoute } from '../hum';
import type { Reads } from '../model';
import { traceIn } from '../signal';
import { formatLevel, shortLevel } from '../units';
import type { Item, Stroke } from './primitives';
import { levelAxis, lineNames, type Scale } from './profile-axis';
import {
  emptyProfile,
  FOOT,
  HEAD,
  lane,
  LEFT,
  polyline,
  RIGHT,
  STEP,
  type ProfileAsk,
  type ProfileDrawing,
  type Stop,
} from './profile-parts';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'stage' | 'houseRules'>;

/** Lower than this nobody has ever heard hum, dBu. */
const FLOOR_DBU = -130;
const MARGIN_DB = 6;
/** Room for what the lines are, behind their ends. */
const NAMES = 58;

type Line = { readonly name: string; readonly stroke: Stroke; readonly dbu: readonly number[] };

function scaleOf(lines: readonly Line[], top: number, bottom: number): Scale {
  const all = lines.flatMap(({ dbu }) => dbu).filter((dbu) => dbu > FLOOR_DBU);
  const high = Math.ceil((Math.max(0, ...all) + MARGIN_DB) / 10) * 10;
  const low = Math.max(FLOOR_DBU, Math.floor((Math.min(-60, ...all) - MARGIN_DB) / 10) * 10);
  const y = (dbu: number) =>
    bottom - ((bottom - top) * (Math.min(high, Math.max(low, dbu)) - low)) / (high - low);
  return { low, high, y };
}

const linesOf = ({ stops }: HumRoute, limitDb: number): readonly Line[] => [
  { name: 'signal', stroke: 'single', dbu: stops.map(({ stop }) => stop.averageDbu) },
  { name: 'limit', stroke: 'dashed', dbu: stops.map(({ stop }) => stop.averageDbu - limitDb) },
  { name: 'hum', stroke: 'thick', dbu: stops.map(({ humDbu }) => humDbu) },
  { name: 'pickup', stroke: 'dotted', dbu: stops.map(({ pickupDbu }) => pickupDbu) },
];

/** The Hum profile of a route. */
export function drawHum(of: Of, { route, width, height, levels = 'dBu' }: ProfileAsk): ProfileDrawing {
  const path = traceIn(of).paths[route];
  const run = path ? humAlong(of, path) : null;
  if (!run) return emptyProfile(width, height, path ? 'Nothing is known of levels on this route.' : '');
  const limitDb = of.houseRules.limits.humDb;
  const lines = linesOf(run, limitDb);
  const step = Math.max(STEP, Math.floor((width - LEFT - RIGHT - NAMES) / run.stops.length));
  const full = Math.max(width, LEFT + step * run.stops.length + RIGHT + NAMES);
  const scale = scaleOf(lines, HEAD, height - FOOT - 8);
  const xAt = (i: number) => LEFT + step * i + step / 2;
  const stops = run.stops.map(({ stop, humDbu, pickupDbu }, i): Stop => {
    const hum =
      humDbu > FLOOR_DBU
        ? `hum ${shortLevel(humDbu, levels)}, ${againstSignal(stop.averageDbu - humDbu)}`
        : 'no hum yet';
    return {
      x: xAt(i),
      y: scale.y(Math.max(humDbu, scale.low)),
      top: 0,
      bottom: height,
      at: null,
      part: stop.part,
      parts: stop.parts,
      label: stop.box.tag,
      words: `${stop.label}: average ${formatLevel(stop.averageDbu, levels)}, ${hum}, the pickup’s own ${againstSignal(stop.averageDbu - pickupDbu, 'it')}`,
    };
  });
  const items: Item[] = [...levelAxis(scale, xAt(stops.length - 1) + 5, levels)];
  stops.forEach((stop, i) => {
    const label = run.stops[i]?.stop.label ?? '';
    const drop = i % 2 === 1 ? 26 : 13;
    items.push(...lane(stop, label, { top: HEAD, height, step, wide: step * 2 - 8, drop }));
  });
  for (const { dbu, stroke } of lines) {
    const heard = dbu.flatMap((one, i) => (one > FLOOR_DBU ? [{ x: xAt(i), y: scale.y(one) }] : []));
    items.push(...polyline(heard, stroke));
  }
  const ends = lines.map(({ name, dbu }) => ({ name, y: scale.y(dbu.at(-1) ?? FLOOR_DBU) }));
  items.push(...lineNames(ends, xAt(stops.length - 1) + 8, height - FOOT));
  for (const { x, y, part, words } of stops)
    items.push({ type: 'jack', x, y, side: 'top', free: false, label: words, part });
  return { ...emptyProfile(full, height, humCaption(run, limitDb)), items, stops };
}
