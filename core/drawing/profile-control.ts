// The profile of layer Control: one press in time. A lane for each box, a column for each instant, at the foot what sounds.
import { msOf, timeLineOf, timeWords, type TimeEvent, type TimeLine } from '../control';
import type { Box, Reads } from '../model';
import { fitText, textWidth } from './fonts';
import type { Item, Point, Stroke } from './primitives';
import {
  emptyProfile,
  LEFT,
  polyline,
  RIGHT,
  rule,
  STEP,
  text,
  TEXT,
  type ProfileAsk,
  type ProfileDrawing,
  type Stop,
} from './profile-parts';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'songs' | 'switchPlan' | 'sound'>;

/** The instants stand above, what sounds stands at the foot. */
const [ABOVE, SOUNDS] = [18, 32];
/** Between them a lane for each box; one that sends has its own changes under its messages. */
const [LANE, SENDING] = [26, 40];
/** Room ahead of the press for what sounds until then, and behind the last instant for what it comes to. */
const [BEFORE, END] = [96, 168];
/** Instants stand no farther apart than this, px. */
const FARTHEST = 240;
/** Two instants nearer than this are one, ms. */
const SAME_MS = 0.005;

/** Every instant at which something begins or ends, in order. */
function instantsOf({ events, heard }: TimeLine): readonly number[] {
  const all = [0, ...events.flatMap(({ from, until }) => [from, until]), ...heard.map(({ from }) => from)];
  return all
    .toSorted((a, b) => a - b)
    .reduce<readonly number[]>(
      (kept, ms) => (kept.length > 0 && ms - (kept.at(-1) ?? 0) < SAME_MS ? kept : [...kept, ms]),
      [],
    );
}

/** The boxes that have a part in it, whose press it is first. */
const lanesOf = ({ caller, events }: TimeLine): readonly Box[] => [
  ...new Set([caller, ...events.flatMap(({ box, to }) => (to ? [box, to] : [box]))]),
];

/** Where each instant stands: as far from the one before as its words want, at least a step. */
function columns(instants: readonly number[], { events }: TimeLine, room: number): readonly number[] {
  const at = (ms: number) => instants.findIndex((one) => Math.abs(one - ms) < SAME_MS);
  const wide = instants.map(() => STEP);
  for (const { from, until, short } of events) {
    const [a, b] = [at(from), at(until)];
    if (b === a + 1) wide[b] = Math.max(wide[b] ?? STEP, textWidth(short, 'mono', TEXT) + 14);
  }
  const least = wide.slice(1).reduce((sum, one) => sum + one, 0);
  const share = wide.length > 1 ? Math.max(0, (room - least) / (wide.length - 1)) : 0;
  let x = LEFT + BEFORE;
  return wide.map((one, i) => (x += i === 0 ? 0 : Math.max(one, Math.min(one + share, FARTHEST))));
}

type Frame = {
  readonly xOf: (ms: number) => number;
  readonly yOf: (box: Box) => number;
  readonly sends: ReadonlySet<Box>;
  /** The instants end there. */
  readonly right: number;
};

const stopAt = (event: TimeEvent, { xOf, yOf }: Frame): Stop => {
  const { until, from, box, words, part, kind } = event;
  const y = yOf(box);
  const ms = kind === 'message' ? from : until;
  return {
    x: kind === 'message' ? (xOf(from) + xOf(until)) / 2 : xOf(until),
    y,
    top: y - LANE / 2,
    bottom: y + LANE / 2,
    part,
    parts: [part],
    label: box.tag,
    words: `${words}, at ${msOf(ms)} ms`,
    at: null,
  };
};

/** From one place of a lane to another, or of two lanes. */
const span = (a: Point, b: Point, stroke: Stroke): readonly Item[] =>
  a.x === b.x && a.y === b.y ? [] : polyline([a, b], stroke);

/** Down from the sender or the contact to whom it is for. */
function towards({ until, box, to }: TimeEvent, { xOf, yOf }: Frame): readonly Item[] {
  if (!to) return [];
  const [x, y, end] = [xOf(until), yOf(box), yOf(to)];
  return [...span({ x, y }, { x, y: end - 4 }, 'single'), arrow(x, y, end)];
}

/** A message lies on its sender's lane for as long as it takes; a contact and a change end in a dot. */
function drawn(event: TimeEvent, { xOf, yOf, sends }: Frame, room: number): readonly Item[] {
  const { kind, from, until, box, short, words, part } = event;
  const [a, b, y] = [xOf(from), xOf(until), yOf(box)];
  const along = (stroke: Stroke) => span({ x: a, y }, { x: b, y }, stroke);
  if (kind === 'message')
    return [
      ...along('thick'),
      text((a + b) / 2, y - 5, fitText(short, 'mono', TEXT, b - a - 6), { face: 'mono', tone: 'ink', part }),
    ];
  return [
    ...along('dashed'),
    { type: 'jack', x: b, y, side: 'top', free: kind === 'contact', label: words, part },
    text(b + 6, sends.has(box) ? y + 14 : y - 5, fitText(short, 'mono', TEXT, room), {
      face: 'mono',
      anchor: 'start',
      part,
    }),
  ];
}

const arrow = (x: number, from: number, to: number): Item => ({
  type: 'arrow',
  x,
  y: to + (to > from ? -9 : 9),
  towards: to > from ? 'down' : 'up',
});

/** What sounds, from instant to instant: a line that is broken while it is neither the one nor the other. */
function foot({ heard }: TimeLine, { xOf, right }: Frame, y: number): readonly Item[] {
  return heard.flatMap((one, i): readonly Item[] => {
    const next = heard[i + 1];
    const [a, b] = [i === 0 ? LEFT : xOf(one.from), next ? xOf(next.from) : right + END];
    if (b - a < 1) return [];
    const isWhole = i === 0 || next === undefined;
    return [
      ...span({ x: a, y }, { x: b, y }, isWhole ? 'thick' : 'dashed'),
      rule({ x: a, y: y - 6 }, { x: a, y: y + 6 }, 'ink'),
      text(a + 4, y + 15, fitText(one.short, 'sans', TEXT, b - a - 8), {
        anchor: 'start',
        tone: one.isWrong ? 'fault' : isWhole ? 'ink' : 'muted',
      }),
    ];
  });
}

/** What closes and changes in a box at once is one dot. */
function dotted(events: readonly TimeEvent[]): readonly TimeEvent[] {
  const dots = new Map<string, TimeEvent>();
  for (const event of events) {
    const { kind, box, from, until, short, words } = event;
    const key = kind === 'message' ? `${box.id} ${from} ${words}` : `${box.id} ${until}`;
    const own = dots.get(key);
    const both = own && { short: `${own.short}, ${short}`, words: `${own.words}; ${words}` };
    dots.set(key, own ? { ...own, ...both } : event);
  }
  return [...dots.values()];
}

/** The Control profile: what comes of one press, and when. */
export function drawControl(
  of: Of,
  { width, height, press = null, pressedIn = null }: ProfileAsk,
): ProfileDrawing {
  const line = timeLineOf(of, press, pressedIn);
  if (!line)
    return emptyProfile(
      width,
      height,
      of.sounds.length === 0
        ? 'No sound is made yet: a press is looked at from one sound to the next.'
        : 'No switch under a foot is heard: what they do is planned in Sounds, Under foot.',
    );
  const instants = instantsOf(line);
  const lanes = lanesOf(line);
  const xs = columns(instants, line, width - LEFT - BEFORE - END - RIGHT);
  const right = xs.at(-1) ?? LEFT;
  const sends = new Set(line.events.flatMap(({ kind, box }) => (kind === 'message' ? [box] : [])));
  const tops = new Map<Box, number>();
  let y = ABOVE;
  for (const box of lanes) {
    tops.set(box, y);
    y += sends.has(box) ? SENDING : LANE;
  }
  const full = Math.max(height, y + SOUNDS);
  const frame: Frame = {
    right,
    sends,
    xOf: (ms) => xs[instants.findIndex((one) => Math.abs(one - ms) < SAME_MS)] ?? LEFT,
    yOf: (box) => (tops.get(box) ?? ABOVE) + LANE / 2 + 5,
  };
  const bottom = y + 12;
  const items: Item[] = [
    text(LEFT - 10, ABOVE - 6, 'ms', { anchor: 'end' }),
    text(LEFT - 10, bottom + 4, 'sounds', { anchor: 'end' }),
    ...instants.flatMap((ms, i): readonly Item[] => {
      const x = xs[i] ?? LEFT;
      return [
        rule({ x, y: ABOVE }, { x, y: bottom }, 'hair', true),
        text(x, ABOVE - 6, msOf(ms), { face: 'mono' }),
      ];
    }),
    ...lanes.flatMap((box): readonly Item[] => [
      rule({ x: LEFT - 4, y: frame.yOf(box) }, { x: right + END, y: frame.yOf(box) }, 'hair'),
      text(LEFT - 10, frame.yOf(box) + 4, fitText(box.tag, 'mono', TEXT, LEFT - 14), {
        anchor: 'end',
        face: 'mono',
        tone: 'ink',
        part: { type: 'box', id: box.id },
      }),
    ]),
  ];
  const dots = dotted(line.events);
  items.push(...line.events.flatMap((event) => towards(event, frame)));
  for (const event of dots) {
    const own = frame.xOf(event.until);
    // Words reach as far as the next thing of the same lane.
    const next = dots.flatMap(({ box, until }) =>
      box === event.box && frame.xOf(until) > own ? [frame.xOf(until)] : [],
    );
    const room = Math.min(right + END, ...next) - own - 12;
    items.push(...drawn(event, frame, room));
  }
  items.push({
    type: 'jack',
    x: frame.xOf(0),
    y: frame.yOf(line.caller),
    side: 'top',
    free: false,
    label: line.press.words,
    part: { type: 'box', id: line.caller.id },
  });
  items.push(...foot(line, frame, bottom));
  const stops = dots.map((event) => stopAt(event, frame));
  return {
    ...emptyProfile(Math.max(width, right + END + RIGHT), full, timeWords(line)),
    name: `${line.press.words} in ${line.from.name}`,
    items,
    stops,
  };
}
