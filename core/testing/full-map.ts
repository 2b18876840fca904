import { drawMap, type Item, type MapDrawing, type MapRequest } from '../drawing';
import type { Rig } from '../model';
import { SOUND } from './build';

/** The map of a rig in its first sound, at full detail, as wide as it stands beside the findings at 1280 px. */
export const fullMap = (rig: Rig, more: Partial<MapRequest> = {}): MapDrawing =>
  drawMap({
    rig,
    setting: SOUND,
    width: 1008,
    level: 0,
    view: { open: [], names: 'few', marks: {} },
    ...more,
  });

/** The items of one type. */
export const itemsOf = <T extends Item['type']>({ items }: Pick<MapDrawing, 'items'>, type: T) =>
  items.filter((item): item is Extract<Item, { type: T }> => item.type === type);
