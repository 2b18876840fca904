// Leads to gaps at least cost.

/**
 * The assignment of rows to columns that costs least in all (the Hungarian method, by shortest augmenting paths).
 * @param cost one row for each thing to be served, as long as there are columns; no fewer columns than rows; every cost finite
 * @returns the column of each row
 */
export function assign(cost: readonly (readonly number[])[]): readonly number[] {
  const [n, m] = [cost.length, cost[0]?.length ?? 0];
  if (m < n) throw new RangeError(`${n} things cannot be served by ${m}`);
  const at = (i: number, j: number) => cost[i - 1]?.[j - 1] ?? Infinity;
  const ofRow = new Float64Array(n + 1);
  const ofColumn = new Float64Array(m + 1);
  /** The row that each column serves; 0: none. */
  const serves = new Int32Array(m + 1);
  const cameBy = new Int32Array(m + 1);
  for (let i = 1; i <= n; i += 1) {
    serves[0] = i;
    let column = 0;
    const least = new Float64Array(m + 1).fill(Infinity);
    const done = new Uint8Array(m + 1);
    do {
      done[column] = 1;
      const row = serves[column] ?? 0;
      let [delta, next] = [Infinity, 0];
      for (let j = 1; j <= m; j += 1) {
        if (done[j]) continue;
        const now = at(row, j) - (ofRow[row] ?? 0) - (ofColumn[j] ?? 0);
        if (now < (least[j] ?? 0)) {
          least[j] = now;
          cameBy[j] = column;
        }
        if ((least[j] ?? 0) < delta) [delta, next] = [least[j] ?? 0, j];
      }
      for (let j = 0; j <= m; j += 1)
        if (done[j]) {
          ofRow[serves[j] ?? 0] = (ofRow[serves[j] ?? 0] ?? 0) + delta;
          ofColumn[j] = (ofColumn[j] ?? 0) - delta;
        } else least[j] = (least[j] ?? 0) - delta;
      column = next;
    } while ((serves[column] ?? 0) !== 0);
    do {
      const before = cameBy[column] ?? 0;
      serves[column] = serves[before] ?? 0;
      column = before;
    } while (column !== 0);
  }
  const columns = Array.from({ length: n }, () => -1);
  serves.forEach((row, j) => {
    if (j > 0 && row > 0) columns[row - 1] = j - 1;
  });
  return columns;
}
