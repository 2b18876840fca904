import type { LoomPart, Part, Severity } from '../model';
import type { Face } from './fonts';

export type Point = { readonly x: number; readonly y: number };
export type Rect = { readonly x: number; readonly y: number; readonly w: number; readonly h: number };

/** What an item of a drawing belongs to: a part of the rig, or a loom, which is many. */
export type DrawnPart = Part | LoomPart;

/** Colour tokens a drawing may name; the pens know what they look like. */
export type Tone = 'ink' | 'muted' | 'line' | 'hair' | Severity;

/** How a lead is stroked: by kind, so that a grey print loses nothing. */
export type Stroke = 'single' | 'double' | 'thick' | 'dotted' | 'dashed';

export type PlateItem = Rect & {
  readonly type: 'plate';
  readonly look: 'place' | 'box' | 'hub';
  readonly part?: Part;
  readonly mark?: Severity;
};
/** A ring around leads that are tied together. */
export type RingItem = Rect & { readonly type: 'ring'; readonly part: DrawnPart };
export type TextItem = Point & {
  readonly type: 'text';
  readonly text: string;
  readonly face: Face;
  readonly size: number;
  readonly tone: Tone;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly part?: DrawnPart;
  /** Pressing it shows the free jacks of this box. */
  readonly opens?: string;
};
export type PathItem = {
  readonly type: 'path';
  readonly points: readonly Point[];
  /** Where this lead hops over another: points on its horizontal stretches. */
  readonly hops: readonly Point[];
  readonly stroke: Stroke;
  readonly part?: Part;
  readonly tone: Tone;
  readonly mark?: Severity | undefined;
  /** How much of the layer's quantity it carries: colour and weight. */
  readonly quantity?: Quantity;
};
export type ArrowItem = Point & {
  readonly type: 'arrow';
  readonly towards: 'left' | 'right' | 'up' | 'down';
  readonly part?: Part;
};
export type SleeveItem = Rect & {
  readonly type: 'sleeve';
  readonly text: string;
  readonly part: Part;
  readonly mark?: Severity;
};
export type JackItem = Point & {
  readonly type: 'jack';
  readonly part: Part;
  readonly side: Side;
  readonly free: boolean;
  readonly label: string;
};
export type RuleItem = {
  readonly type: 'rule';
  readonly from: Point;
  readonly to: Point;
  readonly dashed: boolean;
  readonly tone: Tone;
  /** What it is drawn on, and moves with. */
  readonly part?: DrawnPart;
};

export type Item = PlateItem | TextItem | PathItem | ArrowItem | SleeveItem | JackItem | RuleItem | RingItem;
/** Five steps of a layer's quantity. */
export type Quantity = 0 | 1 | 2 | 3 | 4;

/** How much a box shows: 0 all of it, 1 folded. */
export type Level = 0 | 1;
/** How much the map shows: everything, folded, or a plate for each block. */
export type Detail = Level | 2;
export type Side = 'left' | 'right' | 'top' | 'bottom';

/** Primitives with part ids and token names; no pen computes a coordinate. */
export type Drawing = { readonly width: number; readonly height: number; readonly items: readonly Item[] };

/** The room a text takes, with the ascent and descent of the shipped fonts. */
export const boxOfText = (item: TextItem, width: number): Rect => ({
  x: item.anchor === 'start' ? item.x : item.anchor === 'end' ? item.x - width : item.x - width / 2,
  y: item.y - item.size * 0.78,
  w: width,
  h: item.size,
});

/** Do two rectangles share more than an edge? px; a hundredth is let pass. */
export const overlaps = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.w - 0.01 && b.x < a.x + a.w - 0.01 && a.y < b.y + b.h - 0.01 && b.y < a.y + a.h - 0.01;

/** Where a pointer may press: 24 px at least across; a jack's reaches into its plate. */
export function hitArea(item: SleeveItem | JackItem | TextItem | RingItem): Rect {
  const least = 24;
  if (item.type === 'text') return { x: item.x - 4, y: item.y - 16, w: 100, h: least };
  if (item.type === 'sleeve' || item.type === 'ring') {
    const [w, h] = [Math.max(least, item.w), Math.max(least, item.h)];
    return { x: item.x - (w - item.w) / 2, y: item.y - (h - item.h) / 2, w, h };
  }
  const [inward, outward] = [18, 6];
  const { x, y, side } = item;
  const across = { y: y - least / 2, h: least, w: least };
  const along = { x: x - least / 2, w: least, h: least };
  if (side === 'left') return { x: x - outward, ...across };
  if (side === 'right') return { x: x - inward, ...across };
  return side === 'top' ? { y: y - outward, ...along } : { y: y - inward, ...along };
}
