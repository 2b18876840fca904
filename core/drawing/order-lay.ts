// Where the lanes of the order stand: columns, terraces, labels and brackets.
import { boxOf, type Reads } from '../model';
import { bracketLines, BRACKET, bracketsOf } from './order-brackets';
import { blockWords, laidLabels, type Label, type LaidLabel } from './order-labels';
import type { Lane, Spot } from './order-lanes';
import type { Point } from './primitives';
import { LEFT } from './profile-parts';

/** A line of labels, and the room between lanes. */
export const LINE = 13;
const BELOW = 8;
/** A gap's mark stands on the line, and over no label. */
const UNDER = 13;
/** Terraces are at least so far apart in all, and a lane without any is so high. */
const LEAST_RISE = 30;
const LANE = 22;

/** On which terrace a spot stands: 0 ahead of the preamp, 1 after it, between them on the preamp itself. */
export function heights(spots: readonly Spot[]): readonly number[] {
  const isPreamp = ({ passed }: Spot) => passed.some(({ block }) => block.role === 'preamp');
  const first = spots.findIndex(isPreamp);
  return spots.map((spot, i) => {
    const side = spot.section?.side;
    if (side === 'after') return 1;
    if (side === 'preamp' || side === 'between') return 0.5;
    if (side === 'ahead' || first < 0) return 0;
    return i < first ? 0 : i === first ? 0.5 : 1;
  });
}

export const isFolded = ({ places }: Spot) => places.length > 1;

type Words = Pick<Label, 'words' | 'face'>;

/** What stands under a spot: its tag; what of a box it is, where that has others; both where no bracket says the box. */
function labelsOf(
  of: Reads<'boxes'>,
  spot: Spot,
  { isPassedAgain, isBracketed }: Record<'isPassedAgain' | 'isBracketed', (box: string) => boolean>,
): readonly Words[] {
  const { stop, places } = spot;
  if (isFolded(spot)) return [{ words: `${places.length} off`, face: 'mono' }];
  const pair = places[0]?.stops[1];
  const tags = [stop, ...(pair ? [pair] : [])].map(({ box }) => boxOf(of, box)?.tag ?? box);
  const tag: Words = { words: [...new Set(tags)].join('+'), face: 'mono' };
  const what: Words = { words: blockWords(of, stop), face: 'sans' };
  if (isBracketed(stop.box)) return [what];
  return isPassedAgain(stop.box) ? [tag, what] : [tag];
}

/** The column that each lane begins in. */
export function startsOf(lanes: readonly Lane[]): readonly number[] {
  const starts: number[] = [];
  for (const { from } of lanes) starts.push(from === null ? 0 : (starts[from.lane] ?? 0) + from.spot + 1);
  return starts;
}

export type Laid = {
  readonly lane: Lane;
  readonly points: readonly Point[];
  readonly labels: readonly (LaidLabel & { readonly spot: Spot })[];
  readonly labelTop: number;
  readonly brackets: ReturnType<typeof bracketsOf>;
  readonly bracketTop: number;
  /** The strip of the paper that is its own. */
  readonly top: number;
  readonly bottom: number;
};

/** Lanes laid out: the first takes the height that the others leave it. */
export function layLanes(
  of: Reads<'boxes'>,
  lanes: readonly Lane[],
  { step, top, height }: { readonly step: number; readonly top: number; readonly height: number },
): { readonly laid: readonly Laid[]; readonly height: number } {
  const visits = new Map<string, number>();
  for (const { spots } of lanes)
    for (const { stop, places } of spots) visits.set(stop.box, (visits.get(stop.box) ?? 0) + places.length);
  const isPassedAgain = (box: string) => (visits.get(box) ?? 0) > 1;
  const columns = startsOf(lanes);
  const drafts = lanes.map((lane, k) => {
    const column = columns[k] ?? 0;
    const xAt = (i: number) => LEFT + step * (column + i) + step / 2;
    const brackets = bracketsOf(lane);
    const isBracketed = (id: string) => brackets.some(({ box }) => box === id);
    const own = lane.spots.flatMap((spot, i) =>
      labelsOf(of, spot, { isPassedAgain, isBracketed }).map((label) => ({ ...label, x: xAt(i), spot })),
    );
    const labels = laidLabels(own, step * 2 - 8);
    const lines = Math.max(1, ...labels.map(({ line }) => line + 1));
    return {
      lane,
      labels,
      brackets,
      xAt,
      lines,
      foot: UNDER + lines * LINE + bracketLines(brackets) * BRACKET + BELOW,
    };
  });
  const rest = drafts.slice(1).reduce((sum, { foot }) => sum + LANE + foot, 0);
  let y = top;
  const laid = drafts.map(({ lane, labels, brackets, xAt, lines, foot }, k): Laid => {
    const levels = heights(lane.spots);
    const rises = k === 0 && levels.some((level) => level !== levels[0]);
    const room = k === 0 ? Math.max(rises ? LEAST_RISE : 0, height - top - foot - rest) : LANE;
    const bottom = y + room;
    const points = lane.spots.map((_, i) => ({
      x: xAt(i),
      y: rises ? bottom - room * (levels[i] ?? 0) : k === 0 ? y + room / 2 : bottom - 4,
    }));
    const labelTop = bottom + UNDER;
    const from = k === 0 ? 0 : y;
    y = bottom + foot;
    return {
      lane,
      points,
      labels,
      labelTop,
      brackets,
      bracketTop: labelTop + lines * LINE + 2,
      top: from,
      bottom: y,
    };
  });
  return { laid, height: Math.max(height, y) };
}
