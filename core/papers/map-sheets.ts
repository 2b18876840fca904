// The map on paper: as few sheets as keep its type readable, broken by place and between rows.
import { drawMap, type Drawing, type MapDrawing } from '../drawing';
import { leadsOtherwise, type Rig } from '../model';
import type { LengthUnit } from '../units';

/** Printable pixels of a landscape A4 inside margins of 12 mm, at 96 a inch, less its head. */
const PAGE = { width: 1032, height: 640 } as const;
/** Type of 12 px is 9 pt; it may shrink to 7.5 pt. */
const LEAST_SCALE = 7.5 / 9;

/** One sheet of the map: a part of the drawing, and which leads go on where. */
export type MapSheet = {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly scale: number;
  /** Lead numbers that cross an edge, with the sheet they go on: `24, 25 → sheet 3`. */
  readonly edges: readonly string[];
};

type Axis = 'x' | 'y';

/** Lines along which the map may be broken from left to right: the gutters between places. */
function gutters(drawing: Drawing): readonly number[] {
  const frames = drawing.items.flatMap((item) =>
    item.type === 'plate' && item.look === 'place' ? [item] : [],
  );
  return frames.slice(1).map((frame, i) => {
    const before = frames[i];
    return before ? (before.x + before.w + frame.x) / 2 : frame.x;
  });
}

/** Lines from top to bottom that pass no plate. */
function rowGaps(drawing: Drawing): readonly number[] {
  const plates = drawing.items.flatMap((item) =>
    item.type === 'plate' && item.look !== 'place' ? [item] : [],
  );
  const lines = Array.from({ length: Math.floor(drawing.height / 6) }, (_, i) => 6 * i + 3);
  return lines.filter((y) => plates.every((plate) => y < plate.y || y > plate.y + plate.h));
}

/** The fewest cuts at allowed lines that leave no part longer than `most`; a part with no line in it stays whole. */
function cutsAt(length: number, most: number, lines: readonly number[]): readonly number[] {
  const cuts: number[] = [];
  let start = 0;
  while (length - start > most) {
    const limit = start + most;
    const next =
      lines.findLast((line) => line > start && line <= limit) ?? lines.find((line) => line > limit);
    if (next === undefined) break;
    cuts.push(next);
    start = next;
  }
  return cuts;
}

/** Numbers of leads whose way crosses a line, within the part of the drawing the sheet shows. */
function crossing(
  rig: Rig,
  drawing: Drawing,
  axis: Axis,
  at: number,
  within: readonly [number, number],
): readonly number[] {
  const other = axis === 'x' ? 'y' : 'x';
  const ids = drawing.items.flatMap((item) => {
    if (item.type !== 'path' || !item.part) return [];
    const crosses = item.points.slice(1).some((b, i) => {
      const a = item.points[i];
      if (!a) return false;
      const [low, high] = [Math.min(a[axis], b[axis]), Math.max(a[axis], b[axis])];
      return low < at && high > at && a[other] >= within[0] && a[other] <= within[1];
    });
    return crosses ? [item.part.id] : [];
  });
  return rig.leads
    .filter((lead) => ids.includes(lead.id) && lead.kind !== 'air' && lead.kind !== 'radio')
    .map((lead) => lead.number)
    .sort((a, b) => a - b);
}

/** Breaks a drawing by place, and where it must by rows, into as few sheets as keep its type readable. */
export function mapSheets(rig: Rig, drawing: Drawing): readonly MapSheet[] {
  const xs = [0, ...cutsAt(drawing.width, PAGE.width / LEAST_SCALE, gutters(drawing)), drawing.width];
  const ys = [0, ...cutsAt(drawing.height, PAGE.height / LEAST_SCALE, rowGaps(drawing)), drawing.height];
  const [columns, rows] = [xs.length - 1, ys.length - 1];
  const sheets: MapSheet[] = [];
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      const [x, right] = [xs[column] ?? 0, xs[column + 1] ?? 0];
      const [y, bottom] = [ys[row] ?? 0, ys[row + 1] ?? 0];
      const note = (axis: Axis, at: number, sheet: number) => {
        const numbers = crossing(rig, drawing, axis, at, axis === 'x' ? [y, bottom] : [x, right]);
        return numbers.length === 0 ? [] : [`${numbers.join(', ')} → sheet ${sheet}`];
      };
      const here = row * columns + column + 1;
      sheets.push({
        x,
        y,
        width: right - x,
        height: bottom - y,
        scale: Math.min(1, PAGE.width / (right - x), PAGE.height / (bottom - y)),
        edges: [
          ...(column > 0 ? note('x', x, here - 1) : []),
          ...(column < columns - 1 ? note('x', right, here + 1) : []),
          ...(row > 0 ? note('y', y, here - columns) : []),
          ...(row < rows - 1 ? note('y', bottom, here + columns) : []),
        ],
      });
    }
  return sheets;
}

/** The map as paper has it: at full detail with every jack's name, in ink. */
export const paperMap = (
  rig: Rig,
  variant: string | null,
  sound: string,
  unit: LengthUnit = 'metres',
): MapDrawing =>
  drawMap({
    rig,
    setting: { variant, sound },
    width: PAGE.width,
    level: 0,
    unit,
    view: { open: [], names: 'all', marks: {}, otherwise: leadsOtherwise(rig, variant) },
  });
