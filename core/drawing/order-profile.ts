// The profile of layer Signal: the order as a chain of stops, ahead of and after the preamp, with its hosts and its ways.
import {
  nameOf,
  orderIn,
  placesOf,
  readChains,
  slotsOfHeld,
  stopKey,
  stopPart,
  turnedWords,
  wiringsIn,
  type Chain,
  type Held,
  type OrderOf,
  type Slot,
} from '../chain';
import { boxOf } from '../model';
import { traceIn, type ForSignal, type Path } from '../signal';
import { drawBrackets } from './order-brackets';
import { captionOf } from './order-caption';
import { blockWords } from './order-labels';
import { isAside, lanesOf, type Spot } from './order-lanes';
import { heights, isFolded, layLanes, LINE, startsOf, type Laid } from './order-lay';
import type { Item, Point } from './primitives';
import {
  HEAD,
  LEFT,
  RIGHT,
  rule,
  STEP,
  text,
  type Gap,
  type ProfileAsk,
  type ProfileDrawing,
  type Stop,
} from './profile-parts';
import { endWords } from './strip-lay';

/** Two lines of a stereo stretch stand this far from their middle. */
const APART = 3;
/** What the terraces are called, by their heights. */
const TERRACES: ReadonlyMap<number, string> = new Map([
  [0, 'ahead'],
  [0.5, 'preamp'],
  [1, 'after'],
]);
/** Said over the gap ahead of a stop that stands the other way round than is usual. */
const TURNED = 'turned';
/** What is held is drawn with its gaps on all of the order, so wide. */
const ENDS = 40;

/** In words, for the pointer and the screen reader. */
const wordsOf = (of: ForSignal, { places, stop, on }: Spot, turned: readonly string[]): string =>
  [
    ...(places.length > 1
      ? places.map(({ stops }) => boxOf(of, stops[0].box)?.tag ?? '')
      : [blockWords(of, stop), on ? '' : 'off']
    ).filter((one) => one !== ''),
    ...turned,
  ].join(', ');

/** A steep rise between two stops, level around them. */
function stair([before, here]: readonly [Point, Point], by: number): readonly Point[] {
  const [a, b] = [
    { x: before.x, y: before.y + by },
    { x: here.x, y: here.y + by },
  ];
  if (before.y === here.y) return [a, b];
  const middle = (before.x + here.x) / 2;
  return [a, { x: middle - 6, y: before.y + by }, { x: middle + 6, y: here.y + by }, b];
}

const isStereo = ({ section, places }: Spot, next: Spot): boolean =>
  next.places[0]?.gap?.kind === 'inside'
    ? (section?.stereo ?? false)
    : next.places[0]?.gap?.width === 'stereo' || (places.at(-1)?.stops.length ?? 1) > 1;

/** One line where the signal is mono, two where it is stereo; dashed where nothing plays through it in this sound. */
function joined(a: Spot, b: Spot, points: readonly [Point, Point], plays: boolean): readonly Item[] {
  return (isStereo(a, b) ? [-APART, APART] : [0]).map((by): Item => ({
    type: 'path',
    points: stair(points, by),
    hops: [],
    stroke: plays ? 'single' : 'dashed',
    tone: plays ? 'ink' : 'muted',
  }));
}

/** The chain that is drawn: of what is in hand, else of the way that is looked at. */
function chainOf(chains: readonly Chain[], path: Path | undefined, held: Held | null): number {
  if (held?.kind === 'stretch') return held.stretch.tail[0] ?? 0;
  const passes = (chain: Chain, box: string | undefined) =>
    chain.sources.includes(box ?? '') ||
    placesOf(chain).some(({ stops }) => stops.some((stop) => stop.box === box));
  const both = chains.findIndex(
    (chain) => chain.sources.includes(path?.source.box ?? '') && passes(chain, path?.output.box),
  );
  return Math.max(0, both >= 0 ? both : chains.findIndex((chain) => passes(chain, path?.source.box)));
}

/** Where the gaps are that what is in hand may go to. */
function gapsOf(laid: readonly Laid[], slots: readonly Slot[], step: number): readonly Gap[] {
  const where = new Map<string, Point & { readonly lane: number; readonly isLast: boolean }>();
  laid.forEach(({ lane, points }, k) =>
    lane.spots.forEach(({ keys }, i) => {
      const point = points[i];
      if (point)
        for (const key of keys)
          if (!where.has(key)) where.set(key, { ...point, lane: k, isLast: i === points.length - 1 });
    }),
  );
  return slots.flatMap((slot, i): readonly Gap[] => {
    const [a, b] = [slot.before, slot.next].map((stop) => (stop ? where.get(stopKey(stop)) : undefined));
    if (b && (!a || a.lane !== b.lane)) return [{ slot: i, x: b.x - step / 2, y: b.y }];
    // Where ways part, ahead of the split and behind it are two places between the same stops.
    if (a && !b) return [{ slot: i, x: a.x + step / (a.isLast ? 2 : 4), y: a.y }];
    const share = slot.tail.length > 1 && slot.at === 0 ? 0.75 : 0.5;
    return a && b ? [{ slot: i, x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share }] : [];
  });
}

/** The line by which a lane parts from the one above it. */
function parting({ points, lane }: Laid, above: Laid | undefined): readonly Item[] {
  const [first] = points;
  const at = above?.points[lane.from?.spot ?? -1];
  if (!first || !at) return [];
  const x = (at.x + first.x) / 2;
  return [
    rule({ x, y: at.y }, { x, y: first.y }, 'line'),
    rule({ x, y: first.y }, { x: first.x, y: first.y }, 'line'),
  ];
}

type IsTurned = (spot: Spot) => readonly string[];

function drawLane(
  of: ForSignal,
  laid: Laid,
  above: Laid | undefined,
  hasPath: boolean,
  turnedAt: IsTurned,
): readonly Item[] {
  const { lane, points, labels, labelTop } = laid;
  const items: Item[] = [...parting(laid, above)];
  const plays = (spot: Spot | undefined) => spot?.section !== undefined || !hasPath;
  lane.spots.forEach((spot, i) => {
    const point = points[i];
    if (!point) return;
    items.push(rule({ x: point.x, y: point.y }, { x: point.x, y: labelTop }, 'hair'));
    if (isAside(spot))
      for (const dx of [-12, -4, 4, 12])
        items.push(
          rule({ x: point.x + dx - 4, y: point.y + 8 }, { x: point.x + dx + 4, y: point.y - 8 }, 'line'),
        );
  });
  for (const { x, words, face, line, spot } of labels)
    items.push(
      text(x, labelTop + 10 + line * LINE, words, {
        face,
        tone: spot.on ? 'ink' : 'muted',
        part: stopPart(spot.stop),
      }),
    );
  lane.spots.forEach((spot, i) => {
    const [a, b, next] = [points[i], points[i + 1], lane.spots[i + 1]];
    if (!a || !b || !next) return;
    items.push(...joined(spot, next, [a, b], laid.lane.from !== null || (plays(spot) && plays(next))));
    if (turnedAt(next).length > 0)
      items.push(text((a.x + b.x) / 2, Math.min(a.y, b.y) - 7, TURNED, { part: stopPart(next.stop) }));
  });
  lane.spots.forEach((spot, i) => {
    const point = points[i];
    if (point)
      items.push({
        type: 'jack',
        ...point,
        side: 'top',
        free: !spot.on,
        label: tagOf(of, spot),
        part: stopPart(spot.stop),
      });
  });
  const words = endWords(of, lane.end);
  const last = points.at(-1);
  if (words && last) items.push(text(last.x + 10, last.y + 4, `→ ${words}`, { anchor: 'start' }));
  return items;
}

const tagOf = (of: ForSignal, spot: Spot): string =>
  isFolded(spot) ? `${spot.places.length} off` : (boxOf(of, spot.stop.box)?.tag ?? spot.stop.box);

/**
 * The order as a profile; neighbours that are off stand together. With something in hand each stands by itself, and every
 * gap it may go to is told.
 */
export function drawOrder(
  of: ForSignal & OrderOf,
  { route, width, height, held = null, open = null }: ProfileAsk,
): ProfileDrawing {
  const path = traceIn(of).paths[route];
  const wirings = wiringsIn(of);
  const chains = orderIn(of, wirings);
  const lanes = lanesOf(
    of,
    chains,
    chainOf(chains, path, held),
    path,
    (box) => held !== null || box === open,
  );
  const beside = readChains(of, wirings).rest.boxes.flatMap((id) => {
    const box = chains.some(({ sources }) => sources.includes(id)) ? undefined : boxOf(of, id);
    return box ? [{ box: box.id, tag: box.tag, name: box.name }] : [];
  });
  if (lanes.every(({ spots }) => spots.length === 0))
    return { width, height, items: [], stops: [], gaps: [], beside, name: '', caption: '' };
  const starts = startsOf(lanes);
  const columns = Math.max(1, ...lanes.map(({ spots }, i) => (starts[i] ?? 0) + spots.length));
  const step = Math.max(STEP, Math.floor((width - LEFT - RIGHT - ENDS) / columns));
  const top = HEAD + 8;
  const { laid, height: full } = layLanes(of, lanes, { step, top, height });
  const right = LEFT + step * columns + ENDS;
  const [first] = laid;
  const levels = heights(first?.lane.spots ?? []);
  const terraces = new Map(
    new Set(levels).size > 1
      ? (first?.points ?? []).map(({ y }, i) => [y, TERRACES.get(levels[i] ?? 0) ?? ''] as const)
      : [],
  );
  const against = turnedWords(of, chains);
  const turnedAt: IsTurned = ({ at }) =>
    against.flatMap((one) =>
      one.at.tail.join() === at.tail.join() && one.at.at >= at.at && one.at.at < at.at + at.count
        ? [one.words]
        : [],
    );
  const items: Item[] = [...terraces].flatMap(([y, words]) => [
    rule({ x: LEFT - 6, y }, { x: right, y }, 'hair', true),
    text(LEFT - 12, y + 4, words, { anchor: 'end' }),
  ]);
  for (const one of laid) {
    items.push(...drawLane(of, one, laid[one.lane.from?.lane ?? -1], path !== undefined, turnedAt));
    const xAt = (i: number) => one.points[i]?.x ?? 0;
    const tag = (box: string) => boxOf(of, box)?.tag ?? box;
    items.push(...drawBrackets(one.brackets, xAt, step / 2 - 6, one.bracketTop, tag));
  }
  const stops = laid.flatMap(({ lane, points, top: from, bottom }): readonly Stop[] =>
    lane.spots.flatMap((spot, i) => {
      const point = points[i];
      return point
        ? [
            {
              ...point,
              top: from,
              bottom,
              part: stopPart(spot.stop),
              parts: spot.parts,
              label: tagOf(of, spot),
              words: wordsOf(of, spot, turnedAt(spot)),
              at: spot.movable ? spot.at : null,
            },
          ]
        : [];
    }),
  );
  const gaps = held ? gapsOf(laid, slotsOfHeld(of, chains, held).slots, step) : [];
  return {
    width: Math.max(width, right + RIGHT),
    height: full,
    items,
    stops,
    gaps,
    beside,
    name: nameOf(of, chains).join('; '),
    caption: path ? captionOf(path) : 'Nothing is heard by it in this sound.',
  };
}
