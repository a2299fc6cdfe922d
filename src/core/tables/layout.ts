import { z } from 'zod';
import { delimiters } from './delimiter.ts';
import { marks } from './figure.ts';
import type { CsvRow } from './rows.ts';

/** Which of a date's figures comes first; all begin or end with the year. */
export const dayOrders = ['year first', 'day first', 'month first'] as const;
export type DayOrder = (typeof dayOrders)[number];

/** What a column of a file is taken for, and how its figures are to be read. */
export const columnLayoutSchema = z.strictObject({
  /** As it stands in the file. */
  head: z.string().max(500),
  /** The name of a target; null: the column is not taken. */
  to: z.string().max(40).nullable(),
  /** The unit of figures that have none beside them. */
  unit: z.string().max(10).nullable(),
  mark: z.enum(marks).nullable(),
  days: z.enum(dayOrders).nullable(),
});
/** How a file is to be read. */
export const layoutSchema = z.strictObject({
  delimiter: z.enum(delimiters),
  /** The line its heads stand in; 0 where it has none. */
  line: z.int().min(0),
  columns: z.array(columnLayoutSchema).max(500),
});
export type ColumnLayout = z.infer<typeof columnLayoutSchema>;
export type Layout = z.infer<typeof layoutSchema>;

/** The rows below the line of the heads. */
export const rowsBelow = (rows: readonly CsvRow[], layout: Layout): readonly CsvRow[] =>
  rows.filter((row) => row.line > layout.line);

/** A head as it is compared: small letters and digits without accents, single spaces, no unit in brackets. */
export const headWords = (head: string): string =>
  head
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[([{][^)\]}]*[)\]}]/g, ' ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** What layouts of files with the same heads have in common. */
export const layoutKey = ({ columns }: Layout): string => columns.map(({ head }) => headWords(head)).join('\n');
