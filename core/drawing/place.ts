import { blocksOf, type Hub, type PlaceBlocks } from './blocks';
import { layColumn, lowestRow } from './column';
import type { Placed } from './flow';
import type { Drawn, MapModel } from './model';
import { overlaps, type Rect } from './primitives';
import { rowHeights } from './rows';
import { LANE } from './router';
import { plateSize, SIZE, up } from './sizes';
import { layAcross, padOf } from './widths';

export type { Placed };

export type Frame = {
  readonly id: string;
  readonly name: string;
  readonly rect: Rect;
  readonly empty: boolean;
};

export type Placement = {
  readonly frames: readonly Frame[];
  readonly placed: readonly Placed[];
  /** Middle of each row, by jack key. */
  readonly rowY: ReadonlyMap<string, number>;
  readonly places: readonly PlaceBlocks[];
  readonly width: number;
  readonly height: number;
  /** Leads that a folded comb draws as text. */
  readonly hidden: ReadonlySet<string>;
};

/** Room between a feeder and what hangs under it: an arrow and a sleeve. */
const HANG = 30;

/** Puts what hangs under its feeder, one below the other; a second one beside the first, and lower where that is taken. */
function layHanging(place: PlaceBlocks, placed: Placed[]): void {
  const lane = (v: number) => Math.round(v / LANE) * LANE;
  const shift = new Map<string, number>();
  for (const { box, over } of place.hanging) {
    const feeder = placed.find((p) => p.box.box.id === over)?.rect;
    if (!feeder) continue;
    const { w, h } = plateSize(box);
    const beside = shift.get(over) ?? 0;
    const x = lane(feeder.x + feeder.w / 2) - lane(w / 2) + beside;
    shift.set(over, beside + w + SIZE.gapX);
    const rect = { x, y: feeder.y + feeder.h + HANG, w, h };
    // Leads need their lanes between plates.
    const room = () => ({
      x: x - SIZE.gapX / 2,
      y: rect.y - SIZE.gapY,
      w: w + SIZE.gapX,
      h: h + 2 * SIZE.gapY,
    });
    while (placed.some((p) => overlaps(p.rect, room()))) rect.y += LANE;
    placed.push({ form: 'plate', box, rect });
  }
}

/** Works out where every box stands. Pure: the same model and width give the same places. */
export function placeAll(
  rig: Drawn,
  model: MapModel,
  { pane, leastHeight, open }: { pane: number; leastHeight: number; open: ReadonlySet<string> },
): Placement {
  const places = blocksOf(rig, model, open);
  const { gutters, widths } = layAcross(rig, model, places, pane);
  const contentTop = SIZE.placeTop + SIZE.placeHead;

  // Laid twice: first for the height at which each hub may begin, then, with the rows known, for good.
  const tops = new Map<Hub, number>();
  places.forEach((place, p) =>
    place.columns.forEach((column, c) => {
      const laid = layColumn(column, { x: 0, width: widths[p]?.columns[c] ?? 0, top: contentTop });
      for (const [hub, y] of laid.tops) tops.set(hub, y);
    }),
  );
  const rowY = rowHeights(places, model, tops);
  const rows = { model, rowY, lowest: lowestRow(rowY) };

  const frames: { id: string; name: string; x: number; w: number; empty: boolean }[] = [];
  const placed: Placed[] = [];
  let x = 6;
  places.forEach((place, p) => {
    const w = widths[p]?.place ?? SIZE.emptyPlace;
    frames.push({ id: place.id, name: place.name, x, w, empty: place.boxes === 0 });
    let left = x + padOf(place);
    const own: Placed[] = [];
    place.columns.forEach((column, c) => {
      const width = widths[p]?.columns[c] ?? 0;
      own.push(...layColumn(column, { x: left, width, top: contentTop, rows }).placed);
      left += width + SIZE.columnGap;
    });
    layHanging(place, own);
    placed.push(...own);
    x += w + (gutters[p] ?? 6);
  });

  const bottom = Math.max(contentTop + 60, ...placed.map(({ rect }) => rect.y + rect.h));
  const height = Math.max(
    up(Math.max(bottom + SIZE.pad, laneBottom(model, places, placed))),
    Math.floor(leastHeight / LANE) * LANE,
  );
  const inside = (rect: Rect) => ({ ...rect, h: height - SIZE.placeTop - rect.y + SIZE.placeTop - 6 });
  const blocks = places.flatMap((place) => place.columns.flatMap((c) => c.items));
  return {
    frames: frames.map(({ id, name, x: left, w, empty }) => ({
      id,
      name,
      empty,
      rect: inside({ x: left, y: SIZE.placeTop, w, h: 0 }),
    })),
    placed,
    rowY,
    places,
    width: Math.max(pane, x),
    height,
    hidden: new Set(
      blocks.flatMap((item) =>
        item.kind === 'comb' && item.level === 1 ? item.loops.flatMap((loop) => loop.leads) : [],
      ),
    ),
  };
}

/** How low the lanes reach in which leads pass under the boxes of places between their own. */
function laneBottom(model: MapModel, places: readonly PlaceBlocks[], placed: readonly Placed[]): number {
  const at = (id: string | undefined) =>
    places.findIndex((place) => place.id === model.boxes.get(id ?? '')?.box.place);
  const bottomOf = (place: PlaceBlocks | undefined) =>
    Math.max(0, ...placed.filter((p) => p.box.box.place === place?.id).map(({ rect }) => rect.y + rect.h));
  let [lowest, count] = [0, 0];
  for (const lead of model.leads) {
    const [i, j] = [at(lead.from?.box), at(lead.to?.box)];
    if (i < 0 || j < 0) continue;
    const passed = places
      .slice(Math.min(i, j) + 1, Math.max(i, j))
      .map(bottomOf)
      .filter((y) => y > 0);
    if (passed.length === 0) continue;
    count += 1;
    lowest = Math.max(lowest, ...passed);
  }
  return count === 0 ? 0 : lowest + 12 + count * 12;
}
