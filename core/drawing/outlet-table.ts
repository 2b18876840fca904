// A supply or a distribution in layer Power: its plate is the table of its outlets, each with what it feeds and how full it is.
import { derive, type Box, type Jack } from '../model';
import { dcFeeds, loadOf, mainsBoxes, plugVa, stripLoads } from '../power';
import { shortLabel } from './feed-words';
import { fitText, textWidth } from './fonts';
import type { Drawn, MapBox } from './model';
import { text } from './plates';
import type { Item, Rect } from './primitives';
import { SIZE, up } from './sizes';

/** One outlet as a row tells it. */
export type OutletRow = {
  readonly jack: Jack;
  /** `FUZZ 5 / 100 mA`, `free 100 mA` */
  readonly words: string;
  /** Of what it may give, 0…; null: not known. */
  readonly share: number | null;
};

const ROW = 20;
const HEAD = 24;
const PAD = 7;
/** A place is 92 px at least, and 40 to the next one. */
const LEAST = 132;

const round = (value: number): string => String(Math.round(value));

const tables = derive(
  ['boxes', 'leads', 'variant', 'stage'],
  (of): ReadonlyMap<string, readonly OutletRow[]> => {
    const rows = new Map<string, OutletRow[]>();
    const put = (box: Box, row: OutletRow) => rows.set(box.id, [...(rows.get(box.id) ?? []), row]);
    for (const feed of dcFeeds(of)) {
      const { wants, rating } = loadOf(feed);
      const { outlet, fed } = feed;
      const tags = fed.map(({ box }) => box.tag).join(' ') || 'free';
      const drawn = fed.length === 0 ? '' : `${round(wants)} / `;
      put(outlet.box, {
        jack: outlet.jack,
        words: `${tags} ${drawn}${rating === null ? '?' : round(rating)} mA`,
        share: rating === null ? null : wants / rating,
      });
    }
    const [strips, all] = [stripLoads(of), mainsBoxes(of)];
    for (const box of of.boxes)
      for (const jack of box.jacks) {
        if (!jack.mainsOutlet) continue;
        const own = all.filter(({ via }) => via[0]?.box === box && via[0].jack === jack);
        const va = own.reduce((sum, one) => sum + (plugVa(all, one) ?? 0), 0);
        const group = strips.find(
          ({ end }) =>
            end.box === box &&
            (end.jack === jack || (end.jack.mainsOutlet?.group ?? '') === jack.mainsOutlet?.group),
        );
        const tags = own.map((one) => one.box.tag).join(' ');
        put(box, {
          jack,
          words: tags === '' ? 'free' : `${tags} ${round(va)} VA`,
          share: group?.rating ? va / group.volts / group.rating : null,
        });
      }
    return rows;
  },
);

/** Rows of a box's table; none: it has no outlets. */
export const rowsOf = (of: Drawn, box: Box): readonly OutletRow[] => tables(of).get(box.id) ?? [];

/** @param room between the edges of its place */
export const tableSize = (
  rows: readonly OutletRow[],
  room: number,
): { readonly w: number; readonly h: number } => {
  const widest = Math.max(
    ...rows.map(
      ({ jack, words }) =>
        textWidth(jack.label, 'mono', SIZE.text) + textWidth(words, 'sans', SIZE.text) + 12,
    ),
  );
  return {
    w: Math.min(Math.max(room, LEAST), Math.max(120, up(widest + 2 * PAD))),
    h: HEAD + rows.length * ROW + 6,
  };
};

/** Where a row's plug is: at the left edge of the table. */
export const rowEnd = (rows: readonly OutletRow[], jack: Jack, rect: Rect) => ({
  x: rect.x,
  y: rect.y + HEAD + ROW * rows.findIndex((row) => row.jack === jack) + ROW / 2 - 2,
  side: 'left' as const,
});

/** Over this of its rating a row is full, over 1 it is too much. */
const FULL = 1 + 1e-9;

/** The rows of a table: name of the outlet, what it feeds, and under both a bar of what is drawn of its rating. */
export function tableItems(box: MapBox, rows: readonly OutletRow[], rect: Rect): readonly Item[] {
  const room = rect.w - 2 * PAD;
  const isRoomy = rows.every(
    ({ jack, words }) =>
      textWidth(jack.label, 'mono', SIZE.text) + textWidth(words, 'sans', SIZE.text) + 8 <= room,
  );
  return rows.flatMap(({ jack, words, share }, i): readonly Item[] => {
    const part = { type: 'jack' as const, id: `${box.box.id}/${jack.id}` };
    const y = rect.y + HEAD + i * ROW;
    const label = fitText(isRoomy ? jack.label : shortLabel(jack), 'mono', SIZE.text, room * 0.5);
    const left = room - textWidth(label, 'mono', SIZE.text) - 8;
    const told = fitText(words, 'sans', SIZE.text, left);
    const bar = y + 15;
    return [
      text(rect.x + PAD, y + 10, label, { face: 'mono', part }),
      text(rect.x + rect.w - PAD, y + 10, told === '…' ? '' : told, {
        anchor: 'end',
        tone: share === null || share <= FULL ? 'muted' : 'danger',
        part,
      }),
      {
        type: 'rule',
        from: { x: rect.x + PAD, y: bar },
        to: { x: rect.x + rect.w - PAD, y: bar },
        dashed: false,
        tone: 'hair',
        part,
      },
      ...(share === null || share <= 0
        ? []
        : [
            {
              type: 'path' as const,
              points: [
                { x: rect.x + PAD, y: bar },
                { x: rect.x + PAD + room * Math.min(1, share), y: bar },
              ],
              hops: [],
              stroke: 'thick' as const,
              tone: share > FULL ? ('danger' as const) : ('ink' as const),
              part,
            },
          ]),
    ];
  });
}
