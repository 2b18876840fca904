// Blocks moved among the rows of a unit, put at rest, taken away.
import type { Row, Rows } from './rows';

/**
 * The rows without a block: what branched off behind it branches off behind the one before, or begins where its row
 * did; what joined it joins the one behind it, or goes out where its row does.
 */
function takenOut(rows: Rows, block: string): readonly Row[] {
  const home = rows.rows.find((row) => row.blocks.includes(block));
  const at = home?.blocks.indexOf(block) ?? -1;
  const before = home?.blocks[at - 1];
  const behind = home?.blocks[at + 1];
  const start = (row: Row): Row['from'] =>
    home && 'after' in row.from && row.from.after === block
      ? before === undefined
        ? home.from
        : { after: before }
      : row.from;
  return rows.rows.map((row): Row => {
    const { into, ...rest } = row;
    const next = { ...rest, from: start(row), blocks: row.blocks.filter((id) => id !== block) };
    if (into?.block !== block) return into ? { ...next, into } : next;
    if (behind !== undefined) return { ...next, into: { block: behind, port: 'in' } };
    return home?.into ? { ...next, into: home.into } : { ...next, outputs: home?.outputs ?? [] };
  });
}

/** The rows with a block taken out of where it stands and put at a place of a row. */
export function moveBlock(rows: Rows, block: string, to: { row: number; index: number }): Rows {
  const within = rows.rows[to.row]?.blocks.includes(block) ?? false;
  const without = within
    ? rows.rows.map((row) => ({ ...row, blocks: row.blocks.filter((id) => id !== block) }))
    : takenOut(rows, block);
  return {
    ...rows,
    rows: without.map((row, i) =>
      i === to.row ? { ...row, blocks: row.blocks.toSpliced(to.index, 0, block) } : row,
    ),
  };
}

/** The rows with a block resting: it keeps its place in the unit and its loop's jacks. */
export const restBlock = (rows: Rows, block: string): Rows => ({ ...rows, rows: takenOut(rows, block) });

/** The rows without a block that leaves the unit, its loop’s jacks given free. */
export const withoutBlock = (rows: Rows, block: string): Rows => ({
  ...rows,
  loops: Object.fromEntries(Object.entries(rows.loops).filter(([id]) => id !== block)),
  rows: takenOut(rows, block),
});

/** A ring of blocks that these rows would make, or null: what feeds itself is no path. */
export function ringIn({ rows }: Rows): readonly string[] | null {
  const onward = new Map<string, string[]>();
  const lead = (from: string | undefined, to: string | undefined) => {
    if (from !== undefined && to !== undefined) onward.set(from, [...(onward.get(from) ?? []), to]);
  };
  for (const { from, blocks, into } of rows) {
    const first = 'after' in from ? from.after : undefined;
    const way = [first, ...blocks];
    way.slice(1).forEach((id, i) => lead(way[i], id));
    if (into?.port !== 'key') lead(way.at(-1), into?.block);
  }
  const done = new Set<string>();
  const walk = (id: string, way: readonly string[]): readonly string[] | null => {
    const at = way.indexOf(id);
    if (at >= 0) return way.slice(at);
    if (done.has(id)) return null;
    for (const next of onward.get(id) ?? []) {
      const ring = walk(next, [...way, id]);
      if (ring) return ring;
    }
    done.add(id);
    return null;
  };
  for (const id of onward.keys()) {
    const ring = walk(id, []);
    if (ring) return ring;
  }
  return null;
}
