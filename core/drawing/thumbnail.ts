import { boxOf, type Rig, type Setting } from '../model';
import { textWidth } from './fonts';
import { drawMap } from './map';
import type { Detail, Drawing, Item } from './primitives';

const TEXT = 12;
/** The folded map is laid in this width before it is made small. */
const LAID = 720;

/** A tag as it fits: the whole, else its first letters; a plate without a word says nothing. */
function fitted(tag: string, room: number, size: number): string {
  const letters = [...tag];
  while (letters.length > 0 && textWidth(letters.join(''), 'mono', size) > room) letters.pop();
  return letters.join('');
}

/** Smaller than this, a plate of the folded map has no room for three letters of its tag. */
const LEAST_SCALE = 0.36;

/** Where a small map is shown, pixels. Without a height it may be as tall as it comes. */
type Pane = { readonly width: number; readonly height?: number };

/** How small a drawing becomes in its pane. */
const scaleIn = ({ width, height = Infinity }: Pane, drawing: Drawing): number =>
  Math.min(width / drawing.width, height / drawing.height);

/**
 * A small map, whole: plates and leads as they would lie, with tags of full size, cut where a plate is narrower; nothing
 * else is written. What would be too small for its pane is told by blocks, with the tag of the first box of each.
 * @param pane text is 12 px there
 */
export function drawThumbnail(rig: Rig, setting: Setting, pane: Pane): Drawing {
  const laid = (level: Detail): Drawing =>
    drawMap({ rig, setting, width: LAID, level, view: { open: [], names: 'few', marks: {} } });
  const folded = laid(1);
  const isLegible = pane.height === undefined || scaleIn(pane, folded) >= LEAST_SCALE;
  const full = isLegible ? folded : laid(2);
  const size = TEXT / scaleIn(pane, full);
  const items = full.items.flatMap((item): readonly Item[] => {
    if (item.type === 'path' || item.type === 'arrow') return [item];
    if (item.type !== 'plate') return [];
    const tag = item.part ? boxOf(rig, item.part.id)?.tag : undefined;
    if (tag === undefined) return [item];
    const letters = fitted(tag, item.w - 4, size);
    if (letters === '') return [item];
    const tall = item.h > size * 2;
    return [
      item,
      {
        type: 'text',
        x: item.x + item.w / 2,
        y: tall ? item.y + size * 1.2 : item.y + item.h / 2 + size * 0.35,
        text: letters,
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
