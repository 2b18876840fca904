// The profile of layer Latency: how late the signal is from stop to stop.
import { boxOf } from '../model';
import { traceIn, type ForSignal } from '../signal';
import { delaysAlong, msWords, rangeWords, type DelayRoute, type DelayStop } from '../timing';
import { count } from '../units';
import type { Item, Point } from './primitives';
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

type Of = ForSignal & { readonly houseRules: { readonly limits: { readonly delayMs: number } } };

/** The axis reaches so far at least, ms; and over the house's limit where the route comes near it. */
const LEAST_MS = 4;
const STEPS_MS = [0.5, 1, 2, 5, 10, 20, 50];
const MOST_TICKS = 5;

const KINDS = { converters: 'converters', link: 'digital link', air: 'through the air' } as const;

/** What delays the signal there: a block by its name. */
const whatOf = ({ kind, label }: DelayStop): string => (kind === 'block' ? label : KINDS[kind]);

function captionOf(route: DelayRoute, limitMs: number): string {
  if (route.stops.length === 0) return 'Nothing on this route delays it: no converter, no digital link.';
  const [most] = [...route.stops].sort((a, b) => b.ms - a.ms);
  const over = route.total.ms > limitMs ? `, over the ${limitMs} ms of the house` : '';
  const total = msWords(route.total.ms);
  const range = rangeWords(route);
  const may = range === total ? '' : ` It may be ${range}.`;
  return `${total} in all${over}, ${count(route.trips, 'converter trip')}; most in ${most?.box.name ?? ''}: ${msWords(most?.ms ?? 0)}.${may}`;
}

/** The Latency profile: milliseconds from the string on, a step up at everything that delays. */
export function drawLatency(of: Of, { route, width, height }: ProfileAsk): ProfileDrawing {
  const path = traceIn(of).paths[route];
  if (!path) return emptyProfile(width, height, '');
  const { limits } = of.houseRules;
  const delays = delaysAlong(of, path);
  const source = boxOf(of, path.source.box);
  const output = boxOf(of, path.output.box);
  const bottom = height - FOOT - 8;
  const high = Math.max(
    LEAST_MS,
    delays.total.ms * 1.15,
    delays.total.ms > limits.delayMs / 2 ? limits.delayMs * 1.1 : 0,
  );
  const y = (ms: number) => bottom - ((bottom - HEAD) * ms) / high;
  const columns = delays.stops.length + 2;
  const step = Math.max(STEP, Math.floor((width - LEFT - RIGHT) / columns));
  const xAt = (i: number) => LEFT + step * i + step / 2;
  const right = xAt(columns - 1) + step / 2;
  const tick = STEPS_MS.find((one) => high / one <= MOST_TICKS) ?? 100;
  const items: Item[] = [];
  for (let ms = 0; ms <= high; ms += tick) {
    items.push(rule({ x: LEFT - 6, y: y(ms) }, { x: right, y: y(ms) }, 'hair', ms > 0));
    items.push(text(LEFT - 10, y(ms) + 4, ms + tick > high ? msWords(ms) : String(ms), { anchor: 'end' }));
  }
  if (limits.delayMs <= high) {
    items.push(rule({ x: LEFT, y: y(limits.delayMs) }, { x: right, y: y(limits.delayMs) }, 'caution', true));
    items.push(text(LEFT + 2, y(limits.delayMs) - 4, 'limit', { anchor: 'start' }));
  }
  const ends = { top: 0, bottom: height, at: null };
  const stops: Stop[] = [
    {
      ...ends,
      x: xAt(0),
      y: y(0),
      part: { type: 'box', id: path.source.box },
      parts: [{ type: 'box', id: path.source.box }],
      label: source?.tag ?? '',
      words: '0 ms',
    },
    ...delays.stops.map((one, i): Stop => {
      const what = whatOf(one);
      return {
        ...ends,
        x: xAt(i + 1),
        y: y(one.total.ms),
        part: one.part,
        parts: one.parts,
        label: one.box.tag,
        words: `${what}: ${msWords(one.ms)} more, ${msWords(one.total.ms)} in all`,
      };
    }),
    {
      ...ends,
      x: xAt(columns - 1),
      y: y(delays.total.ms),
      part: { type: 'box', id: path.output.box },
      parts: [{ type: 'box', id: path.output.box }],
      label: output?.tag ?? '',
      words: `${msWords(delays.total.ms)} in all`,
    },
  ];
  stops.forEach((stop, i) => {
    const own = delays.stops[i - 1];
    const words = own ? whatOf(own) : '';
    items.push(...lane(stop, words, { top: HEAD, height, step }));
    if (own)
      items.push(
        text(stop.x + 5, stop.y - 5, `+${Number(own.ms.toFixed(1))}`, { anchor: 'start', face: 'mono' }),
      );
  });
  const stairs = stops.flatMap((stop, i): readonly Point[] => {
    const before = stops[i - 1];
    return before
      ? [
          { x: stop.x, y: before.y },
          { x: stop.x, y: stop.y },
        ]
      : [{ x: stop.x, y: stop.y }];
  });
  items.push(...polyline(stairs, 'thick'));
  for (const { x, y: at, part, words } of stops)
    items.push({ type: 'jack', x, y: at, side: 'top', free: false, label: words, part });
  return {
    ...emptyProfile(Math.max(width, right + RIGHT), height, captionOf(delays, limits.delayMs)),
    items,
    stops,
  };
}
