import { loomsIn } from '../cables';
import { sources } from '../model';
import { isPedal, type Column, type Hub, type PlaceBlocks } from './blocks';
import { layFlow } from './flow';
import { textWidth } from './fonts';
import type { Drawn, MapModel } from './model';
import { LANE } from './router';
import { footOf } from './rows';
import { headOf, hairWidth, hubWidth, plateSize, SIZE, up } from './sizes';

const combWidth = (hub: Hub) => {
  const hairs = hub.loops.map((loop) => loop.boxes.reduce((sum, box) => sum + SIZE.gapX + hairWidth(box), 0));
  return hubWidth(hub) + (hub.level === 0 ? Math.max(0, ...hairs) + SIZE.pad : 0);
};

/** The least width of a column, and the width at which nothing in it has to wrap. */
function columnWidths(column: Column): { least: number; natural: number } {
  let [least, natural] = [0, 0];
  for (const item of column.items) {
    if (item.kind === 'flow') {
      const widths = item.boxes.map((box) => plateSize(box).w);
      least = Math.max(least, ...widths);
      natural = Math.max(
        natural,
        widths.reduce((sum, w) => sum + w + SIZE.gapX, -SIZE.gapX),
      );
    } else {
      const w = item.kind === 'comb' ? combWidth(item) : hubWidth(item);
      least = Math.max(least, w);
      natural = Math.max(natural, w);
    }
  }
  return { least, natural: Math.max(least, natural) };
}

const turns = (column: Column | undefined): boolean =>
  column?.items.some((item) => item.kind === 'comb' || (item.kind === 'flow' && item.boxes.length > 2)) ??
  false;

/** Room at the left of a place: leads turn there when a strip wraps. */
export const padOf = (place: PlaceBlocks | undefined): number =>
  (place?.columns.length ?? 0) > 1 || turns(place?.columns[0]) ? SIZE.pad : SIZE.padNarrow;

/** Room at the right: beside a hub none is needed, its leads go straight out. */
const padAfter = (place: PlaceBlocks | undefined): number => {
  const last = place?.columns.at(-1);
  if (turns(last)) return SIZE.pad;
  return (place?.columns.length ?? 0) > 1 ? SIZE.padRight : SIZE.padNarrow;
};

/** How much a column is widened at a time: about a plate with its gap. */
const WIDEN = 102;

/** Up to here, about the pane of a laptop, a column may stand as it likes. */
const TALL = 480;

/** How tall a column stands at a width: its strips wrapped, its hubs by their rows. */
function columnHeight(column: Column, width: number): number {
  return column.items.reduce((sum, item) => {
    if (item.kind === 'flow') return sum + layFlow(item, 0, 0, width).bottom + SIZE.stripGap;
    const rows = item.rows.filter((row) => row.side === 'left' || row.side === 'right').length;
    return sum + headOf(item) + rows * SIZE.row + footOf(item) + SIZE.gapY;
  }, 0);
}

type Widths = { readonly columns: number[]; readonly place: number };

/** Plates of a place that stand in a row on a board. */
const stripPlates = (place: PlaceBlocks): number =>
  place.columns
    .flatMap((column) => column.items)
    .reduce((sum, item) => sum + (item.kind === 'flow' ? item.boxes.filter(isPedal).length : 0), 0);

/** Every place as wide as it must be; the spare width goes to the places with most pedals in a row, as far as it can use it. */
function widthsOf(
  places: readonly PlaceBlocks[],
  gutters: readonly number[],
  pane: number,
): readonly Widths[] {
  const measured = places.map((place) => place.columns.map((column) => columnWidths(column)));
  const titles = places.map((place) => up(textWidth(place.name, 'bold', SIZE.text) + 16));
  const columns = measured.map((list) => list.map((column) => column.least));
  const total = (i: number) => {
    const list = columns[i] ?? [];
    if ((places[i]?.boxes ?? 0) === 0) return SIZE.emptyPlace;
    const inner =
      list.reduce((sum, w) => sum + w, 0) +
      SIZE.columnGap * Math.max(0, list.length - 1) +
      padOf(places[i]) +
      padAfter(places[i]);
    return Math.max(SIZE.leastPlace, titles[i] ?? 0, up(inner));
  };
  const sum = () => places.reduce((w, _, i) => w + total(i), 0) + gutters.reduce((a, b) => a + b, 0) + 12;
  // Only strips grow: an instrument more or less at the player's never moves for a pedal on the floor.
  const strips = places.map(stripPlates);
  const order = places
    .map((_, i) => i)
    .filter((i) => (strips[i] ?? 0) > 0)
    .sort((a, b) => (strips[b] ?? 0) - (strips[a] ?? 0) || a - b);
  for (const i of order) {
    const list = columns[i] ?? [];
    const own = places[i]?.columns ?? [];
    const most = (c: number) => {
      const { least, natural } = measured[i]?.[c] ?? { least: 0, natural: 0 };
      return least + up(natural - least);
    };
    // The strip first; where a column is tall, a plate's width at a time to the tallest, so that none hangs far below.
    for (;;) {
      const spare = Math.floor((pane - sum()) / LANE) * LANE;
      const [tallest] = own
        .map((column, c) => ({ c, width: list[c] ?? 0, height: columnHeight(column, list[c] ?? 0) }))
        .filter(({ c, width }) => width < most(c))
        .sort((p, q) => Math.max(q.height, TALL) - Math.max(p.height, TALL) || p.c - q.c);
      if (!tallest || spare <= 0) break;
      list[tallest.c] = tallest.width + Math.min(spare, WIDEN, most(tallest.c) - tallest.width);
    }
  }
  return places.map((_, i) => ({ columns: columns[i] ?? [], place: total(i) }));
}

/**
 * Gutters: narrow where only the players' own leads cross, wide where stage runs do, widest where a loom ends.
 * @param tight no room for the names of looms
 */
function guttersOf(
  rig: Drawn,
  model: MapModel,
  places: readonly PlaceBlocks[],
  tight: boolean,
): readonly number[] {
  const instruments = new Set(sources(rig).map((box) => box.id));
  const named = new Set(tight ? [] : loomsIn(rig).map((loom) => loom.places[1]));
  const at = (id: string | undefined) =>
    places.findIndex((place) => place.id === model.boxes.get(id ?? '')?.box.place);
  return places.slice(1).map((place, i) => {
    const crossing = model.leads.filter((lead) => {
      const [a, b] = [at(lead.from?.box), at(lead.to?.box)];
      return a >= 0 && b >= 0 && Math.min(a, b) <= i && Math.max(a, b) > i;
    });
    const own = crossing.every(
      (lead) => instruments.has(lead.from?.box ?? '') || instruments.has(lead.to?.box ?? ''),
    );
    return own ? SIZE.ownGutter : named.has(place.id) ? SIZE.loomGutter : SIZE.gutter;
  });
}

/** Places and gutters in a pane: as wide as looms with their names want, or tight where that is more than it holds. */
export function layAcross(
  rig: Drawn,
  model: MapModel,
  places: readonly PlaceBlocks[],
  pane: number,
): { readonly gutters: readonly number[]; readonly widths: readonly Widths[] } {
  const across = (tight: boolean) => {
    const gutters = guttersOf(rig, model, places, tight);
    return { gutters, widths: widthsOf(places, gutters, pane) };
  };
  const wide = across(false);
  const total =
    wide.widths.reduce((sum, { place }) => sum + place, 12) + wide.gutters.reduce((a, b) => a + b, 0);
  return total <= pane ? wide : across(true);
}
