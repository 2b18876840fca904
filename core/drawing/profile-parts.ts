// What the profiles of all layers share.
import type { Held, Stretch } from '../chain';
import type { Part, Rig, Setting } from '../model';
import type { Layer } from '../layers';
import type { LevelUnit } from '../units';
import { fitText } from './fonts';
import type { Drawing, Item, Point, Stroke, Tone } from './primitives';

/** One step along the route: what the signal passes, or several things that are out of it. */
export type Stop = {
  readonly x: number;
  readonly y: number;
  /** From here to there it is pressed: its lane. */
  readonly top: number;
  readonly bottom: number;
  readonly part: Part;
  /** Every part of the route from the stop before to this one. */
  readonly parts: readonly Part[];
  readonly label: string;
  readonly words: string;
  /** Where it stands in the order, where it may be moved; null: it stays. */
  readonly at: Stretch | null;
};

/** A gap that what is in hand may go to; `slot`: its number among those of the order. */
export type Gap = { readonly slot: number; readonly x: number; readonly y: number };

export type ProfileDrawing = Drawing & {
  readonly stops: readonly Stop[];
  /** With something in hand: where it may go. */
  readonly gaps: readonly Gap[];
  /** Boxes that carry sound and stand in no order. */
  readonly beside: readonly { readonly box: string; readonly tag: string; readonly name: string }[];
  /** What the routing is called; empty where that is no matter of the layer. */
  readonly name: string;
  /** The worst, or the most telling, in one sentence. */
  readonly caption: string;
};

export type ProfileRequest = {
  readonly rig: Rig;
  readonly setting: Setting;
  /** Index of the path in the trace. */
  readonly route: number;
  /** Signal unless said. */
  readonly layer?: Layer | undefined;
  /** What is in hand, on its way to another place of the order. */
  readonly held?: Held | null | undefined;
  /** A box that stands by itself though it is off. */
  readonly open?: string | null | undefined;
  /** Of layer Control: the press that is looked at, by its id, and the sound it is pressed in; as the sound in force says unless said. */
  readonly press?: string | null | undefined;
  readonly pressedIn?: string | null | undefined;
  /** How levels are written; dBu unless said. */
  readonly levels?: LevelUnit | undefined;
  readonly width: number;
  readonly height: number;
};

/** What is asked of a profile, the rig and its setting apart. */
export type ProfileAsk = Omit<ProfileRequest, 'rig' | 'setting'>;

export const LEFT = 84;
export const RIGHT = 18;
/** A tag of seven characters fits; never under 48. */
export const STEP = 54;
export const TEXT = 12;
export const FOOT = 48;
export const HEAD = 14;
export const text = (
  x: number,
  y: number,
  words: string,
  more: Partial<Extract<Item, { type: 'text' }>>,
): Item => ({
  type: 'text',
  x,
  y,
  text: words,
  face: 'sans',
  size: TEXT,
  tone: 'muted',
  anchor: 'middle',
  ...more,
});

export const rule = (from: Point, to: Point, tone: Tone, dashed = false): Item => ({
  type: 'rule',
  from,
  to,
  tone,
  dashed,
});

/** The lane of a stop from the top down, with its tag and what else it is under it. @param drop how far under the tag */
export function lane(
  { x, label, part }: Pick<Stop, 'x' | 'label' | 'part'>,
  words: string,
  at: {
    readonly top: number;
    readonly height: number;
    readonly step: number;
    readonly wide?: number;
    readonly drop?: number;
  },
): readonly Item[] {
  const { top, height, step, wide = step - 3, drop = TEXT + 1 } = at;
  const y = height - FOOT + 14;
  return [
    rule({ x, y: top }, { x, y: height - FOOT }, 'hair'),
    text(x, y, fitText(label, 'mono', TEXT, step - 3), { face: 'mono', tone: 'ink', part }),
    text(x, y + drop, fitText(words, 'sans', TEXT, wide), { part }),
  ];
}

/** A route without a stop. */
export const emptyProfile = (width: number, height: number, caption: string): ProfileDrawing => ({
  width,
  height,
  items: [],
  stops: [],
  gaps: [],
  beside: [],
  name: '',
  caption,
});

/** Straight from stop to stop: a figure has no corners to round. */
export const polyline = (points: readonly Point[], stroke: Stroke): readonly Item[] =>
  points.slice(1).map((to, i): Item => ({
    type: 'path',
    points: [points[i] ?? to, to],
    hops: [],
    stroke,
    tone: 'ink',
  }));
