// Widths, dashes and radii of everything drawn, in px of the drawing: one set for screen, file and paper.
import type { PathItem, PlateItem, Quantity, RuleItem, Stroke } from './primitives';

type StrokeLook = {
  readonly width: number;
  /** Lengths of dash and gap. */
  readonly dash?: readonly [number, number];
  readonly round?: boolean;
  /** Width of the bare line along the middle: two lines side by side. */
  readonly bare?: number;
};

const STROKES: Readonly<Record<Stroke, StrokeLook>> = {
  single: { width: 1.5 },
  double: { width: 3.6, bare: 1.2 },
  thick: { width: 3.4 },
  dotted: { width: 1.6, dash: [1.5, 4], round: true },
  dashed: { width: 1.5, dash: [6, 4] },
};

/** What the steps of a layer's quantity add, so that a grey print can tell them apart. */
const BY_QUANTITY: Readonly<Record<Quantity, number>> = { 0: -0.4, 1: 0.2, 2: 0.9, 3: 1.7, 4: 2.6 };

/** How a lead is stroked. */
export const leadLook = ({ stroke, quantity }: PathItem): StrokeLook => {
  const look = STROKES[stroke];
  return { ...look, width: look.width + (quantity === undefined ? 0 : BY_QUANTITY[quantity]) };
};

/** The edge of a plate: heavier where something is found, or where the signal comes by more than once. */
export const plateEdge = ({ look, mark }: PlateItem): number => (mark ? 2 : look === 'hub' ? 1.5 : 1);

/** The dash of a line that divides. */
export const ruleDash = ({ dashed }: RuleItem): readonly [number, number] | undefined =>
  dashed ? [4, 3] : undefined;

/** The line of a ring around a loom. */
export const RING_WIDTH = 1.5;

/** Radii of rounded corners. */
export const CORNER = { plate: 2.5, sleeve: 7, ring: 4 } as const;
/** Radius of the dot that is a jack. */
export const JACK_RADIUS = 3;
/** The words on a sleeve: their size, and their line below its upper edge. */
export const SLEEVE_WORDS = { size: 12, baseline: 11.5 } as const;
