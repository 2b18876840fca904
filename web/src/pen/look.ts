import type { Quantity, Tone } from '../../../core/drawing';

/** Tokens of a drawing as colours of the sheet. */
export const FILL: Readonly<Record<Tone, string>> = {
  ink: 'fill-ink',
  muted: 'fill-muted',
  line: 'fill-line',
  hair: 'fill-hair',
  danger: 'fill-danger',
  fault: 'fill-fault',
  caution: 'fill-caution',
  note: 'fill-note',
};

export const STROKE: Readonly<Record<Tone, string>> = {
  ink: 'stroke-ink',
  muted: 'stroke-muted',
  line: 'stroke-line',
  hair: 'stroke-hair',
  danger: 'stroke-danger',
  fault: 'stroke-fault',
  caution: 'stroke-caution',
  note: 'stroke-note',
};

/** Steps of a layer's quantity as colours; their weight is the drawing's. */
export const QUANTITY: Readonly<Record<Quantity, string>> = {
  0: 'stroke-q0',
  1: 'stroke-q1',
  2: 'stroke-q2',
  3: 'stroke-q3',
  4: 'stroke-q4',
};

/** What the screen adds to a part of a drawing. */
export type Emphasis = 'selected' | 'ringed' | 'fits' | 'fits with' | 'wrong' | 'in hand';
export type EmphasisOf = (part: { readonly type: string; readonly id: string }) => Emphasis | undefined;
