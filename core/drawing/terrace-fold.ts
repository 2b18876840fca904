// Terraces too long for their pane, as staves one below the other: cut ahead of a column, gone on with at the left.
import type { Placed, Spot } from './panel-edges';
import type { Item, Point, Rect } from './primitives';
import { MARGIN, PLATE, ROW, type Laid, type Slot } from './terrace-lay';

/** What is drawn of one row, laid out as if there were room without end. */
export type RowPart = {
  readonly row: number;
  readonly items: readonly Placed[];
  readonly ways: readonly { readonly points: readonly Point[]; readonly hops: readonly Point[] }[];
  readonly band: Rect;
  readonly spots: readonly Spot[];
};

/** Where a way goes on: this far beyond the cut. */
const GOES_ON = 20;
/** The cut is this far ahead of a column, behind the lanes of splits and merges. */
const AHEAD = 8;
const BETWEEN = 28;

/** A stretch along the drawing, px. */
export type Stave = { readonly from: number; readonly to: number };

/**
 * Where the staves begin and end along the drawing; a column that is wider than the pane stands alone.
 * @param end where the whole drawing ends, px
 */
export function stavesOf(laid: Laid, end: number, width: number): readonly Stave[] {
  const cuts = Array.from({ length: laid.columns.count + 1 }, (_, column) => laid.x(column) - AHEAD).slice(1);
  const staves: Stave[] = [];
  let from = 0;
  for (const [i, cut] of cuts.entries()) {
    // The last column stays with what comes out of it.
    const reach = i >= cuts.length - 2 ? end : (cuts[i + 1] ?? end) + GOES_ON;
    const fits = reach - from + (from === 0 ? 0 : laid.left) <= width - MARGIN;
    if (fits) continue;
    staves.push({ from, to: cut });
    from = cut;
  }
  return [...staves, { from, to: end }];
}

/** The stretches of a way that lie in a stave. */
function within(points: readonly Point[], { from, to }: Stave): readonly (readonly Point[])[] {
  const pieces: Point[][] = [];
  let piece: Point[] = [];
  const isIn = ({ x }: Point) => x >= from && x < to;
  const end = () => {
    if (piece.length > 1) pieces.push(piece);
    piece = [];
  };
  points.forEach((point, i) => {
    const before = points[i - 1];
    if (before && before.y === point.y) {
      const [least, most] = [Math.min(before.x, point.x), Math.max(before.x, point.x)];
      const crossed = [from, to].filter((x) => x > least && x < most);
      for (const x of before.x < point.x ? crossed : crossed.reverse()) {
        piece.push({ x, y: point.y });
        if (piece.length > 1 && !isIn(point)) end();
      }
    }
    if (isIn(point)) piece.push(point);
    else end();
  });
  end();
  return pieces;
}

const cutRect = (rect: Rect, { from, to }: Stave): Rect | null => {
  const x = Math.max(rect.x, from);
  const w = Math.min(rect.x + rect.w, to) - x;
  return w > AHEAD ? { ...rect, x, w } : null;
};

function shifted(item: Item, dx: number, dy: number): Item {
  const by = ({ x, y }: Point): Point => ({ x: x + dx, y: y + dy });
  if (item.type === 'path') return { ...item, points: item.points.map(by), hops: item.hops.map(by) };
  return item.type === 'rule' ? { ...item, from: by(item.from), to: by(item.to) } : { ...item, ...by(item) };
}

const xOf = (item: Item): number =>
  item.type === 'path' ? (item.points[0]?.x ?? 0) : item.type === 'rule' ? item.from.x : item.x;

const free = (item: Item): Placed => ({ address: null, item });
const way = (points: readonly Point[], hops: readonly Point[]): Placed =>
  free({ type: 'path', points, hops, stroke: 'single', tone: 'ink' });

type Part = Pick<Folded, 'items' | 'spots' | 'slots'>;
type Folded = {
  readonly width: number;
  readonly height: number;
  readonly items: readonly Placed[];
  readonly spots: readonly Spot[];
  readonly slots: readonly Slot[];
};

/** The row on whose line a height is; outputs fan out from the line of their own. */
function rowAt({ y }: Laid, height: number, own: number): number {
  const at = y.findIndex((top) => top + PLATE.h / 2 === height);
  return at < 0 ? own : at;
}

type Piece = { readonly row: number; readonly points: readonly Point[]; readonly hops: readonly Point[] };

/** The stretches of all ways that lie in a stave, with the row that each belongs to. */
const piecesOf = (parts: readonly RowPart[], stave: Stave): readonly Piece[] =>
  parts.flatMap(({ row, ways }) =>
    ways.flatMap(({ points, hops }) =>
      within(points, stave).map((piece) => ({
        row,
        points: piece,
        hops: hops.filter(({ x }) => x >= stave.from && x < stave.to),
      })),
    ),
  );

/** What of a stave is drawn, moved to where its rows stand. */
function staveParts(
  rows: readonly RowPart[],
  slots: readonly Slot[],
  pieces: readonly Piece[],
  { stave, laid, dx, dy, nameOf }: Place,
): Part {
  const isIn = (x: number) => x >= stave.from && x < stave.to;
  const at =
    (row: number) =>
    ({ x, y }: Point): Point => ({ x: x + dx, y: y + dy(rowAt(laid, y, row)) });
  const rect = (row: number, one: Rect): Rect => ({ ...one, x: one.x + dx, y: one.y + dy(row) });
  /** Where ways cross an edge of the stave, each height once. */
  const crossings = (x: number) => [
    ...new Map(
      pieces.flatMap(({ row, points }) =>
        points
          .filter((point) => point.x === x)
          .map(({ y }) => [rowAt(laid, y, row), at(row)({ x, y })] as const),
      ),
    ),
  ];
  return {
    items: [
      ...rows.flatMap(({ row, band }): Placed[] => {
        const cut = cutRect(band, stave);
        return cut ? [free({ type: 'plate', look: 'place', ...rect(row, cut) })] : [];
      }),
      ...pieces.map(({ row, points, hops }) => way(points.map(at(row)), hops.map(at(row)))),
      ...crossings(stave.to).flatMap(([, { x, y }]) => [
        way(
          [
            { x, y },
            { x: x + GOES_ON, y },
          ],
          [],
        ),
        free({ type: 'arrow', x: x + GOES_ON, y, towards: 'right' }),
      ]),
      ...crossings(stave.from).map(([row, { x, y }]) => free(shifted(nameOf(row), x - 8, y + 4))),
      ...rows.flatMap(({ row, items }) =>
        items.map(({ item, address }): Placed => ({ address, item: shifted(item, dx, dy(row)) })),
      ),
    ],
    spots: rows.flatMap(({ row, spots }) =>
      spots
        .filter(({ rect: { x, w } }) => isIn(x + w / 2))
        .map((spot) => ({ ...spot, rect: rect(row, spot.rect), walked: spot.rect })),
    ),
    slots: slots.flatMap((slot) => {
      const own = rows.find(({ row }) => row === slot.row);
      const cut = own ? cutRect({ ...slot.rect, h: own.band.h }, stave) : null;
      return cut ? [{ ...slot, rect: rect(slot.row, cut) }] : [];
    }),
  };
}

type Place = {
  readonly stave: Stave;
  readonly laid: Laid;
  readonly dx: number;
  readonly dy: (row: number) => number;
  /** What stands at the left where a row goes on; drawn from 0, 0. */
  readonly nameOf: (row: number) => Item;
};

/** Sets the rows as staves one below the other; of each stave only the rows that are in it. */
export function folded(
  parts: readonly RowPart[],
  slots: readonly Slot[],
  laid: Laid,
  staves: readonly Stave[],
  nameOf: (row: number) => Item,
): Folded {
  const pitch = (row: number) => (laid.y[row + 1] ?? laid.bottom) - (laid.y[row] ?? 0);
  const spareOf = (row: number) => {
    const loops = (laid.heights[row] ?? 0) - PLATE.h;
    // Where the outputs of the row are what makes it tall, loops have taken nothing.
    return pitch(row) - 2 * ROW.band - ROW.between > (laid.heights[row] ?? 0) ? 0 : loops;
  };
  let top = MARGIN + ROW.top;
  let width = 0;
  const drawn = staves.map((stave, n) => {
    const dx = n === 0 ? 0 : laid.left - stave.from;
    const isLast = n === staves.length - 1;
    const pieces = piecesOf(parts, stave);
    const lines = new Set(pieces.flatMap(({ row, points }) => points.map(({ y }) => rowAt(laid, y, row))));
    const rows = parts.flatMap((part): RowPart[] => {
      const items = part.items.filter(({ item }) => xOf(item) >= stave.from && xOf(item) < stave.to);
      if (!lines.has(part.row) && items.length === 0) return [];
      const line = (laid.y[part.row] ?? 0) + PLATE.h;
      // Without a loop in this stave a row is as low as its plates.
      const spare = items.some(({ item }) => 'y' in item && item.y > line) ? 0 : spareOf(part.row);
      return [{ ...part, items, band: { ...part.band, h: part.band.h - spare } }];
    });
    const tops = new Map<number, number>();
    for (const { row, band } of rows) {
      tops.set(row, top);
      top += pitch(row) - ((laid.heights[row] ?? 0) + 2 * ROW.band - band.h);
    }
    if (!isLast) top += BETWEEN;
    width = Math.max(width, stave.to + dx + (isLast ? 0 : GOES_ON));
    const dy = (row: number) => (tops.get(row) ?? 0) - (laid.y[row] ?? 0);
    return staveParts(rows, slots, pieces, { stave, laid, dx, dy, nameOf });
  });
  return {
    width,
    height: top,
    items: drawn.flatMap(({ items }) => items),
    spots: drawn.flatMap(({ spots }) => spots),
    slots: drawn.flatMap((one) => one.slots),
  };
}
