import { textWidth } from './fonts';
import type { Hub, LocalLoop } from './blocks';
import type { MapBox } from './model';
import { LANE } from './router';

/** Measures of the map, pixels; all multiples of a lane. */
export const SIZE = {
  text: 12,
  row: 24,
  divider: 12,
  hubHead: 30,
  pad: 18,
  padNarrow: 12,
  padRight: 6,
  placeHead: 30,
  placeTop: 6,
  columnGap: 42,
  gapX: 24,
  gapY: 24,
  /** Between one strip and the next: more than between the rows of one. */
  stripGap: 36,
  emptyPlace: 24,
  leastPlace: 90,
  gutter: 72,
  /** Where a loom ends: its name and length stand above. */
  loomGutter: 90,
  ownGutter: 36,
} as const;

export const up = (value: number): number => Math.ceil(value / LANE) * LANE;

/** A plate of a strip: its name and one setting, or only its tag when folded. */
export function plateSize(box: MapBox): { w: number; h: number } {
  if (box.level === 1) return { w: Math.max(54, up(textWidth(box.box.tag, 'mono', SIZE.text) + 16)), h: 30 };
  const words =
    Math.max(textWidth(box.box.name, 'bold', SIZE.text), textWidth(box.setting, 'sans', SIZE.text)) + 16;
  return { w: Math.min(102, Math.max(72, up(words))), h: 42 };
}

/** Where the jacks of a plate are below its top, by its level. */
export const PLATE_PIN = { 0: 24, 1: 12 } as const;

/** A plate that hangs in a comb beside its row. */
export const HAIR = { h: 24, most: 102 } as const;
export const hairWidth = (box: MapBox): number =>
  Math.min(
    HAIR.most,
    Math.max(
      78,
      up(textWidth(box.box.name, 'bold', SIZE.text) + textWidth(` ${box.setting}`, 'sans', SIZE.text) + 18),
    ),
  );

const label = (text: string) => textWidth(text, 'mono', SIZE.text);

/** A loop of a folded comb in one line: `L3 SEND ▸ Overdrive, on`. */
export const foldedWords = ({ send, boxes }: LocalLoop): string =>
  `${send.label} ▸ ${boxes.map((b) => (b.setting ? `${b.box.name}, ${b.setting}` : b.box.name)).join(' – ')}`;

export function hubWidth(hub: Hub): number {
  const names = hub.rows.map(({ jack, side }) => {
    const words = hub.box.rowWords.get(jack.id);
    return side === 'top' || side === 'bottom'
      ? 0
      : label(jack.label) + (words ? textWidth(words, 'sans', SIZE.text) + 12 : 0) + 20;
  });
  // As wide as all jacks of its upper or lower edge are beside each other.
  const alongEdge = (edge: 'top' | 'bottom') => {
    const own = hub.rows.filter((row) => row.side === edge).map(({ jack }) => label(jack.label) + 18);
    return own.length * Math.max(0, ...own);
  };
  const folded =
    hub.level === 1 ? hub.loops.map((loop) => textWidth(foldedWords(loop), 'sans', SIZE.text) + 20) : [];
  const head = textWidth(hub.box.box.name, 'bold', SIZE.text) + 24;
  const edges = Math.max(alongEdge('bottom'), alongEdge('top'));
  return Math.max(Math.min(216, Math.max(96, up(Math.max(head, ...names, ...folded)))), up(edges));
}

/** What stands above a hub's rows: its name, and under it jacks at its upper edge. */
export const headOf = (hub: Hub): number =>
  SIZE.hubHead + (hub.rows.some(({ side }) => side === 'top') ? 18 : 0);

export const freeLine = (hub: Hub): boolean =>
  hub.level === 0 && hub.box.free.length > 0 && !hub.rows.some((row) => row.free);
