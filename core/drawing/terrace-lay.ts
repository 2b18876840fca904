// The measures of a unit's terraces: rows, columns, the lanes of splits and merges, where blocks may be put.
import { blockIn, jackIn, type Block, type Box, type Rows } from '../model';
import { textWidth } from './fonts';
import { straightened } from './panel-wires';
import type { Point, Rect } from './primitives';
import { columnsOf, type Columns } from './terrace-columns';

/** Where a block may be put: into this row, ahead of what stands there now. */
export type Slot = { readonly row: number; readonly index: number; readonly rect: Rect };

export const LANE = 8;
export const TEXT = 12;
export const PLATE = { h: 44 };

/** How close things stand: where all do not fit into the width, they stand closer before anything scrolls. */
const CLOSE = {
  wide: { least: 88, most: 132, pad: 20, gap: 28, beside: 14 },
  tight: { least: 56, most: 92, pad: 12, gap: 16, beside: 8 },
} as const;
export type Close = keyof typeof CLOSE;
/** Under a loop: its jacks with their printed names, and the leads in them. */
export const LOOP = { cell: 50, stub: 12, h: 66 };
export const ROW = { top: 16, between: 20, band: 8 };
export const END = { pitch: 18, stub: 20 };
export const MARGIN = 12;

export const up = (value: number) => Math.ceil(value / LANE) * LANE;
export const mono = (text: string) => textWidth(text, 'mono', TEXT);

/** The jacks a loop block goes by, in the order left to right. */
export const jacksOfLoop = ({ loops }: Rows, id: string): readonly string[] => {
  const { send, sendRight, back, backRight } = loops[id] ?? { send: null, back: null };
  return [send, sendRight, back, backRight].flatMap((jack) => jack ?? []);
};

export type Laid = {
  readonly columns: Columns;
  readonly left: number;
  readonly right: number;
  readonly x: (column: number) => number;
  readonly laneX: (row: number, use: 'split' | 'merge') => number;
  readonly y: readonly number[];
  readonly heights: readonly number[];
  /** Where a row below the last would stand. */
  readonly bottom: number;
  readonly plate: (id: string) => Rect;
};

export function lay(
  box: Box,
  rows: Rows,
  words: (block: Block) => readonly [string, string],
  close: Close,
): Laid {
  const size = CLOSE[close];
  const columns = columnsOf(rows);
  const widthOf = (id: string): number => {
    const block = blockIn(box, id);
    const [name, state] = block ? words(block) : [id, ''];
    const text = Math.max(textWidth(name, 'bold', TEXT), textWidth(state, 'sans', TEXT)) + size.pad;
    return Math.max(
      up(Math.min(size.most, Math.max(size.least, text))),
      LOOP.cell * jacksOfLoop(rows, id).length,
    );
  };
  const widths = Array.from({ length: columns.count }, (_, column) =>
    Math.max(0, ...[...columns.of].filter(([, at]) => at === column).map(([id]) => widthOf(id))),
  );
  const starts = rows.rows.flatMap(({ from }) =>
    'jack' in from ? [jackIn(box, from.jack)?.label ?? ''] : [],
  );
  const left = up(MARGIN + 40 + Math.max(0, ...starts.map(mono)));
  const lanesIn = (gap: number) => columns.lanes.filter((lane) => lane.gap === gap);
  const xs: number[] = [];
  const gaps: number[] = [];
  let at = left;
  for (let column = 0; column <= columns.count; column += 1) {
    gaps.push(at);
    at += size.gap + LANE * lanesIn(column).length;
    xs.push(at);
    at += widths[column] ?? 0;
  }
  const heights = rows.rows.map(({ blocks }) =>
    blocks.some((id) => jacksOfLoop(rows, id).length > 0) ? PLATE.h + LOOP.h : PLATE.h,
  );
  const y: number[] = [];
  let top = MARGIN + ROW.top;
  heights.forEach((h, i) => {
    y.push(top);
    const outs = (rows.rows[i]?.outputs.length ?? 0) * END.pitch;
    top += Math.max(h, outs) + 2 * ROW.band + ROW.between;
  });
  return {
    columns,
    left,
    right: at,
    x: (column) => xs[column] ?? 0,
    laneX: (row, use) => {
      const lane = columns.lanes.find((one) => one.row === row && one.use === use);
      const own = lane ? lanesIn(lane.gap) : [];
      return (gaps[lane?.gap ?? 0] ?? 0) + size.beside + LANE * Math.max(0, lane ? own.indexOf(lane) : 0);
    },
    y,
    heights,
    bottom: top,
    plate: (id) => {
      const row = rows.rows.findIndex(({ blocks }) => blocks.includes(id));
      const column = columns.of.get(id) ?? 0;
      return { x: xs[column] ?? 0, y: y[row] ?? 0, w: widthOf(id), h: PLATE.h };
    },
  };
}

/** The lines of a row: from where it begins through its blocks to where it ends. */
export function waysOf(
  rows: Rows,
  i: number,
  laid: Laid,
): readonly { readonly id: string; readonly points: readonly Point[] }[] {
  const row = rows.rows[i];
  if (!row) return [];
  const y = (laid.y[i] ?? 0) + PLATE.h / 2;
  const ways: { id: string; points: readonly Point[] }[] = [];
  const leave = (id: string): Point => {
    const plate = laid.plate(id);
    return { x: plate.x + plate.w, y: plate.y + PLATE.h / 2 };
  };
  const enter = (id: string): Point => ({ x: laid.plate(id).x, y: laid.plate(id).y + PLATE.h / 2 });
  let id = 'jack' in row.from ? `jack ${row.from.jack}` : row.from.after;
  let so: Point[] =
    'jack' in row.from
      ? [{ x: laid.left, y }]
      : [
          leave(row.from.after),
          { x: laid.laneX(i, 'split'), y: leave(row.from.after).y },
          { x: laid.laneX(i, 'split'), y },
        ];
  for (const block of row.blocks) {
    ways.push({ id, points: straightened([...so, enter(block)]) });
    so = [leave(block)];
    id = block;
  }
  if (row.into) {
    const x = laid.laneX(i, 'merge');
    const end = enter(row.into.block);
    ways.push({ id, points: straightened([...so, { x, y }, { x, y: end.y }, end]) });
  } else
    for (const [n] of row.outputs.entries()) {
      const at = y + (n - (row.outputs.length - 1) / 2) * END.pitch;
      const x = laid.right + END.stub;
      ways.push({
        id,
        points: straightened([...so, { x: laid.right, y }, { x: laid.right, y: at }, { x, y: at }]),
      });
    }
  if (!row.into && row.outputs.length === 0)
    ways.push({ id, points: straightened([...so, { x: laid.right, y }]) });
  return ways;
}

export function slotsOf(rows: Rows, laid: Laid): readonly Slot[] {
  return rows.rows.flatMap((row, i): Slot[] => {
    const edges = row.blocks.map((id) => laid.plate(id).x + laid.plate(id).w / 2);
    const start =
      'after' in row.from ? laid.plate(row.from.after).x + laid.plate(row.from.after).w : laid.left;
    const bounds = [start, ...edges, laid.right];
    return bounds.slice(1).map((end, index) => ({
      row: i,
      index,
      rect: {
        x: bounds[index] ?? 0,
        y: (laid.y[i] ?? 0) - ROW.band,
        w: Math.max(LANE, end - (bounds[index] ?? 0)),
        h: (laid.heights[i] ?? 0) + 2 * ROW.band,
      },
    }));
  });
}
