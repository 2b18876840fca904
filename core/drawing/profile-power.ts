// The profile of layer Power: how full every outlet, supply, distribution and circuit is, the fullest first.
import type { Part, Reads } from '../model';
import { circuitLoads, dcFeeds, loadOf, stripLoads, supplies } from '../power';
import type { Item } from './primitives';
import {
  emptyProfile,
  FOOT,
  HEAD,
  lane,
  LEFT,
  RIGHT,
  rule,
  STEP,
  text,
  type ProfileAsk,
  type ProfileDrawing,
  type Stop,
} from './profile-parts';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage' | 'houseRules'>;

type Bar = {
  readonly part: Part;
  readonly label: string;
  readonly what: string;
  /** Of what it may give. */
  readonly share: number;
  /** The house's limit, of what it may give. */
  readonly limit: number;
  readonly words: string;
};

const round = (value: number): number => Number(value.toPrecision(3));

/** Everything with a rating, the fullest first. */
function barsOf(of: Of): readonly Bar[] {
  const { dcMarginPercent, mainsPercent } = of.houseRules.limits;
  const [dc, mains] = [1 / (1 + dcMarginPercent / 100), mainsPercent / 100];
  const bar = (
    part: Part,
    label: string,
    what: string,
    [drawn, rating, unit]: readonly [number, number, string],
    limit: number,
  ): Bar => ({
    part,
    label,
    what,
    share: drawn / rating,
    limit,
    words: `${label} ${what}: ${round(drawn)} of ${round(rating)} ${unit}, ${Math.round((100 * drawn) / rating)} %`,
  });
  const outlets = dcFeeds(of).flatMap((feed): readonly Bar[] => {
    const { wants, rating } = loadOf(feed);
    const { box, jack } = feed.outlet;
    if (rating === null || feed.fed.length === 0) return [];
    return [
      bar({ type: 'jack', id: `${box.id}/${jack.id}` }, box.tag, jack.label, [wants, rating, 'mA'], dc),
    ];
  });
  const all = supplies(of).flatMap(({ box, wants, rating }) =>
    rating === null ? [] : [bar({ type: 'box', id: box.id }, box.tag, 'in all', [wants, rating, 'mA'], dc)],
  );
  const strips = stripLoads(of).flatMap(({ end, amps, rating, wantsVa, hasVa }): readonly Bar[] => {
    const part: Part = { type: 'box', id: end.box.id };
    if (wantsVa !== null && hasVa !== null) return [bar(part, end.box.tag, 'VA', [wantsVa, hasVa, 'VA'], 1)];
    return rating === null ? [] : [bar(part, end.box.tag, 'outlets', [amps, rating, 'A'], mains)];
  });
  const circuits = circuitLoads(of).flatMap(({ circuit, boxes, amps, rating }): readonly Bar[] => {
    const [first] = boxes;
    return rating === null || !first
      ? []
      : [bar({ type: 'box', id: first.box.id }, circuit.name, 'breaker', [amps, rating, 'A'], mains)];
  });
  return [...outlets, ...all, ...strips, ...circuits].sort((a, b) => b.share / b.limit - a.share / a.limit);
}

function captionOf(bars: readonly Bar[]): string {
  const [worst] = bars;
  if (!worst) return 'Nothing here has a rating: outlets, circuits and what they may give are noted in Gear.';
  const over = bars.filter(({ share }) => share > 1 + 1e-9).length;
  const tight = bars.filter(({ share, limit }) => share > limit + 1e-9).length - over;
  const rest =
    over > 0
      ? `${over} over ${over > 1 ? 'their' : 'its'} rating`
      : tight > 0
        ? `${tight} with less than the house’s margin`
        : 'all within the house’s margin';
  return `${worst.words}; ${rest}.`;
}

/** The Power profile: a column for everything that has a rating, as high as it is full; its limit as a dash. */
export function drawPower(of: Of, { width, height }: ProfileAsk): ProfileDrawing {
  const bars = barsOf(of);
  const bottom = height - FOOT - 8;
  const high = Math.max(1.1, ...bars.map(({ share }) => Math.min(share, 2)));
  const y = (share: number) => bottom - ((bottom - HEAD) * Math.min(share, high)) / high;
  const step = Math.max(STEP, Math.min(96, Math.floor((width - LEFT - RIGHT) / Math.max(1, bars.length))));
  const xAt = (i: number) => LEFT + step * i + step / 2;
  const right = xAt(bars.length - 1) + step / 2;
  const items: Item[] = [];
  if (bars.length > 0)
    for (const share of [0, 0.5, 1]) {
      items.push(rule({ x: LEFT - 6, y: y(share) }, { x: right, y: y(share) }, 'hair', share > 0));
      items.push(text(LEFT - 10, y(share) + 4, `${100 * share} %`, { anchor: 'end' }));
    }
  const stops = bars.map((bar, i): Stop => ({
    x: xAt(i),
    y: y(bar.share),
    top: 0,
    bottom: height,
    part: bar.part,
    parts: [bar.part],
    label: bar.label,
    words: bar.words,
    at: null,
  }));
  bars.forEach((bar, i) => {
    const stop = stops[i];
    if (!stop) return;
    const mark = bar.share > 1 + 1e-9 ? 'fault' : bar.share > bar.limit + 1e-9 ? 'caution' : undefined;
    items.push(...lane(stop, bar.what, { top: HEAD, height, step }));
    items.push({
      type: 'plate',
      look: 'hub',
      x: stop.x - 9,
      y: stop.y,
      w: 18,
      h: Math.max(1, bottom - stop.y),
      part: bar.part,
      ...(mark ? { mark } : {}),
    });
    items.push(
      rule({ x: stop.x - 14, y: y(bar.limit) }, { x: stop.x + 14, y: y(bar.limit) }, 'caution', true),
    );
    items.push(
      text(stop.x + 12, stop.y - 2, `${Math.round(100 * bar.share)}`, { anchor: 'start', face: 'mono' }),
    );
  });
  return { ...emptyProfile(Math.max(width, right + RIGHT), height, captionOf(bars)), items, stops };
}
