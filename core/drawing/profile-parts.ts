// What the profiles of all layers share.
import type { Part, Rig, Setting } from '../model';
import type { Layer } from '../layers';
import type { Drawing, Item, Point, Tone } from './primitives';

/** One step along the route: a section the signal passes, or several that are out of it. */
export type Stop = {
  readonly x: number;
  readonly part: Part;
  /** Every part of the route from the stop before to this one. */
  readonly parts: readonly Part[];
  readonly label: string;
  readonly words: string;
};

export type ProfileDrawing = Drawing & {
  readonly stops: readonly Stop[];
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
