import Papa from 'papaparse';

/** A row of a file, and the line it begins in, counted from 1 as an editor counts. */
export interface CsvRow {
  readonly line: number;
  readonly cells: readonly string[];
  /** A quote in it is never closed. */
  readonly open: boolean;
}

/** The rows of a CSV file (RFC 4180) that are not blank; blank lines and cells of several lines are counted. */
export function csvRows(text: string): CsvRow[] {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''));
  const open = new Set(errors.flatMap((one) => (one.type === 'Quotes' ? [one.row] : [])));
  let line = 1;
  return data.flatMap((cells, i) => {
    const begins = line;
    line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\r\n|\n|\r/g)?.length ?? 0), 0);
    return cells.every((cell) => cell.trim() === '') ? [] : [{ line: begins, cells, open: open.has(i) }];
  });
}
