import type { Remark } from '../common/standin.ts';

/** A line of the file: its kind, and its cells by the page's column names. */
export interface Line {
  readonly kind: string;
  readonly cells: Cells;
}
export type Cells = Readonly<Record<string, string>>;

/** How a version of the page has lines: the columns of each kind, and what is wrong with one. */
export interface Grammar {
  readonly columns: Readonly<Record<string, readonly string[]>>;
  /** What is wrong with a cell, or null. `known` holds the names defined so far. */
  fault(kind: string, field: string, cell: string, known: ReadonlySet<string>): string | null;
  /** What is wrong with a line whose cells are right each by itself: the field, and the reason. */
  amiss(line: Line, known: ReadonlySet<string>): readonly [field: string, reason: string] | null;
  /** The names that a line defines. */
  names(line: Line): readonly string[];
}

export const words = (cell: string | undefined): string[] => (cell ?? '').split(' ').filter(Boolean);

/** Reads a file line by line; where any line is wrong the remarks say which and why. */
export function readLines(
  file: string,
  text: string,
  { columns, fault, amiss, names }: Grammar,
): { lines: Line[]; remarks: Remark[] } {
  const remarks: Remark[] = [];
  const known = new Set<string>();
  const rows = text.endsWith('\n') ? text.slice(0, -1).split('\n') : text.split('\n');
  const lines = rows.flatMap((row, i): Line[] => {
    const [kind = '', ...cells] = row.split('\t');
    const note = (field: string, reason: string) => remarks.push({ file, line: i + 1, field, reason });
    const fields = Object.hasOwn(columns, kind) ? columns[kind] : undefined;
    if (!fields) {
      note('kind', row === '' ? 'empty line' : `unknown kind ${kind}`);
      return [];
    }
    if ((kind === 'SITE') !== (i === 0)) note('kind', 'SITE stands first, and once');
    if (cells.length !== fields.length) {
      note('kind', `${cells.length} cells after ${kind}; ${fields.length} are needed`);
      return [];
    }
    const line = { kind, cells: Object.fromEntries(fields.map((field, at) => [field, cells[at] ?? ''])) };
    const wrong = fields.flatMap((field) => {
      const reason = fault(kind, field, line.cells[field] ?? '', known);
      return reason ? [[field, reason] as const] : [];
    });
    const whole = wrong.length > 0 ? null : amiss(line, known);
    for (const [field, reason] of whole ? [whole] : wrong) note(field, reason);
    for (const name of names(line)) known.add(name);
    return [line];
  });
  return { lines, remarks };
}

/** A line as the file has it. */
export const written = ({ kind, cells }: Line, { columns }: Grammar): string =>
  `${[kind, ...(columns[kind] ?? []).map((field) => cells[field] ?? '')].join('\t')}\n`;
