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

/** Steps of a layer's quantity: colour and weight, so that a grey print and every eye can tell them apart. */
export const QUANTITY: Readonly<Record<Quantity, { readonly stroke: string; readonly more: number }>> = {
  0: { stroke: 'stroke-q0', more: -0.4 },
  1: { stroke: 'stroke-q1', more: 0.2 },
  2: { stroke: 'stroke-q2', more: 0.9 },
  3: { stroke: 'stroke-q3', more: 1.7 },
  4: { stroke: 'stroke-q4', more: 2.6 },
};

/** What the screen adds to a part of a drawing. */
export type Emphasis = 'selected' | 'ringed' | 'fits' | 'fits with' | 'wrong' | 'in hand';
export type EmphasisOf = (part: { readonly type: string; readonly id: string }) => Emphasis | undefined;
