import { blockIn, jackIn, type Block, type Box, type Row, type Rows, type Severity } from '../model';
import { fitText } from './fonts';
import { hopsOver } from './leads';
import { labelLines, type Placed, type Spot } from './panel-edges';
import type { Point, Rect, TextItem } from './primitives';
import { folded, stavesOf, type RowPart } from './terrace-fold';
import {
  END,
  jacksOfLoop,
  LANE,
  lay,
  LOOP,
  MARGIN,
  mono,
  PLATE,
  ROW,
  slotsOf,
  TEXT,
  waysOf,
  type Close,
  type Laid,
  type Slot,
} from './terrace-lay';

/** What of the setting the terraces show beside the rows. */
export type TerraceView = {
  /** The state that a block is in. */
  readonly stateOf: (block: Block) => { readonly id: string; readonly name: string };
  /** The lead that a jack holds. */
  readonly leadAt: (jack: string) => { readonly id: string; readonly number: number } | undefined;
  readonly markOf: (block: string) => Severity | undefined;
};

export type TerraceDrawing = {
  readonly width: number;
  readonly height: number;
  readonly items: readonly Placed[];
  /** Blocks as `blocks/ID`, beginnings and ends of rows as `rows/N/from`, `rows/N/to`. */
  readonly spots: readonly Spot[];
  readonly slots: readonly Slot[];
};

const text = (more: Pick<TextItem, 'x' | 'y' | 'text'> & Partial<TextItem>): TextItem => ({
  type: 'text',
  face: 'sans',
  size: TEXT,
  tone: 'ink',
  anchor: 'middle',
  ...more,
});

/** The number of the lead in a jack, as it stands on the lead. */
function sleeve(view: TerraceView, jack: string, x: number, y: number): Placed[] {
  const lead = view.leadAt(jack);
  if (!lead) return [];
  const words = String(lead.number);
  const w = Math.max(20, mono(words) + 10);
  return [
    {
      address: null,
      item: {
        type: 'sleeve',
        x: x - w / 2,
        y: y - 7.5,
        w,
        h: 15,
        text: words,
        part: { type: 'lead', id: lead.id },
      },
    },
  ];
}

const dot = (
  box: Box,
  jack: string,
  at: Point,
  side: 'left' | 'right' | 'bottom',
  free: boolean,
): Placed => ({
  address: null,
  item: {
    type: 'jack',
    ...at,
    side,
    free,
    part: { type: 'jack', id: `${box.id}/${jack}` },
    label: jackIn(box, jack)?.label ?? jack,
  },
});

function loopItems(box: Box, rows: Rows, id: string, plate: Rect, view: TerraceView): Placed[] {
  const jacks = jacksOfLoop(rows, id);
  const bottom = plate.y + plate.h;
  return jacks.flatMap((jack, i): Placed[] => {
    const x = plate.x + (plate.w / jacks.length) * (i + 0.5);
    const goesOut = jack === rows.loops[id]?.send || jack === rows.loops[id]?.sendRight;
    const y = bottom + LOOP.stub;
    const lines = labelLines(jackIn(box, jack)?.label ?? jack);
    return [
      {
        address: null,
        item: {
          type: 'path',
          points: [
            { x, y: bottom },
            { x, y },
          ],
          hops: [],
          stroke: 'single',
          tone: 'ink',
        },
      },
      { address: null, item: { type: 'arrow', x, y: bottom + 5, towards: goesOut ? 'down' : 'up' } },
      dot(box, jack, { x, y }, 'bottom', view.leadAt(jack) === undefined),
      ...lines.map((line, n): Placed => ({
        address: null,
        item: text({ x, y: y + 15 + 12 * n, text: line, face: 'mono' }),
      })),
      ...sleeve(view, jack, x, y + 29 + 12 * (lines.length - 1)),
    ];
  });
}

function blockItems(box: Box, rows: Rows, id: string, at: { plate: Rect; view: TerraceView }): Placed[] {
  const { plate, view } = at;
  const block = blockIn(box, id);
  if (!block) return [];
  const address = `blocks/${id}`;
  const [name, words] = wordsOf(box, block, view);
  const off = view.stateOf(block).id === 'off';
  const mark = view.markOf(id);
  const x = plate.x + plate.w / 2;
  return [
    {
      address,
      item: {
        type: 'plate',
        ...plate,
        look: 'box',
        part: { type: 'block', id: `${box.id}/${id}` },
        ...(mark ? { mark } : {}),
      },
    },
    {
      address,
      item: text({
        x,
        y: plate.y + 18,
        text: fitText(name, 'bold', TEXT, plate.w - 10),
        face: 'bold',
        tone: off ? 'muted' : 'ink',
      }),
    },
    {
      address,
      item: text({ x, y: plate.y + 34, text: fitText(words, 'sans', TEXT, plate.w - 10), tone: 'muted' }),
    },
    ...loopItems(box, rows, id, plate, view),
  ];
}

/** A block's name, and what it is set to; twins say whose switch they are on. */
function wordsOf(box: Box, block: Block, { stateOf }: TerraceView): readonly [string, string] {
  const state = block.states.length > 1 ? stateOf(block).name : block.role === 'effect' ? '' : block.role;
  const twin = block.twinOf === undefined ? undefined : blockIn(box, block.twinOf)?.name;
  return [block.name, twin === undefined ? state : `${state}, with ${twin}`];
}

/** Where a row comes out: at jacks one below the other, in another row, or nowhere. */
function endItems(box: Box, rows: Rows, i: number, laid: Laid, view: TerraceView): Placed[] {
  const row = rows.rows[i];
  if (!row || row.into) return [];
  const middle = (laid.y[i] ?? 0) + PLATE.h / 2;
  const x = laid.right + END.stub;
  if (row.outputs.length === 0)
    return [
      {
        address: null,
        item: text({ x: x - 6, y: middle + 4, text: 'ends inside', tone: 'muted', anchor: 'start' }),
      },
    ];
  return row.outputs.flatMap((jack, n): Placed[] => {
    const y = middle + (n - (row.outputs.length - 1) / 2) * END.pitch;
    const label = jackIn(box, jack)?.label ?? jack;
    return [
      dot(box, jack, { x, y }, 'right', view.leadAt(jack) === undefined),
      { address: null, item: text({ x: x + 8, y: y + 4, text: label, face: 'mono', anchor: 'start' }) },
      ...sleeve(view, jack, x + 8 + mono(label) + 18, y),
    ];
  });
}

function startItems(box: Box, rows: Rows, i: number, laid: Laid, view: TerraceView): Placed[] {
  const from = rows.rows[i]?.from;
  if (!from || !('jack' in from)) return [];
  const y = (laid.y[i] ?? 0) + PLATE.h / 2;
  const label = jackIn(box, from.jack)?.label ?? from.jack;
  return [
    dot(box, from.jack, { x: laid.left, y }, 'left', view.leadAt(from.jack) === undefined),
    { address: null, item: text({ x: laid.left - 8, y: y + 4, text: label, face: 'mono', anchor: 'end' }) },
    ...sleeve(view, from.jack, laid.left - 8 - mono(label) - 18, y),
  ];
}

/** A row as it would be drawn if there were room without end. */
function rowPart(box: Box, rows: Rows, row: Row, i: number, { laid, view, right, hops }: Sheet): RowPart {
  const y = laid.y[i] ?? 0;
  const begins = 'jack' in row.from ? jackIn(box, row.from.jack)?.label : undefined;
  const split = laid.laneX(i, 'split');
  const merge = laid.laneX(i, 'merge');
  const start = begins === undefined ? split : laid.left;
  const end = row.into ? merge - LANE : laid.right + LANE;
  return {
    row: i,
    ways: waysOf(rows, i, laid).map(({ points }, n) => ({ points, hops: hops[n] ?? [] })),
    band: {
      x: start,
      y: y - ROW.band,
      w: Math.max(LANE, (row.into ? merge : laid.right) - start),
      h: (laid.heights[i] ?? 0) + 2 * ROW.band,
    },
    items: [
      ...row.blocks.flatMap((id) => blockItems(box, rows, id, { plate: laid.plate(id), view })),
      ...startItems(box, rows, i, laid, view),
      ...endItems(box, rows, i, laid, view),
    ],
    spots: [
      {
        address: `rows/${i}/from`,
        rect: {
          x: begins === undefined ? split - LANE : MARGIN,
          y: y + 8,
          w: begins === undefined ? 2 * LANE : laid.left - MARGIN + LANE,
          h: 28,
        },
        words: begins === undefined ? `Row ${i + 1}, a split` : `Row ${i + 1} from ${begins}`,
      },
      ...row.blocks.flatMap((id): Spot[] => {
        const block = blockIn(box, id);
        if (!block) return [];
        const words = wordsOf(box, block, view).filter(Boolean).join(', ');
        return [{ address: `blocks/${id}`, rect: laid.plate(id), words }];
      }),
      {
        address: `rows/${i}/to`,
        rect: { x: end, y: y + 2, w: row.into ? 2 * LANE : right - end, h: PLATE.h - 4 },
        words: `Where row ${i + 1} ends`,
      },
    ],
  };
}

type Sheet = {
  readonly laid: Laid;
  readonly view: TerraceView;
  readonly right: number;
  readonly hops: readonly (readonly Point[])[];
};

/**
 * Draws the inside of a unit as terraces: a row for each path from where it begins to where it comes out, splits
 * branching down, merges joining; loops with the jacks they go by, and the leads that stand in them. What is longer
 * than the pane goes on below, as staves of a score do.
 * @param width of the pane, px; only a column that is wider makes the drawing wider
 */
export function drawTerraces(box: Box, rows: Rows, view: TerraceView, width: number): TerraceDrawing {
  const labels = rows.rows.flatMap(({ outputs }) =>
    outputs.map((jack) => mono(jackIn(box, jack)?.label ?? jack)),
  );
  const rightOf = ({ right }: Laid) => right + END.stub + Math.max(64, ...labels.map((w) => w + 44));
  const laidAs = (close: Close) => lay(box, rows, (block) => wordsOf(box, block, view), close);
  const wide = laidAs('wide');
  const laid = rightOf(wide) + MARGIN > width ? laidAs('tight') : wide;
  const right = rightOf(laid);
  const ways = rows.rows.map((_, i) => waysOf(rows, i, laid));
  const hops = hopsOver(ways.flat());
  let at = 0;
  const parts = rows.rows.map((row, i) => {
    const own = hops.slice(at, (at += ways[i]?.length ?? 0));
    return rowPart(box, rows, row, i, { laid, view, right, hops: own });
  });
  const goesOn = (i: number): TextItem => {
    const from = rows.rows[i]?.from;
    const name = from && 'jack' in from ? (jackIn(box, from.jack)?.label ?? '') : `row ${i + 1}`;
    return text({ x: 0, y: 0, text: `${name} …`, face: 'mono', tone: 'muted', anchor: 'end' });
  };
  const drawn = folded(parts, slotsOf(rows, laid), laid, stavesOf(laid, right, width), goesOn);
  return {
    ...drawn,
    width: Math.max(width, drawn.width + MARGIN),
    height: Math.max(96, drawn.height) + MARGIN,
  };
}
