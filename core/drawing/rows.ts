import type { Hub, PlaceBlocks } from './blocks';
import type { MapModel } from './model';
import { freeLine, headOf, SIZE } from './sizes';

type Variable = { readonly hub: Hub; readonly jack: string };

/**
 * Heights of every row of every hub. Rows of a hub stand below each other; rows of two hubs in different places that
 * one lead joins face to face stand at the same height, so that stage runs are straight, as long as the orders of
 * rows agree. The least heights that satisfy all of it: longest paths in a graph of "at least so far below".
 * @returns jack key → y of the row's middle
 */
export function rowHeights(
  places: readonly PlaceBlocks[],
  model: MapModel,
  tops: ReadonlyMap<Hub, number>,
): ReadonlyMap<string, number> {
  const hubs = places.flatMap((place) =>
    place.columns.flatMap((c) => c.items.filter((item): item is Hub => item.kind !== 'flow')),
  );
  const variables: Variable[] = [];
  const below: { from: number; to: number; by: number }[] = [];
  const least: number[] = [];
  const index = new Map<string, number>();
  for (const hub of hubs) {
    let before = -1;
    let by = SIZE.row;
    const folded = foldedRows(hub);
    for (const row of hub.rows) {
      if (row.side === 'top' || row.side === 'bottom' || folded.has(row.jack.id)) continue;
      const at = variables.length;
      variables.push({ hub, jack: row.jack.id });
      index.set(`${hub.box.box.id}/${row.jack.id}`, at);
      least.push(before < 0 ? (tops.get(hub) ?? 0) + headOf(hub) + SIZE.row / 2 : 0);
      if (before >= 0) below.push({ from: before, to: at, by });
      before = at;
      const twig = hub.level === 0 && hub.loops.some(({ send, back }) => send === row.jack && back === null);
      by = SIZE.row + (twig || hub.box.lastAhead === row.jack.id ? SIZE.divider : 0);
    }
  }
  // Hubs of one column stand below each other, with room for what the upper one shows below its rows.
  for (const column of places.flatMap((place) => place.columns)) {
    const stacked = column.items.filter((item): item is Hub => item.kind === 'hub');
    stacked.slice(1).forEach((lower, i) => {
      const upper = stacked[i];
      const [last, first] = [lastOf(upper, index), firstOf(lower, index)];
      if (upper && last !== undefined && first !== undefined)
        below.push({ from: last, to: first, by: SIZE.row + footOf(upper) + SIZE.gapY + headOf(lower) });
    });
  }
  const root = variables.map((_, i) => i);
  const find = (i: number): number => (root[i] === i ? i : find(root[i] ?? i));
  for (const lead of model.leads) {
    const [a, b] = [lead.from, lead.to].map((ref) => (ref ? index.get(`${ref.box}/${ref.jack}`) : undefined));
    if (a === undefined || b === undefined) continue;
    const [hubA, hubB] = [variables[a]?.hub, variables[b]?.hub];
    if (!hubA || !hubB || hubA.kind !== 'hub' || hubB.kind !== 'hub' || !areNeighbours(places, hubA, hubB))
      continue;
    const [x, y] = [find(a), find(b)];
    root[y] = x;
    if (!heights(root, find, below, least)) root[y] = y;
  }
  const solved = heights(root, find, below, least) ?? [];
  return new Map(variables.map(({ hub, jack }, i) => [`${hub.box.box.id}/${jack}`, solved[find(i)] ?? 0]));
}

/** In different places with nothing standing between: only there can a run be straight. */
function areNeighbours(places: readonly PlaceBlocks[], a: Hub, b: Hub): boolean {
  const at = (hub: Hub) => places.findIndex((place) => place.id === hub.box.box.place);
  const [i, j] = [at(a), at(b)];
  return i !== j && places.slice(Math.min(i, j) + 1, Math.max(i, j)).every((place) => place.boxes === 0);
}

const rowsWithHeight = (hub: Hub | undefined, index: ReadonlyMap<string, number>) =>
  (hub?.rows ?? []).flatMap((row) => index.get(`${hub?.box.box.id}/${row.jack.id}`) ?? []);
const firstOf = (hub: Hub | undefined, index: ReadonlyMap<string, number>) => rowsWithHeight(hub, index)[0];
const lastOf = (hub: Hub | undefined, index: ReadonlyMap<string, number>) =>
  rowsWithHeight(hub, index).at(-1);

/** What a hub shows below its rows: speaker jacks, the line of free jacks. */
export const footOf = (hub: Hub): number =>
  (hub.rows.some((row) => row.side === 'bottom') ? 24 : 0) + (freeLine(hub) ? 24 : 0) + 6;

/** Least heights by repeated relaxing, or null when the rows would have to stand below themselves. */
function heights(
  root: readonly number[],
  find: (i: number) => number,
  below: readonly { from: number; to: number; by: number }[],
  least: readonly number[],
): number[] | null {
  const y = root.map(() => 0);
  least.forEach((value, i) => (y[find(i)] = Math.max(y[find(i)] ?? 0, value)));
  for (let round = 0; round <= root.length + 1; round += 1) {
    let changed = false;
    for (const { from, to, by } of below) {
      const want = (y[find(from)] ?? 0) + by;
      if (want <= (y[find(to)] ?? 0)) continue;
      y[find(to)] = want;
      changed = true;
    }
    if (!changed) return y;
  }
  return null;
}

/** Folded, a loop of a comb is one line: the row of its return is gone. */
export function foldedRows(hub: Hub): ReadonlySet<string> {
  return hub.level === 1 && hub.kind === 'comb'
    ? new Set(hub.loops.flatMap(({ back }) => back?.id ?? []))
    : new Set();
}
