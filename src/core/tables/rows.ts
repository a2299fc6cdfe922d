import Papa from 'papaparse';
import { type Delimiter, delimiters } from './delimiter.ts';

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
  const reader = rowReader(delimiter);
  return [...reader.feed(text), ...reader.end()];
}

/**
 * Reads the rows of a file that comes in pieces, cut wherever: each piece gives the rows that are whole by then, the
 * end gives the rest.
 */
export function rowReader(delimiter: Delimiter): { feed(piece: string): CsvRow[]; end(): CsvRow[] } {
  /** What has come and is not yet read, how much of it has been looked at, and whether that ends within quotes. */
  let [rest, looked, quoted] = ['', 0, false];
  /** A line end that may be cut in two. */
  let held = '';
  let [line, begun] = [1, false];
  const read = (even: string): CsvRow[] => {
    const says = begun ? '' : (said.exec(even)?.[0] ?? '');
    begun = true;
    if (says !== '') line += 1;
    const rows = rowsIn(even.slice(says.length), delimiter, line);
    line = rows.next;
    return rows.rows;
  };
  return {
    feed(piece) {
      const come = held + piece;
      held = come.endsWith('\r') ? '\r' : '';
      rest += evened(come.slice(0, come.length - held.length));
      let cut = 0;
      for (; looked < rest.length; looked += 1) {
        const letter = rest.charCodeAt(looked);
        if (letter === 34) quoted = !quoted;
        else if (letter === 10 && !quoted) cut = looked + 1;
      }
      const whole = rest.slice(0, cut);
      rest = rest.slice(cut);
      looked = rest.length;
      return whole === '' ? [] : read(whole);
    },
    end: () => (rest + held === '' ? [] : read(evened(rest + held))),
  };
}

function rowsIn(even: string, delimiter: Delimiter, from: number): { rows: CsvRow[]; next: number } {
  const { data, errors } = Papa.parse<string[]>(even, { delimiter, newline: '\n' });
  const open = new Set(errors.flatMap((one) => (one.type === 'Quotes' ? [one.row] : [])));
  let line = from;
  const rows: CsvRow[] = [];
  for (const [i, cells] of data.entries()) {
    // After the last line end nothing begins.
    if (i === data.length - 1 && cells.length === 1 && cells[0] === '') break;
    const begins = line;
    line += 1;
    for (const cell of cells) if (cell.includes('\n')) line += cell.split('\n').length - 1;
    if (cells.some((cell) => cell.trim() !== '')) rows.push({ line: begins, cells, open: open.has(i) });
  }
  return { rows, next: line };
}

/** The cells of a block copied from a spreadsheet: parted by tabs, rows by line ends, of which the last is nothing. */
export const blockRows = (text: string): readonly (readonly string[])[] =>
  Papa.parse<string[]>(evened(text).replace(/\n$/, ''), { delimiter: '\t', newline: '\n' }).data;

/** Cells as a block that spreadsheets take. */
export const blockOf = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(rows as string[][], { delimiter: '\t', newline: '\n' });
