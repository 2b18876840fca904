// Level 2: a plate for each block with its count and worst finding, looms as one line with their number of leads.
import { isLink, SEVERITIES, type Severity } from '../model';
import { count } from '../units';
import { blocksOf, type Column, type PlaceBlocks } from './blocks';
import { fitText, textWidth } from './fonts';
import { elsewhereOf, type Elsewhere } from '../layers';
import { arrowOf, hopsOf, type Routed } from './leads';
import { placeSleeves, starred } from './sleeves';
import { layLeads } from './lay-leads';
import { modelOf, type Drawn, type MapBox, type MapLead, type MapModel } from './model';
import { text, type MapView } from './plates';
import { boxOfText, type Item, type Rect } from './primitives';
import { LANE, type RouteEnd } from './router';
import { SIZE, up } from './sizes';

type Block = { readonly boxes: readonly MapBox[]; readonly title: string; readonly place: string };
type Placed = { readonly block: Block; readonly rect: Rect };

const PLATE = { least: 108, most: 228, h: 60 } as const;
const GUTTER = 84;
const EMPTY = 72;

const titleOf = (boxes: readonly MapBox[]) =>
  boxes.length === 1 ? (boxes[0]?.box.name ?? '') : count(boxes.length, 'box', 'boxes');

/** The blocks of a place in the order they stand: strips, hubs with their loops, and what hangs under them. */
function blocksIn(place: PlaceBlocks): readonly Block[] {
  const of = (column: Column) =>
    column.items.map((item): readonly MapBox[] =>
      item.kind === 'flow' ? item.boxes : [item.box, ...item.loops.flatMap((loop) => loop.boxes)],
    );
  const blocks = place.columns.flatMap(of).map((boxes) => [...boxes]);
  for (const { box, over } of place.hanging) {
    const home = blocks.find((boxes) => boxes.some((b) => b.box.id === over));
    if (home) home.push(box);
    else blocks.push([box]);
  }
  return blocks
    .filter((boxes) => boxes.length > 0)
    .map((boxes) => {
      const [first] = boxes;
      const isHub = first !== undefined && !first.plate;
      const more = isHub && boxes.length > 1 ? ` + ${boxes.length - 1}` : '';
      return {
        boxes,
        place: place.id,
        title: isHub ? `${first.box.name}${more}` : titleOf(boxes),
      };
    });
}

/** The worst that is found about any box of a block, or anything of it. */
function worstOf({ boxes }: Block, view: MapView): Severity | undefined {
  const ids = new Set(boxes.map((b) => b.box.id));
  const own = Object.entries(view.marks).flatMap(([key, severity]) => {
    const id = key.slice(key.indexOf(':') + 1).split('/')[0] ?? '';
    return !key.startsWith('lead:') && ids.has(id) ? [severity] : [];
  });
  return SEVERITIES.find((severity) => own.includes(severity));
}

const leastOf = (blocks: readonly Block[]) =>
  Math.max(PLATE.least, ...blocks.map(({ title }) => up(textWidth(title, 'bold', SIZE.text) + 20)));

/** How wide each place's plates stand: by their titles, and what the pane has to spare. */
function widthsIn(blocks: readonly (readonly Block[])[], columns: readonly number[], pane: number) {
  const least = blocks.map(leastOf);
  const total = blocks.reduce(
    (sum, own, p) => {
      const n = columns[p] ?? 0;
      return (
        sum + (own.length === 0 ? EMPTY : n * (least[p] ?? 0) + (n - 1) * SIZE.columnGap + 2 * SIZE.padNarrow)
      );
    },
    12 + GUTTER * (blocks.length - 1),
  );
  const all = columns.reduce((sum, n) => sum + n, 0);
  const spare = Math.max(0, Math.floor((pane - total) / Math.max(1, all) / LANE) * LANE);
  return least.map((w) => Math.min(Math.max(PLATE.most, w), w + spare));
}

/** Leads between two blocks, bundled: their number, and one of them for the pointer. */
type Loom = { readonly from: Placed; readonly to: Placed; readonly leads: readonly MapLead[] };

function loomsOf(model: MapModel, placed: readonly Placed[]): readonly Loom[] {
  const home = new Map(placed.flatMap((p) => p.block.boxes.map((b) => [b.box.id, p] as const)));
  const looms = new Map<string, { from: Placed; to: Placed; leads: MapLead[] }>();
  for (const lead of model.leads) {
    if (isLink(lead)) continue;
    for (const start of [lead.from, ...lead.others]) {
      const [from, to] = [home.get(start?.box ?? ''), home.get(lead.to?.box ?? '')];
      if (!from || !to || from === to) continue;
      // One line between two blocks, whichever way its leads run.
      const [a, b] = [placed.indexOf(from), placed.indexOf(to)].sort((p, q) => p - q);
      const key = `${a} ${b}`;
      const loom = looms.get(key) ?? { from, to, leads: [] };
      if (!loom.leads.includes(lead)) loom.leads.push(lead);
      looms.set(key, loom);
    }
  }
  return [...looms.values()];
}

/** Where looms leave a plate: at the side that faces the other, spread along it in the order they come. */
function endsOf(looms: readonly Loom[]): readonly { readonly from: RouteEnd; readonly to: RouteEnd }[] {
  const taken = new Map<string, number>();
  const at = (here: Placed, there: Placed): RouteEnd => {
    const { x, y, w, h } = here.rect;
    const side =
      there.rect.x > x + w
        ? 'right'
        : there.rect.x + there.rect.w < x
          ? 'left'
          : there.rect.y > y
            ? 'bottom'
            : 'top';
    const key = `${x} ${y} ${side}`;
    const n = taken.get(key) ?? 0;
    taken.set(key, n + 1);
    const lane = (v: number) => Math.round(v / LANE) * LANE;
    return side === 'left' || side === 'right'
      ? { x: side === 'right' ? x + w : x, y: lane(y + 12 + ((n * 12) % (h - 18))), side }
      : { x: lane(x + 18 + ((n * 18) % (w - 30))), y: side === 'bottom' ? y + h : y, side };
  };
  return looms.map(({ from, to }) => ({ from: at(from, to), to: at(to, from) }));
}

export type Overview = {
  readonly width: number;
  readonly height: number;
  readonly level: 2;
  readonly elsewhere: readonly Elsewhere[];
  readonly items: readonly Item[];
};

/** The whole of a large rig at a glance. @param width of the pane; @param leastHeight places reach down so far */
export function drawOverview(
  rig: Drawn,
  { width, leastHeight, view }: { width: number; leastHeight: number; view: MapView },
): Overview {
  const model = modelOf(rig, 1, []);
  const places = blocksOf(rig, model, new Set());
  const top = SIZE.placeTop + SIZE.placeHead;
  const placed: Placed[] = [];
  const frames: { name: string; rect: Rect }[] = [];
  const blocks = places.map(blocksIn);
  const rowsMost = Math.max(1, Math.floor((Math.max(leastHeight, 420) - top) / (PLATE.h + SIZE.gapY)));
  const columnsOf = blocks.map((own) => Math.ceil(own.length / rowsMost));
  const widths = widthsIn(blocks, columnsOf, width);
  let x = 6;
  places.forEach((place, p) => {
    const own = blocks[p] ?? [];
    const [w, columns] = [widths[p] ?? PLATE.least, columnsOf[p] ?? 0];
    const inner = columns * w + (columns - 1) * SIZE.columnGap;
    const frame = own.length === 0 ? EMPTY : inner + 2 * SIZE.padNarrow;
    own.forEach((block, i) => {
      const [column, row] = [Math.floor(i / rowsMost), i % rowsMost];
      placed.push({
        block,
        rect: {
          x: x + SIZE.padNarrow + column * (w + SIZE.columnGap),
          y: top + row * (PLATE.h + SIZE.gapY),
          w,
          h: PLATE.h,
        },
      });
    });
    frames.push({ name: place.name, rect: { x, y: SIZE.placeTop, w: frame, h: 0 } });
    x += frame + GUTTER;
  });
  const bottom = Math.max(top + PLATE.h, ...placed.map(({ rect }) => rect.y + rect.h));
  const height = Math.max(up(bottom + SIZE.gapY), Math.floor(leastHeight / LANE) * LANE);
  const right = Math.max(width, x - GUTTER + 6);

  const looms = loomsOf(model, placed);
  const ends = endsOf(looms);
  const joined = ends.flatMap((end, i) => (end ? [{ ...end, number: i + 1 }] : []));
  const ways = layLeads({
    width: right,
    height,
    plates: placed.map(({ rect }) => rect),
    words: [],
    runs: joined,
  });
  const wayOf = new Map(joined.map(({ number }, i) => [number - 1, ways[i]]));
  const routed = looms.flatMap(({ leads }, i): Routed[] => {
    const [lead, points] = [leads[0], wayOf.get(i)];
    return lead && points ? [{ lead, points, isPatch: false, tail: false }] : [];
  });
  const sizes = new Map(looms.map(({ leads }) => [leads[0], leads]));
  const plates = placed.flatMap(({ block, rect }) => plateOf(block, rect, view));
  const titles = frames.map(({ name, rect }): Item =>
    text(rect.x + 9, rect.y + 20, fitText(name, 'bold', SIZE.text, rect.w - 18), {
      face: 'bold',
      tone: 'muted',
    }),
  );
  const words = titles.flatMap((item) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
  const sleeves = placeSleeves(
    routed.map((r) => ({ ...r, isPatch: true })),
    [...words, ...placed.map(({ rect }) => rect)],
    { width: right, height },
    undefined,
    (lead) => {
      const n = sizes.get(lead)?.length ?? 1;
      return n === 1 ? starred(lead.number, view.otherwise?.has(lead.id)) : `× ${n}`;
    },
  );
  const hops = hopsOf(routed);
  const paths = routed.map((r, i): Item => {
    const leads = sizes.get(r.lead) ?? [];
    const own = leads.map((lead) => view.marks[`lead:${lead.id}`]);
    const mark = SEVERITIES.find((severity) => own.includes(severity));
    return {
      type: 'path',
      points: r.points,
      hops: hops[i] ?? [],
      stroke: leads.length > 1 ? 'thick' : 'single',
      tone: leads.every((lead) => lead.flows) ? 'ink' : 'fault',
      part: { type: 'lead', id: r.lead.id },
      ...(mark ? { mark } : {}),
    };
  });
  // An arrow tells the way of a single lead; a loom runs both ways.
  const arrows = routed.flatMap((r) =>
    (sizes.get(r.lead)?.length ?? 1) === 1 ? (arrowOf(r, sleeves) ?? []) : [],
  );
  return {
    width: right,
    height,
    level: 2,
    elsewhere: elsewhereOf(rig, 'signal'),
    items: [
      ...frames.map(({ rect }): Item => ({
        type: 'plate',
        ...rect,
        h: height - SIZE.placeTop - 6,
        look: 'place',
      })),
      ...titles,
      ...paths,
      ...arrows,
      ...plates,
      ...sleeves,
    ],
  };
}

/** Title, tags as far as they fit, and in words what is worst. */
function plateOf(block: Block, rect: Rect, view: MapView): readonly Item[] {
  const part = block.boxes[0]?.part ?? ({ type: 'box', id: '' } as const);
  const worst = worstOf(block, view);
  const room = rect.w - 16;
  const tags = block.boxes.map((b) => b.box.tag).join(' ');
  const look = block.boxes.length > 1 ? 'hub' : 'box';
  return [
    { type: 'plate', ...rect, look, part, ...(worst ? { mark: worst } : {}) },
    text(rect.x + 9, rect.y + 18, fitText(block.title, 'bold', SIZE.text, room), { face: 'bold', part }),
    text(rect.x + 9, rect.y + 35, fitText(tags, 'mono', SIZE.text, room), {
      face: 'mono',
      tone: 'muted',
      part,
    }),
    ...(worst ? [text(rect.x + 9, rect.y + 52, worst, { tone: worst, part })] : []),
  ];
}
