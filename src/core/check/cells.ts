/** A run of whole numbers, both ends in it, on which no rule of either side changes. */
export interface Cell {
  readonly from: number;
  readonly to: number;
}

/**
 * Cuts the whole numbers from `low` to `high` at edges. An edge is the first number of a cell.
 * @example cellsOf([60], 1, 100) // [{ from: 1, to: 59 }, { from: 60, to: 100 }]
 */
export function cellsOf(edges: readonly number[], low: number, high: number): Cell[] {
  const starts = [...new Set([low, ...edges.filter((edge) => edge > low && edge <= high)])].sort((a, b) => a - b);
  return starts.map((from, i) => ({ from, to: (starts[i + 1] ?? high + 1) - 1 }));
}

/** Both ends of a cell; one where they are the same. */
export const endsOf = (cell: Cell): number[] => (cell.from === cell.to ? [cell.from] : [cell.from, cell.to]);
