/**
 * A backup is a gzip file of lines: a head, then for each table its name and columns and a line for each row, then an
 * end with what all lines before it come to. See docs/formats/backup.md.
 */
export const format = 'plemb-backup/1';

export interface Head {
  readonly plemb: 'backup';
  readonly format: string;
  readonly at: string;
  /** The newest revision, and whose book it is; null where there is none. */
  readonly revision: number;
  readonly seller: string | null;
  /** The numbered files that had made the tables. */
  readonly migrations: readonly string[];
}

export interface TableLine {
  readonly plemb: 'table';
  readonly name: string;
  readonly columns: readonly string[];
  readonly rows: number;
}

export interface End {
  readonly plemb: 'end';
  /** SHA-256 over all lines before, each with its line feed. */
  readonly sha256: string;
}

/** Lines that are no rows begin so: no table has such a column. */
export const marks = (line: string): boolean => line.startsWith('{"plemb":');

/** Why a backup cannot be made or put back, for whoever asked for it. */
export class Unable extends Error {}
