/**
 * Matches as many rows as columns so that the sum of their costs is least: rows are taken in one after the other, each along the
 * shortest path that gives every row so far a column. The work grows with the cube of their number.
 * @param costs finite numbers, by row and column, as many columns as rows
 * @returns for each row its column
 */
export function cheapestMatch(costs: readonly (readonly number[])[]): readonly number[] {
  const count = costs.length;
  // What a row and a column cost by themselves: no pair costs less than both together.
  const ofRow = new Float64Array(count);
  const ofColumn = new Float64Array(count);
  const rowOf = new Int32Array(count).fill(NONE);
  for (let row = 0; row < count; row++) takeIn(row);
  const columnOf = new Array<number>(count).fill(NONE);
  rowOf.forEach((row, column) => (columnOf[row] = column));
  return columnOf;

  function takeIn(newRow: number): void {
    const shortest = new Float64Array(count).fill(Infinity);
    const before = new Int32Array(count).fill(NONE);
    const isDone = new Uint8Array(count);
    let row = newRow;
    let reached = 0;
    let column = NONE;
    for (;;) {
      let next = NONE;
      const own = costs[row] ?? [];
      const base = reached - (ofRow[row] ?? 0);
      for (let j = 0; j < count; j++) {
        if (isDone[j] === 1) continue;
        const along = base + (own[j] ?? 0) - (ofColumn[j] ?? 0);
        if (along < (shortest[j] ?? Infinity)) {
          shortest[j] = along;
          before[j] = column;
        }
        if (next === NONE || (shortest[j] ?? 0) < (shortest[next] ?? 0)) next = j;
      }
      column = next;
      isDone[column] = 1;
      reached = shortest[column] ?? 0;
      const taken = rowOf[column] ?? NONE;
      if (taken === NONE) break;
      row = taken;
    }
    settle(newRow, { shortest, isDone, reached });
    for (let at = column; at !== NONE;) {
      const from = before[at] ?? NONE;
      rowOf[at] = from === NONE ? newRow : (rowOf[from] ?? NONE);
      at = from;
    }
  }
  /** What was reached on the way costs so much more, or less, by itself. */
  function settle(
    newRow: number,
    way: {
      readonly shortest: Float64Array;
      readonly isDone: Uint8Array;
      readonly reached: number;
    },
  ): void {
    ofRow[newRow] = (ofRow[newRow] ?? 0) + way.reached;
    for (let j = 0; j < count; j++) {
      if (way.isDone[j] !== 1) continue;
      const change = way.reached - (way.shortest[j] ?? 0);
      ofColumn[j] = (ofColumn[j] ?? 0) - change;
      const row = rowOf[j] ?? NONE;
      if (row !== NONE) ofRow[row] = (ofRow[row] ?? 0) + change;
    }
  }
}
const NONE = -1;
