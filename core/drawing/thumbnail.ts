import { boxOf, type Rig, type Setting } from '../model';
import { textWidth } from './fonts';
import { drawMap } from './map';
import type { Drawing, Item } from './primitives';

const TEXT = 12;
/** The folded map is laid in this width before it is made small. */
const LAID = 720;

/**
 * A small map: plates and leads as they would lie, with tags where a tag of full size fits; nothing else is written.
 * @param width of the place it will be shown in, pixels: text is 12 px there
 */
export function drawThumbnail(rig: Rig, setting: Setting, width: number): Drawing {
  const full = drawMap({
    rig,
    setting,
    width: LAID,
    level: 1,
    view: { open: [], names: 'few', marks: {} },
  });
  const size = (TEXT * full.width) / width;
  const items = full.items.flatMap((item): readonly Item[] => {
    if (item.type === 'path' || item.type === 'arrow') return [item];
    if (item.type !== 'plate') return [];
    const tag = item.part ? boxOf(rig, item.part.id)?.tag : undefined;
    if (tag === undefined || textWidth(tag, 'mono', size) > item.w - 4) return [item];
    const tall = item.h > size * 2;
    return [
      item,
      {
        type: 'text',
        x: item.x + item.w / 2,
        y: tall ? item.y + size * 1.2 : item.y + item.h / 2 + size * 0.35,
        text: tag,
        face: 'mono',
        size,
        tone: 'ink',
        anchor: 'middle',
        part: item.part,
      },
    ];
  });
  return { width: full.width, height: full.height, items };
}
