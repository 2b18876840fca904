import { boxOf, type Rig, type Setting } from '../model';
import { textWidth } from './fonts';
import { drawMap } from './map';
import type { Drawing, Item } from './primitives';

const TEXT = 12;
/** The folded map is laid in this width before it is made small. */
const LAID = 720;

/** A tag as it fits: the whole, else its first letters; a plate without a word says nothing. */
function fitted(tag: string, room: number, size: number): string {
  const letters = [...tag];
  while (letters.length > 0 && textWidth(letters.join(''), 'mono', size) > room) letters.pop();
  return letters.join('');
}

/**
 * A small map: plates and leads as they would lie, with tags of full size, cut where a plate is narrower; nothing else is
 * written.
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
    if (tag === undefined) return [item];
    const text = fitted(tag, item.w - 4, size);
    if (text === '') return [item];
    const tall = item.h > size * 2;
    return [
      item,
      {
        type: 'text',
        x: item.x + item.w / 2,
        y: tall ? item.y + size * 1.2 : item.y + item.h / 2 + size * 0.35,
        text,
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
