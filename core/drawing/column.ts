// What stands in one column of a place, from top to bottom.
import type { Column, Flow, Hub } from './blocks';
import { layFlow, type Placed } from './flow';
import { joinsOf, type MapLead, type MapModel } from './model';
import type { Rect } from './primitives';
import { footOf } from './rows';
import { headOf, HAIR, hairWidth, hubWidth, PLATE_PIN, SIZE, up } from './sizes';

/** Rows whose heights are known: strips stand level with those that feed them. */
export type Rows = {
  readonly model: MapModel;
  /** Middle of each row, by jack key. */
  readonly rowY: ReadonlyMap<string, number>;
  /** What is moved down for its row may reach down to here. */
  readonly lowest: number;
};

function hubRect(hub: Hub, x: number, top: number, rowY: ReadonlyMap<string, number>): Rect {
  const ys = hub.rows.flatMap((row) => rowY.get(`${hub.box.box.id}/${row.jack.id}`) ?? []);
  const first = ys.length === 0 ? top : Math.min(...ys) - SIZE.row / 2 - headOf(hub);
  const last = ys.length === 0 ? top + headOf(hub) : Math.max(...ys) + SIZE.row / 2;
  return { x, y: first, w: hubWidth(hub), h: up(last - first + footOf(hub)) };
}

/** Plates of a comb's loops, each beside its row, in the way of the signal. */
function layHairs(hub: Hub, rect: Rect, rowY: ReadonlyMap<string, number>): Placed[] {
  return hub.loops.flatMap((loop) => {
    const y = rowY.get(`${hub.box.box.id}/${loop.send.id}`) ?? rect.y;
    let x = rect.x + rect.w + SIZE.gapX;
    return loop.boxes.map((box): Placed => {
      const w = hairWidth(box);
      const at = { x, y: y - HAIR.h / 2, w, h: HAIR.h };
      x += w + SIZE.gapX;
      return { form: 'hair', box, rect: at };
    });
  });
}

/** The height of a hub's row that feeds this strip, or that it feeds; null: it stands by itself. */
function rowBeside({ boxes }: Flow, { model, rowY }: Rows): number | null {
  const { from, to } = joinsOf(model);
  const at = (ref: MapLead['from']) => rowY.get(`${ref?.box}/${ref?.jack}`);
  const [first, last] = [boxes[0]?.box.id ?? '', boxes.at(-1)?.box.id ?? ''];
  const fed = to.get(first)?.flatMap((lead) => at(lead.from) ?? []) ?? [];
  const feeds = from.get(last)?.flatMap((lead) => at(lead.to) ?? []) ?? [];
  return fed[0] ?? feeds[0] ?? null;
}

const gapAfter = (column: Column, i: number) =>
  column.items[i + 1]?.kind === 'flow' ? SIZE.stripGap : SIZE.gapY;

/** How tall the strips from this one on stand; null where a hub comes after them. */
function restHeight(column: Column, from: number, width: number): number | null {
  let sum = 0;
  for (const [i, item] of [...column.items.entries()].slice(from)) {
    if (item.kind !== 'flow') return null;
    sum += layFlow(item, 0, 0, width).bottom + gapAfter(column, i);
  }
  return sum - SIZE.gapY;
}

/**
 * A late strip stands level with the row that feeds it, where there is room below.
 * @returns the top of the strip, px
 */
function topOf(column: Column, i: number, y: number, width: number, rows: Rows): number {
  const item = column.items[i];
  if (item?.kind !== 'flow' || i === 0) return y;
  const row = rowBeside(item, rows);
  const rest = restHeight(column, i, width);
  if (row === null || rest === null) return y;
  const level = row - PLATE_PIN[item.boxes[0]?.level === 1 ? 1 : 0];
  return level > y && level + rest <= rows.lowest ? level : y;
}

type Ask = {
  readonly x: number;
  readonly top: number;
  readonly width: number;
  /** Without them only the tops of hubs are right. */
  readonly rows?: Rows;
};

/** Lays strips and hubs below each other. */
export function layColumn(
  column: Column,
  { x, top, width, rows }: Ask,
): { readonly placed: readonly Placed[]; readonly tops: ReadonlyMap<Hub, number> } {
  const placed: Placed[] = [];
  const tops = new Map<Hub, number>();
  let y = top;
  column.items.forEach((item, i) => {
    if (item.kind === 'flow') {
      const laid = layFlow(item, x, rows ? topOf(column, i, y, width, rows) : y, width);
      placed.push(...laid.placed);
      y = laid.bottom + gapAfter(column, i);
      return;
    }
    tops.set(item, y);
    const rect = rows ? hubRect(item, x, y, rows.rowY) : { x, y, w: 0, h: 0 };
    placed.push({ form: 'hub', box: item.box, hub: item, rect });
    if (rows && item.kind === 'comb' && item.level === 0) placed.push(...layHairs(item, rect, rows.rowY));
    y = rect.y + rect.h + SIZE.gapY;
  });
  return { placed, tops };
}

/** As far down as any row stands, with what a hub shows below it: px. */
export const lowestRow = (rowY: ReadonlyMap<string, number>): number =>
  Math.max(0, ...rowY.values()) + SIZE.row * 2;
