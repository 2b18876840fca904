import { hopsOver } from './leads';
import { layBlocks, portY, type PlacedBlock } from './panel-blocks';
import {
  drawEdge,
  EDGE_H,
  layEdge,
  TRACK,
  type Edge,
  type Panelled,
  type Placed,
  type Spot,
} from './panel-edges';
import { lanesOf, planWires, straightened, tracksOf, type InnerWay, type PlannedWire } from './panel-wires';
import type { Point, Rect } from './primitives';
import { textWidth } from './fonts';

/** The panel of a box: its items with the part that each belongs to, and what can be chosen of it. */
export type PanelDrawing = {
  readonly width: number;
  readonly height: number;
  readonly items: readonly Placed[];
  readonly spots: readonly Spot[];
};

const MARGIN = 12;
/** Whole lanes: jacks then stand half a lane beside them. */
const LEFT = 3 * TRACK;
/** Between an edge and its first track, and between the last track and the blocks. */
const CHANNEL = 2 * TRACK;
const GAP = 3 * TRACK;
const CONTROL = { h: 26, gap: 8, top: 30 };
const LEAST_INSIDE = 96;

const up = (value: number) => Math.ceil(value / TRACK) * TRACK;

/** Where columns and the gaps between them begin. */
function layColumns(blocks: readonly PlacedBlock[], lanes: ReadonlyMap<number, readonly string[]>) {
  const count = Math.max(0, ...blocks.map(({ column }) => column + 1));
  const gaps: number[] = [];
  const columns: number[] = [];
  let x = 0;
  for (let c = 0; c <= count; c += 1) {
    gaps.push(x);
    x += GAP + TRACK * (lanes.get(c)?.length ?? 0);
    if (c === count) break;
    columns.push(x);
    x += Math.max(0, ...blocks.filter(({ column }) => column === c).map(({ w }) => w));
  }
  return { gaps, columns, width: x };
}

const blockItems = (placed: PlacedBlock, at: Rect): Placed[] => {
  const { block, name, words } = placed;
  const address = `blocks/${block.id}`;
  const part = { type: 'block', id: `item/${block.id}` } as const;
  const text = { type: 'text', x: at.x + at.w / 2, size: 12, anchor: 'middle' } as const;
  const middle = at.y + at.h / 2;
  return [
    { address, item: { type: 'plate', ...at, look: 'box', part } },
    { address, item: { ...text, y: middle - 3, text: name, face: 'bold', tone: 'ink' } },
    { address, item: { ...text, y: middle + 12, text: words, face: 'sans', tone: 'muted' } },
  ];
};

/** What a jack hears while it is free is a fact of the jack, and is drawn as a wire that a plug breaks. */
const normalsOf = ({ jacks }: Panelled): readonly InnerWay[] =>
  jacks.flatMap(({ id, normalledFrom }) =>
    normalledFrom === undefined
      ? []
      : [
          {
            wire: { from: { jack: normalledFrom }, to: { jack: id }, whileOpen: id },
            address: `jacks/${id}`,
          },
        ],
  );

/** Knobs and switches as printed, in rows under the box. */
function layControls({ controls }: Panelled, left: number, top: number, width: number) {
  const items: Placed[] = [];
  const spots: Spot[] = [];
  let [x, y] = [left, top];
  for (const { id, label } of controls) {
    const w = Math.max(44, up(textWidth(label, 'mono', 12) + 16));
    if (x > left && x + w > width - MARGIN) [x, y] = [left, y + CONTROL.h + CONTROL.gap];
    const rect = { x, y, w, h: CONTROL.h };
    const address = `controls/${id}`;
    items.push(
      {
        address,
        item: { type: 'plate', ...rect, look: 'box', part: { type: 'block', id: `item/${address}` } },
      },
      {
        address,
        item: {
          type: 'text',
          x: x + w / 2,
          y: y + 17,
          text: label,
          face: 'mono',
          size: 12,
          tone: 'ink',
          anchor: 'middle',
        },
      },
    );
    spots.push({ address, rect, words: `${label}, control` });
    x += w + CONTROL.gap;
  }
  return { items, spots, bottom: controls.length === 0 ? top - CONTROL.top : y + CONTROL.h };
}

type Inside = {
  readonly edgeY: Readonly<Record<Edge, number>>;
  readonly trackY: (net: string, edge: Edge) => number;
  readonly laneX: (net: string, gap: number) => number;
  readonly portAt: (placed: PlacedBlock, end: PlannedWire['wire']['from'], way: 'in' | 'out') => Point;
};

/** The corners of a wire, from where it begins to where it ends. */
function pointsOf({ wire, net, from, to, legs }: PlannedWire, inside: Inside): readonly Point[] {
  const { edgeY, trackY, laneX, portAt } = inside;
  const start =
    from.on === 'jack' ? { x: from.jack.x, y: edgeY[from.jack.edge] } : portAt(from.placed, wire.from, 'out');
  const end = to.on === 'jack' ? { x: to.jack.x, y: edgeY[to.jack.edge] } : portAt(to.placed, wire.to, 'in');
  const points = [start];
  let at = start;
  for (const leg of legs) {
    at = leg.on === 'track' ? { x: at.x, y: trackY(net, leg.edge) } : { x: laneX(net, leg.gap), y: at.y };
    points.push(at);
  }
  points.push(to.on === 'jack' ? { x: end.x, y: at.y } : { x: at.x, y: end.y }, end);
  return straightened(points);
}

/** The head of an arrow just ahead of where a wire ends. */
function arrowAt(points: readonly Point[]): Point & { towards: 'right' | 'up' | 'down' | 'left' } {
  const [a, b] = [points.at(-2), points.at(-1)];
  if (!a || !b) return { x: 0, y: 0, towards: 'right' };
  if (a.x === b.x) return { x: b.x, y: b.y + (b.y > a.y ? -8 : 8), towards: b.y > a.y ? 'down' : 'up' };
  return { x: b.x + (b.x > a.x ? -5 : 5), y: b.y, towards: b.x > a.x ? 'right' : 'left' };
}

function wireItems(planned: readonly PlannedWire[], inside: Inside): Placed[] {
  const ways = planned.map((one) => ({ one, id: one.net, points: pointsOf(one, inside) }));
  const hops = hopsOver(ways);
  return ways.flatMap(({ one: { wire, address }, points }, i): Placed[] => {
    const part = { type: 'lead', id: address } as const;
    const isSwitched = wire.whileOpen !== undefined || wire.whilePlugged !== undefined;
    return [
      {
        address,
        item: {
          type: 'path',
          points,
          hops: hops[i] ?? [],
          stroke: isSwitched ? 'dashed' : 'single',
          tone: 'ink',
          part,
        },
      },
      { address, item: { type: 'arrow', ...arrowAt(points), part } },
    ];
  });
}

/**
 * Draws a box as its panel: rear and top jacks along the upper edge, front and side ones along the lower, in printed
 * order; blocks between them and the wires of one inner wiring; knobs below.
 * @param width the least width, px; a box with many jacks takes more
 */
export function drawPanel(box: Panelled, patch: string, width: number): PanelDrawing {
  const wires = box.patches.find(({ id }) => id === patch)?.wires ?? [];
  const ways: readonly InnerWay[] = [
    ...wires.map((wire, i) => ({ wire, address: `patches/${patch}/wires/${i}` })),
    ...normalsOf(box),
  ];
  const [upper, lower] = [layEdge(box, 'upper', LEFT), layEdge(box, 'lower', LEFT)];
  const blocks = layBlocks(box, wires);
  const jacks = [...upper.jacks, ...lower.jacks];
  const count = Math.max(0, ...blocks.map(({ column }) => column + 1));
  const reach = Math.max(upper.width, lower.width, 1);
  const planned = planWires(ways, jacks, blocks, (x) =>
    Math.min(count, Math.round(((x - LEFT) / reach) * count)),
  );
  const lanes = lanesOf(planned);
  const laid = layColumns(blocks, lanes);
  const whole = up(Math.max(width, LEFT + Math.max(upper.width, lower.width, laid.width) + LEFT)) - TRACK;
  const offset = up(Math.max(LEFT, (whole - laid.width) / 2));

  const laneX = (net: string, gap: number) =>
    offset + (laid.gaps[gap] ?? 0) + CHANNEL + TRACK * Math.max(0, (lanes.get(gap) ?? []).indexOf(net));
  const tracks = { upper: tracksOf(planned, 'upper', laneX), lower: tracksOf(planned, 'lower', laneX) };
  const top = EDGE_H + MARGIN;
  const inside = Math.max(0, ...blocks.map(({ y, h }) => y + h), blocks.length === 0 ? LEAST_INSIDE : 0);
  const blocksY = top + CHANNEL + TRACK * tracks.upper.count + CHANNEL;
  const bottom = blocksY + inside + CHANNEL + TRACK * tracks.lower.count + CHANNEL;
  const rectOf = (placed: PlacedBlock): Rect => ({
    x: offset + (laid.columns[placed.column] ?? 0),
    y: blocksY + placed.y,
    w: placed.w,
    h: placed.h,
  });
  const how: Inside = {
    edgeY: { upper: top, lower: bottom },
    laneX,
    trackY: (net, edge) => {
      const n = CHANNEL + TRACK * (tracks[edge].of.get(net) ?? 0);
      return edge === 'upper' ? top + n : bottom - n;
    },
    portAt: (placed, end, way) => {
      const { x, w } = rectOf(placed);
      return {
        x: way === 'in' ? x : x + w,
        y: blocksY + portY(placed, 'port' in end ? end.port : way),
      };
    },
  };

  const edges = [drawEdge(upper, 'upper', top), drawEdge(lower, 'lower', bottom)];
  const controls = layControls(box, LEFT, bottom + EDGE_H + CONTROL.top, whole);
  return {
    width: whole,
    height: controls.bottom + MARGIN,
    items: [
      {
        address: null,
        item: { type: 'plate', x: MARGIN, y: top, w: whole - 2 * MARGIN, h: bottom - top, look: 'place' },
      },
      ...wireItems(planned, how),
      ...blocks.flatMap((placed) => blockItems(placed, rectOf(placed))),
      ...edges.flatMap(({ items }) => items),
      ...controls.items,
    ],
    spots: [
      ...(edges[0]?.spots ?? []),
      ...blocks.map((placed) => ({
        address: `blocks/${placed.block.id}`,
        rect: rectOf(placed),
        words: `${placed.block.name}, ${placed.words}`,
      })),
      ...(edges[1]?.spots ?? []),
      ...controls.spots,
    ],
  };
}

/** The spot that an arrow key leads to: the nearest in that direction, what lies straight ahead first. */
export function spotTowards(
  spots: readonly Spot[],
  address: string,
  towards: 'left' | 'right' | 'up' | 'down',
): Spot | undefined {
  const middle = ({ rect, walked = rect }: Spot) => ({
    x: walked.x + walked.w / 2,
    y: walked.y + walked.h / 2,
  });
  const at = spots.find((spot) => spot.address === address);
  if (!at) return spots[0];
  const from = middle(at);
  const ahead = (spot: Spot) => {
    const { x, y } = middle(spot);
    const [dx, dy] = [x - from.x, y - from.y];
    const along = { left: -dx, right: dx, up: -dy, down: dy }[towards];
    const across = towards === 'left' || towards === 'right' ? Math.abs(dy) : Math.abs(dx);
    return along > 1 ? along + 3 * across : Infinity;
  };
  return spots.filter((spot) => Number.isFinite(ahead(spot))).sort((a, b) => ahead(a) - ahead(b))[0];
}
