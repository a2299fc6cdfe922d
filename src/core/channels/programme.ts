import { solve } from 'yalps';

/** So much of a thing, from nothing up to the most: what each gives, and how much of what each row allows it takes. */
export interface Column {
  readonly most: number;
  readonly gives: number;
  readonly rows: readonly number[];
}

/**
 * A bound of what a linear programme gives at the most, hardly above it: the sum of what its columns give, where they
 * take of each row no more than that allows. A solver looks for the price of each row; whatever it finds, prices that
 * are not negative give a bound (weak duality), which is worked out here.
 *
 * @param allowed what each row allows
 * @param alone so many columns come first that are bounded each by itself; all others together, by what one of them is
 */
export function mostOf(allowed: readonly number[], columns: readonly Column[], alone: number): number {
  const scales = allowed.map((_, i) => Math.max(1, ...columns.map(({ rows }) => Math.abs(rows[i] ?? 0))));
  const { status, variables } = solve<number, string>(
    {
      direction: 'minimize',
      objective: 'cost',
      constraints: [
        ...columns.map(({ gives }, j) => [`column ${j}`, { min: gives }] as const),
        // Where no columns fit the rows, there would be no end to prices.
        ...allowed.map((_, i) => [`row ${i}`, { max: dearest }] as const),
      ],
      variables: allowed.map((most, i): [number, [string, number][]] => {
        const scale = scales[i] as number;
        const taken = columns.flatMap(({ rows }, j): [string, number][] =>
          rows[i] ? [[`column ${j}`, rows[i] / scale]] : [],
        );
        return [i, [['cost', most / scale], [`row ${i}`, 1], ...taken]];
      }),
    },
    { includeZeroVariables: true },
  );
  if (status !== 'optimal') return Number.POSITIVE_INFINITY;
  const prices = new Array<number>(allowed.length).fill(0);
  for (const [i, price] of variables) prices[i] = Math.max(0, price / (scales[i] as number));
  const left = columns.map(
    ({ gives, rows }) => gives - rows.reduce((sum, one, i) => sum + one * (prices[i] as number), 0),
  );
  const over = (j: number) => Math.max(0, left[j] as number) * (columns[j]?.most ?? 0);
  return (
    allowed.reduce((sum, most, i) => sum + most * (prices[i] as number), 0) +
    columns.slice(0, alone).reduce((sum, _, j) => sum + over(j), 0) +
    Math.max(0, ...columns.slice(alone).map((_, j) => over(alone + j)))
  );
}

/** The highest price of as much of a row as a column takes of it, looked for. */
const dearest = 1e7;
