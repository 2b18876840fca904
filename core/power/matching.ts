// The cheapest way to give each row a column of its own.

/** A pair that may not be. */
export const NEVER = 1e13;

/**
 * The assignment of least cost, by shortest augmenting paths with potentials (the Hungarian method), O(rows² columns).
 * @param costs a row for each thing to be placed, all as long; at least as many columns as rows
 * @returns the column of each row; −1 where it got one that may not be, or one beyond `costs[i].length − rows` as its stand-in
 */
export function leastCost(costs: readonly (readonly number[])[]): { slotOf: number[]; cost: number } {
  const rows = costs.length;
  const columns = costs[0]?.length ?? 0;
  // Numbered from 1; column 0 stands for the row that is being placed.
  const [u, v] = [new Float64Array(rows + 1), new Float64Array(columns + 1)];
  const rowOf = new Int32Array(columns + 1);
  const way = new Int32Array(columns + 1);
  for (let row = 1; row <= rows; row += 1) {
    rowOf[0] = row;
    let column = 0;
    const least = new Float64Array(columns + 1).fill(Infinity);
    const used = new Uint8Array(columns + 1);
    do {
      used[column] = 1;
      const at = rowOf[column] ?? 0;
      let [delta, next] = [Infinity, 0];
      for (let j = 1; j <= columns; j += 1) {
        if (used[j]) continue;
        const reduced = (costs[at - 1]?.[j - 1] ?? NEVER) - (u[at] ?? 0) - (v[j] ?? 0);
        if (reduced < (least[j] ?? Infinity)) {
          least[j] = reduced;
          way[j] = column;
        }
        if ((least[j] ?? Infinity) < delta) [delta, next] = [least[j] ?? Infinity, j];
      }
      for (let j = 0; j <= columns; j += 1) {
        if (used[j]) {
          const held = rowOf[j] ?? 0;
          u[held] = (u[held] ?? 0) + delta;
          v[j] = (v[j] ?? 0) - delta;
        } else least[j] = (least[j] ?? 0) - delta;
      }
      column = next;
    } while (rowOf[column] !== 0);
    while (column !== 0) {
      const before = way[column] ?? 0;
      rowOf[column] = rowOf[before] ?? 0;
      column = before;
    }
  }
  const slotOf = Array.from({ length: rows }, () => -1);
  let cost = 0;
  for (let j = 1; j <= columns; j += 1) {
    const row = (rowOf[j] ?? 0) - 1;
    if (row < 0) continue;
    cost += costs[row]?.[j - 1] ?? NEVER;
    slotOf[row] = j - 1;
  }
  return { slotOf, cost };
}
