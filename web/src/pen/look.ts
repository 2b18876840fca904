import type { Tone } from '../../../core/drawing';

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

/** What the screen adds to a part of a drawing. */
export type Emphasis = 'selected' | 'ringed' | 'fits' | 'fits with' | 'wrong' | 'in hand';
export type EmphasisOf = (part: { readonly type: string; readonly id: string }) => Emphasis | undefined;
