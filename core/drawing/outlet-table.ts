// A supply or a distribution in layer Power: its plate is the table of its outlets, each with what it feeds and how full it is.
import { derive, type Box, type Jack, type Part } from '../model';
import { circuitLoads, dcFeeds, loadOf, mainsBoxes, plugVa, stripLoads } from '../power';
import { shortLabel } from './feed-words';
import { fitText, textWidth } from './fonts';
import type { Drawn } from './model';
import { text } from './plates';
import type { Item, Rect } from './primitives';
import { SIZE, up } from './sizes';

/** One outlet as a row tells it. */
export type OutletRow = {
  /** Of a jack its `box/jack`; of an outlet of the stage its id. */
  readonly key: string;
  /** As it is printed, and in short. */
  readonly label: string;
  readonly short: string;
  /** What a press on the row chooses; null: nothing. */
  readonly part: Part | null;
  /** `FUZZ 5 / 100 mA`, `free 100 mA` */
  readonly words: string;
  /** Of what it may give, 0…; null: not known. */
  readonly share: number | null;
};

const ROW = 20;
const HEAD = 24;
const PAD = 7;
/** A second line of a row. */
const LINE = 14;
/** A place is 92 px at least, and 40 to the next one. */
const LEAST = 132;

const round = (value: number): string => String(Math.round(value));

const tables = derive(
  ['boxes', 'leads', 'variant', 'stage'],
  (of): ReadonlyMap<string, readonly OutletRow[]> => {
    const rows = new Map<string, OutletRow[]>();
    const put = (box: Box, jack: Jack, told: Pick<OutletRow, 'words' | 'share'>) => {
      const key = `${box.id}/${jack.id}`;
      const row = {
        key,
        label: jack.label,
        short: shortLabel(jack),
        part: { type: 'jack', id: key },
        ...told,
      } as const;
      rows.set(box.id, [...(rows.get(box.id) ?? []), row]);
    };
    for (const feed of dcFeeds(of)) {
      const { wants, rating } = loadOf(feed);
      const { outlet, fed } = feed;
      const tags = fed.map(({ box }) => box.tag).join(' ') || 'free';
      const drawn = fed.length === 0 ? '' : `${round(wants)} / `;
      put(outlet.box, outlet.jack, {
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
        put(box, jack, {
          words: tags === '' ? 'free' : `${tags} ${round(va)} VA`,
          share: group?.rating ? va / group.volts / group.rating : null,
        });
      }
    return rows;
  },
);

/** Rows of a box's table; none: it has no outlets. */
export const rowsOf = (of: Drawn, box: Box): readonly OutletRow[] => tables(of).get(box.id) ?? [];

/** The plug of a box that is in an outlet of the stage by its own mains lead. */
export const plugOf = (box: Box): Jack | undefined =>
  box.jacks.find(({ wallOutlet }) => wallOutlet !== undefined);

/** The outlets of the stage in a place, each with whose plugs are in it and how full its circuit is. */
export function wallRows(of: Drawn, place: string): readonly OutletRow[] {
  const { outlets, circuits } = of.stage.mains;
  const [all, loads] = [mainsBoxes(of), circuitLoads(of)];
  return outlets
    .filter((outlet) => (outlet.place ?? of.stage.places[0]?.id) === place)
    .map(({ id, name, circuit }): OutletRow => {
      const own = all.filter(({ wall, via }) => wall?.id === id && via.length === 0);
      const load = loads.find((one) => one.circuit.id === circuit);
      const va = own.reduce((sum, one) => sum + (plugVa(all, one) ?? 0), 0);
      const [first] = own;
      const jack = first && plugOf(first.box);
      const tags = own.map(({ box }) => box.tag).join(' ');
      const on = circuits.find((one) => one.id === circuit)?.name ?? '';
      return {
        key: id,
        label: name,
        short: name,
        part: first && jack ? { type: 'jack', id: `${first.box.id}/${jack.id}` } : null,
        words: [tags === '' ? 'free' : `${tags} ${round(va)} VA`, ...(circuits.length > 1 ? [on] : [])].join(
          ' · ',
        ),
        share: load?.rating && own.length > 0 ? load.amps / load.rating : null,
      };
    });
}

/** How rows are written in some room: whole, by their short names, or, where these are no shorter, in two lines each. */
function layOf(
  rows: readonly OutletRow[],
  w: number,
): { readonly by: 'label' | 'short'; readonly row: number } {
  const room = w - 2 * PAD;
  const fits = (by: 'label' | 'short') =>
    rows.every(
      (row) => textWidth(row[by], 'mono', SIZE.text) + textWidth(row.words, 'sans', SIZE.text) + 8 <= room,
    );
  if (fits('label')) return { by: 'label', row: ROW };
  return rows.every(({ label, short }) => label === short)
    ? { by: 'label', row: ROW + LINE }
    : { by: 'short', row: ROW };
}

/** @param room between the edges of its place @param least width, px */
export function tableSize(rows: readonly OutletRow[], room: number, least = LEAST): Pick<Rect, 'w' | 'h'> {
  const widest = Math.max(
    ...rows.map(
      ({ label, words }) => textWidth(label, 'mono', SIZE.text) + textWidth(words, 'sans', SIZE.text) + 12,
    ),
  );
  const w = Math.min(Math.max(room, least), Math.max(120, up(widest + 2 * PAD)));
  return { w, h: HEAD + rows.length * layOf(rows, w).row + 6 };
}

/** Where a row's plug is: at the left edge of the table. */
export const rowEnd = (rows: readonly OutletRow[], key: string, rect: Rect) => ({
  x: rect.x,
  y: rect.y + HEAD + layOf(rows, rect.w).row * rows.findIndex((row) => row.key === key) + ROW / 2 - 2,
  side: 'left' as const,
});

/** Over this of its rating a row is full, over 1 it is too much. */
const FULL = 1 + 1e-9;

/** The rows of a table: name of the outlet, what it feeds, and under both a bar of what is drawn of its rating. */
export function tableItems(rows: readonly OutletRow[], rect: Rect): readonly Item[] {
  const { by, row: step } = layOf(rows, rect.w);
  const [left, right] = [rect.x + PAD, rect.x + rect.w - PAD];
  const room = right - left;
  return rows.flatMap((row, i): readonly Item[] => {
    const { words, share } = row;
    const part = row.part ? { part: row.part } : {};
    const y = rect.y + HEAD + i * step;
    const bar = y + step - 5;
    const label = fitText(row[by], 'mono', SIZE.text, by === 'short' ? room * 0.5 : room);
    const rest = step === ROW ? room - textWidth(label, 'mono', SIZE.text) - 8 : room;
    const told = fitText(words, 'sans', SIZE.text, rest);
    return [
      text(left, y + 10, label, { face: 'mono', ...part }),
      text(right, bar - 5, told === '…' ? '' : told, {
        anchor: 'end',
        tone: share === null || share <= FULL ? 'muted' : 'danger',
        ...part,
      }),
      {
        type: 'rule',
        from: { x: left, y: bar },
        to: { x: right, y: bar },
        dashed: false,
        tone: 'hair',
        ...part,
      },
      ...(share === null || share <= 0
        ? []
        : [
            {
              type: 'path' as const,
              points: [
                { x: left, y: bar },
                { x: left + room * Math.min(1, share), y: bar },
              ],
              hops: [],
              stroke: 'thick' as const,
              tone: share > FULL ? ('danger' as const) : ('ink' as const),
              ...part,
            },
          ]),
    ];
  });
}
