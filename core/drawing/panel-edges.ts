// The jacks of a box along its two long edges: rear and top above, front and side below, in printed order.
import type { Box, Jack } from '../model';
import { textWidth } from './fonts';
import type { Item, Rect } from './primitives';

export type Edge = 'upper' | 'lower';

/** What a panel is drawn of: a box, or a model of one. */
export type Panelled = Pick<Box, 'jacks' | 'blocks' | 'patches' | 'controls'>;

/** Something that can be chosen: its address among the parts of the item, where it is, and what it is called. */
export type Spot = {
  readonly address: string;
  readonly rect: Rect;
  readonly words: string;
  /** Where arrows think it is, if elsewhere: as if the drawing had not been folded. */
  readonly walked?: Rect;
};

export type Placed = { readonly item: Item; readonly address: string | null };

export type EdgeJack = { readonly jack: Jack; readonly x: number; readonly edge: Edge };

export const TRACK = 8;
const TEXT = 12;
const LINE = 13;
const LEAST_CELL = 48;
/** Between the jacks of one panel and those of the next on the same edge. */
const BETWEEN = 40;
/** What the labels of an edge take, with the name of their panel. */
export const EDGE_H = 52;

const PANELS: Readonly<Record<Edge, readonly Jack['panel'][]>> = {
  upper: ['rear', 'top'],
  lower: ['front', 'side'],
};
const TITLES: Readonly<Record<Jack['panel'], string>> = {
  rear: 'REAR',
  top: 'TOP',
  front: 'FRONT',
  side: 'SIDE',
};

const widest = (lines: readonly string[]) =>
  Math.max(0, ...lines.map((line) => textWidth(line, 'mono', TEXT)));

/** A printed name over at most two lines, as narrow as it goes. */
export function labelLines(label: string): readonly string[] {
  const words = label.trim().split(/\s+/);
  const ways = words.slice(1).map((_, i) => [words.slice(0, i + 1).join(' '), words.slice(i + 1).join(' ')]);
  return ways.reduce<readonly string[]>(
    (best, way) => (widest(way) < widest(best) ? way : best),
    [words.join(' ')],
  );
}

const up = (value: number) => Math.ceil(value / TRACK) * TRACK;

/** Jacks stand between the lanes of the wires, so that none comes down on another. */
const HALF = TRACK / 2;

export type EdgeLayout = {
  readonly jacks: readonly EdgeJack[];
  readonly titles: readonly { readonly text: string; readonly x: number }[];
  readonly width: number;
};

/** Where the jacks of an edge stand, from a left margin on; a panel without jacks is named all the same. */
export function layEdge({ jacks }: Panelled, edge: Edge, left: number): EdgeLayout {
  let x = left;
  const titles: { text: string; x: number }[] = [];
  const placed: EdgeJack[] = [];
  PANELS[edge].forEach((panel, n) => {
    const own = jacks.filter((jack) => jack.panel === panel);
    // Top and side are told of where something is on them.
    if (own.length === 0 && n > 0) return;
    if (n > 0) x += BETWEEN;
    titles.push({ text: own.length === 0 ? `${TITLES[panel]}, no jacks` : TITLES[panel], x });
    for (const jack of own) {
      const cell = Math.max(LEAST_CELL, up(widest(labelLines(jack.label)) + 14));
      placed.push({ jack, x: x + up(cell / 2) + HALF, edge });
      x += cell;
    }
    if (own.length === 0) x += up(textWidth(`${TITLES[panel]}, no jacks`, 'sans', TEXT));
  });
  return { jacks: placed, titles, width: x - left };
}

/** Titles, names and dots of an edge whose line is at `y`. */
export function drawEdge(
  { jacks, titles }: EdgeLayout,
  edge: Edge,
  y: number,
): { items: Placed[]; spots: Spot[] } {
  const items: Placed[] = titles.map(({ text, x }) => ({
    address: null,
    item: {
      type: 'text',
      x,
      y: edge === 'upper' ? y - EDGE_H + TEXT : y + EDGE_H - 2,
      text,
      face: 'bold',
      size: TEXT,
      tone: 'muted',
      anchor: 'start',
    },
  }));
  const spots: Spot[] = [];
  for (const { jack, x } of jacks) {
    const address = `jacks/${jack.id}`;
    const lines = labelLines(jack.label);
    lines.forEach((text, i) => {
      const row = edge === 'upper' ? -8 - LINE * (lines.length - 1 - i) : 8 + TEXT * 0.8 + LINE * i;
      items.push({
        address,
        item: { type: 'text', x, y: y + row, text, face: 'mono', size: TEXT, tone: 'ink', anchor: 'middle' },
      });
    });
    items.push({
      address,
      item: {
        type: 'jack',
        x,
        y,
        part: { type: 'jack', id: `item/${jack.id}` },
        side: edge === 'upper' ? 'top' : 'bottom',
        free: true,
        label: jack.label,
      },
    });
    const w = Math.max(LEAST_CELL - 8, widest(lines) + 8);
    spots.push({
      address,
      rect: { x: x - w / 2, y: edge === 'upper' ? y - 38 : y - 8, w, h: 46 },
      words: `${jack.label}, ${jack.panel}, ${jack.direction}`,
    });
  }
  return { items, spots };
}
