import Papa from 'papaparse';

/** What parts the cells of a row. */
export const delimiters = [',', ';', '\t', '|'] as const;
export type Delimiter = (typeof delimiters)[number];

/** A row of a file, and the line it begins in, counted from 1 as an editor counts. */
export interface CsvRow {
  readonly line: number;
  readonly cells: readonly string[];
  /** A quote in it is never closed. */
  readonly open: boolean;
}

/** A first line that spreadsheets read as a word of what parts the cells, such as `sep=;`. */
const said = /^sep=(.)\n/i;
const looked = 40;

/** One line end for all, and no byte order mark, so that lines count alike whoever wrote the file. */
const evened = (text: string): string => text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');

/**
 * What parts the cells: what the file itself says, else what parts its first rows into the most cells alike; a comma
 * where nothing does.
 * @example delimiterOf('sku;price\nA;4,90\n') // ';'
 */
export function delimiterOf(text: string): Delimiter {
  const beginning = evened(text.slice(0, 1 << 16));
  const own = delimiters.find((one) => one === said.exec(beginning)?.[1]);
  if (own) return own;
  let [best, most] = [delimiters[0] as Delimiter, 0];
  for (const delimiter of delimiters) {
    const { data } = Papa.parse<string[]>(beginning, { delimiter, newline: '\n', preview: looked });
    const widths = data.filter((cells) => cells.some((cell) => cell !== '')).map((cells) => cells.length);
    const worth = alikeness(widths);
    if (worth > most) [best, most] = [delimiter, worth];
  }
  return best;
}

/** How many cells beyond one the rows have, weighed by how many rows have just as many. */
function alikeness(widths: readonly number[]): number {
  const of = new Map<number, number>();
  for (const width of widths) of.set(width, (of.get(width) ?? 0) + 1);
  const [width, count] = [...of].reduce(
    (best, one) => (one[1] * (one[0] - 1) > best[1] * (best[0] - 1) ? one : best),
    [1, 0],
  );
  return ((width - 1) * count ** 2) / Math.max(1, widths.length);
}

/**
 * The rows of a CSV file (RFC 4180, parted by any of the {@link delimiters}) that are not blank; blank lines and cells
 * of several lines are counted.
 */
export function csvRows(text: string, delimiter: Delimiter = delimiterOf(text)): CsvRow[] {
  const even = evened(text);
  const says = said.exec(even)?.[0] ?? '';
  const { data, errors } = Papa.parse<string[]>(even.slice(says.length), { delimiter, newline: '\n' });
  const open = new Set(errors.flatMap((one) => (one.type === 'Quotes' ? [one.row] : [])));
  let line = says === '' ? 1 : 2;
  return data.flatMap((cells, i) => {
    const begins = line;
    line += 1 + cells.reduce((sum, cell) => sum + (cell.includes('\n') ? cell.split('\n').length - 1 : 0), 0);
    return cells.every((cell) => cell.trim() === '') ? [] : [{ line: begins, cells, open: open.has(i) }];
  });
}
