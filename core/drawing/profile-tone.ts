// The profile of layer Tone: what is left of the treble from lead to lead, against the guitar played straight in.
import { boxOf, type Part, type Reads } from '../model';
import { traceIn } from '../signal';
import {
  driveAt,
  drivesAlong,
  FIVE_KHZ,
  shortOhm,
  toneAlong,
  toneCaption,
  type Drive,
  type ToneRoute,
} from '../tone';
import { count, formatDb } from '../units';
import { fitText } from './fonts';
import type { Item, Stroke } from './primitives';
import { LINE, lineNames } from './profile-axis';
import {
  emptyProfile,
  FOOT,
  lane,
  LEFT,
  polyline,
  rule,
  STEP,
  TEXT,
  text,
  type ProfileAsk,
  type ProfileDrawing,
  type Stop,
} from './profile-parts';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'houseRules'>;

/** The brackets of what drives stand over the lines. */
const TOP = 26;
/** Room for what the lines are, behind their ends. */
const NAMES = 52;
/** Leads that change less than this stand together, dB at 5 kHz. */
const TELLS_DB = 0.2;
const LEAST_DB = -6;
const MOST_DB = 3;
/** No rig that is right loses more: what lies beyond is drawn at the edge. */
const FLOOR_DB = -36;

/** One step of the profile: a lead, or several that change nothing to speak of. */
type Shown = { readonly first: number; readonly last: number; readonly marksDb: readonly number[] };

/** At 1, 3, 5 and 8 kHz; a grey print tells them apart. */
const LINES: readonly { readonly name: string; readonly stroke: Stroke }[] = [
  { name: '1 kHz', stroke: 'dotted' },
  { name: '3 kHz', stroke: 'dashed' },
  { name: '5 kHz', stroke: 'thick' },
  { name: '8 kHz', stroke: 'single' },
];

/** Leads of one drive that change nothing are folded together; one that tells stands by itself. */
function shownOf({ steps }: ToneRoute, drives: readonly Drive[]): readonly Shown[] {
  const ends = new Set(drives.map(({ last }) => last));
  const shown: Shown[] = [];
  let first = 0;
  const close = (last: number) => {
    const step = steps[last];
    if (step && last >= first) shown.push({ first, last, marksDb: step.marksDb });
    first = last + 1;
  };
  steps.forEach(({ ownDb }, i) => {
    if (Math.abs(ownDb) >= TELLS_DB) {
      close(i - 1);
      close(i);
    } else if (ends.has(i)) close(i);
  });
  return shown;
}

type Scale = { readonly low: number; readonly high: number; readonly y: (db: number) => number };

function scaleOf(shown: readonly Shown[], limitDb: number, bottom: number): Scale {
  const all = shown.flatMap(({ marksDb }) => marksDb);
  const low = Math.max(FLOOR_DB, Math.min(LEAST_DB, -limitDb - 1, Math.floor(Math.min(...all) - 0.5)));
  const high = Math.min(-FLOOR_DB, Math.max(MOST_DB, limitDb + 1, Math.ceil(Math.max(...all) + 0.5)));
  const y = (db: number) =>
    bottom - ((bottom - TOP) * (Math.min(high, Math.max(low, db)) - low)) / (high - low);
  return { low, high, y };
}

function axis({ low, high, y }: Scale, limitDb: number, right: number): readonly Item[] {
  const step = [2, 3, 6, 12].find((one) => (high - low) / one <= 6 && y(0) - y(one) >= LINE) ?? 24;
  const ticks: Item[] = [];
  for (let db = Math.ceil(low / step) * step; db <= high; db += step) {
    ticks.push(rule({ x: LEFT - 6, y: y(db) }, { x: right, y: y(db) }, db === 0 ? 'line' : 'hair', db !== 0));
    ticks.push(
      text(LEFT - 10, y(db) + 4, db === 0 ? 'straight in' : `${formatDb(db)} dB`, { anchor: 'end' }),
    );
  }
  for (const limit of [limitDb, -limitDb])
    ticks.push(rule({ x: LEFT, y: y(limit) }, { x: right, y: y(limit) }, 'caution', true));
  ticks.push(text(LEFT + 2, y(-limitDb) + 12, 'limit', { anchor: 'start' }));
  return ticks;
}

/** What drives which leads: a bracket over its stretch, with its tag and what it drives by. */
function bracket({ box, ohm }: Drive, from: number, to: number): readonly Item[] {
  const y = TOP - 6;
  const words = fitText(`${box.tag} ${shortOhm(ohm)}`, 'mono', TEXT, Math.max(24, to - from + 4));
  return [
    rule({ x: from, y }, { x: to, y }, 'ink'),
    rule({ x: from, y }, { x: from, y: y + 6 }, 'ink'),
    rule({ x: to, y }, { x: to, y: y + 6 }, 'ink'),
    text((from + to) / 2, y - 5, words, { face: 'mono', tone: 'ink', part: { type: 'box', id: box.id } }),
  ];
}

/** The Tone profile: the difference from straight-in at four frequencies, lead by lead, and who drives which of them. */
export function drawTones(of: Of, { route, width, height }: ProfileAsk): ProfileDrawing {
  const path = traceIn(of).paths[route];
  const tone = path ? toneAlong(of, path) : null;
  if (!tone) return emptyProfile(width, height, path ? 'No lead carries tone on this route.' : '');
  const limitDb = of.houseRules.limits.toneDb;
  const drives = drivesAlong(of, tone.parts);
  const shown = shownOf(tone, drives);
  const step = Math.max(STEP, Math.floor((width - LEFT - NAMES) / shown.length));
  const full = Math.max(width, LEFT + step * shown.length + NAMES);
  const scale = scaleOf(shown, limitDb, height - FOOT - 8);
  const xAt = (i: number) => LEFT + step * i + step / 2;
  const stops = shown.map(({ first, last, marksDb }, i): Stop => {
    const own = tone.steps.slice(first, last + 1);
    const end = own.at(-1);
    const drive = driveAt(drives, last);
    const box = boxOf(of, end?.to.box);
    const parts = own.flatMap(({ lead, to }): readonly Part[] => [
      { type: 'lead', id: lead.id },
      { type: 'jack', id: `${to.box}/${to.jack}` },
      { type: 'box', id: to.box },
    ]);
    const leads = own.map(({ lead }) => lead.number).join(', ');
    const changes = own.reduce((sum, { ownDb }) => sum + ownDb, 0);
    return {
      x: xAt(i),
      y: scale.y(marksDb[FIVE_KHZ] ?? 0),
      top: 0,
      bottom: height,
      at: null,
      part: { type: 'lead', id: end?.lead.id ?? '' },
      parts,
      label: box?.tag ?? '',
      words: `by lead ${leads}: ${formatDb(changes)} dB at 5 kHz${drive ? `, driven by ${drive.box.name}` : ''}; so far ${LINES.map(
        ({ name }, k) => `${formatDb(marksDb[k] ?? 0)} at ${name}`,
      ).join(', ')}${own.length > 1 ? ` (${count(own.length, 'lead')})` : ''}`,
    };
  });
  const items: Item[] = [...axis(scale, limitDb, xAt(shown.length - 1) + 5)];
  drives.forEach((drive) => {
    const from = shown.findIndex(({ last }) => last >= drive.first);
    const to = shown.findIndex(({ last }) => last >= drive.last);
    items.push(...bracket(drive, xAt(from) - step / 2 + 3, xAt(to) + step / 2 - 3));
  });
  stops.forEach((stop, i) => {
    const own = tone.steps.slice(shown[i]?.first ?? 0, (shown[i]?.last ?? 0) + 1);
    const leads = own.length > 1 ? count(own.length, 'lead') : `lead ${own[0]?.lead.number ?? ''}`;
    items.push(...lane(stop, leads, { top: TOP, height, step }));
  });
  LINES.forEach(({ stroke }, k) =>
    items.push(
      ...polyline(
        shown.map(({ marksDb }, i) => ({ x: xAt(i), y: scale.y(marksDb[k] ?? 0) })),
        stroke,
      ),
    ),
  );
  const last = shown.at(-1);
  const ends = LINES.map(({ name }, i) => ({ name, y: scale.y(last?.marksDb[i] ?? 0) }));
  items.push(...lineNames(ends, xAt(shown.length - 1) + 8, height - FOOT));
  for (const { x, y, part, words } of stops)
    items.push({ type: 'jack', x, y, side: 'top', free: false, label: words, part });
  return { ...emptyProfile(full, height, toneCaption(tone, drives, limitDb)), items, stops };
}
