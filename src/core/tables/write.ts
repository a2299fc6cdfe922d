import Papa from 'papaparse';
import type { Delimiter } from './delimiter.ts';

const formula = /^[=+\-@\t\r]/;
/** A cell that a spreadsheet would run as a formula gets an apostrophe in front, taken off again on reading. */
const harmless = (cell: string) => (formula.test(cell) ? `'${cell}` : cell);
/** A cell as it was before an apostrophe was put in front of it, without the space around it. */
export const plainCell = (cell: string): string => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell).trim();

/** Rows as CSV (RFC 4180), with cells that a spreadsheet would run made harmless. */
export const csvOf = (
  fields: readonly string[],
  rows: readonly (readonly string[])[],
  delimiter: Delimiter = ',',
): string => {
  const data = rows.map((row) => row.map(harmless));
  return `${Papa.unparse({ fields: [...fields], data }, { newline: '\r\n', delimiter })}\r\n`;
};
