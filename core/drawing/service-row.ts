// Layers beside sound: what stands at the foot of each place, boxes without sound and the outlets of the stage.
import type { Jack } from '../model';
import { isOther, isSilentBox, jacksOf, type Layer } from '../layers';
import { textWidth } from './fonts';
import type { Drawn, MapBox } from './model';
import { rowsOf, tableSize, wallRows, type OutletRow } from './outlet-table';
import type { Placement } from './place';
import type { Item, Rect } from './primitives';
import { LANE } from './router';
import { SIZE, up } from './sizes';

const PLATE_H = 48;
/** The outlets of a place keep inside the narrowest one. */
const WALL = 84;

/** A box without sound, or the mains outlets of a place, as a plate at its foot. */
export type Service = {
  /** null: the outlets of the stage there. */
  readonly box: MapBox | null;
  readonly rect: Rect;
  readonly rows: readonly OutletRow[];
};

export const labelWidth = (jack: Jack) => up(textWidth(jack.label, 'mono', SIZE.text) + 8);

const plain = (box: MapBox['box']): MapBox => ({
  box,
  level: 0,
  part: { type: 'box', id: box.id },
  plate: true,
  faces: null,
  used: [],
  free: [],
  setting: '',
  lastAhead: null,
  rowWords: new Map(),
});

type Size = Pick<Rect, 'w' | 'h'>;

/** Where the boxes without sound stand: in rows at the foot of their places, under everything else. */
export function serviceRow(
  rig: Drawn,
  placement: Placement,
  layer: Layer,
): { readonly placement: Placement; readonly items: readonly Item[]; readonly services: readonly Service[] } {
  if (!isOther(layer)) return { placement, items: [], services: [] };
  const services: Service[] = [];
  const top = placement.height - LANE;
  let bottom = top;
  for (const frame of placement.frames) {
    const own = rig.boxes.filter(
      (box) => box.place === frame.id && isSilentBox(box) && jacksOf(box, layer).length > 0,
    );
    let [x, y] = [frame.rect.x + LANE, top + SIZE.gapY + LANE];
    let lowest = y;
    const put = (box: MapBox | null, { w, h }: Size, rows: readonly OutletRow[]) => {
      if (x > frame.rect.x + LANE && x + w > frame.rect.x + frame.rect.w - LANE)
        [x, y] = [frame.rect.x + LANE, lowest + SIZE.gapY];
      services.push({ box, rect: { x, y, w, h }, rows });
      x += w + SIZE.gapX;
      lowest = Math.max(lowest, y + h);
      bottom = Math.max(bottom, y + h + SIZE.gapY);
    };
    const room = frame.rect.w - 2 * LANE;
    const walls = layer === 'power' ? wallRows(rig, frame.id) : [];
    if (walls.length > 0) put(null, tableSize(walls, room, WALL), walls);
    for (const box of own) {
      const jacks = jacksOf(box, layer);
      const rows = layer === 'power' ? rowsOf(rig, box) : [];
      const table = rows.length > 0 ? tableSize(rows, room) : null;
      const named = jacks.reduce((sum, jack) => sum + labelWidth(jack), LANE);
      const w =
        table?.w ??
        Math.min(
          Math.max(room, 84),
          Math.max(84, up(textWidth(box.name, 'bold', SIZE.text) + 16), up(named)),
        );
      put(plain(box), { w, h: table?.h ?? PLATE_H }, rows);
    }
  }
  if (services.length === 0) return { placement, items: [], services: [] };
  const height = up(bottom + LANE);
  const by = height - placement.height;
  const lines = placement.frames
    .filter(({ rect: own }) => services.some(({ rect }) => rect.x >= own.x && rect.x < own.x + own.w))
    .map((frame): Item => ({
      type: 'rule',
      from: { x: frame.rect.x, y: top + LANE },
      to: { x: frame.rect.x + frame.rect.w, y: top + LANE },
      dashed: true,
      tone: 'hair',
    }));
  return {
    services,
    items: lines,
    placement: {
      ...placement,
      height,
      frames: placement.frames.map((frame) => ({ ...frame, rect: { ...frame.rect, h: frame.rect.h + by } })),
      placed: [
        ...placement.placed,
        ...services.flatMap(({ box, rect }) => (box ? [{ form: 'plate' as const, box, rect }] : [])),
      ],
    },
  };
}
