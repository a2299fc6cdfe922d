import Papa from 'papaparse';
import type { Problem } from '../exact/index.ts';
import { code as codeSchema } from './schema.ts';

/** A line of a file that cannot be taken; counted from 1, the head line included. */
interface BadLine {
  readonly line: number;
  readonly problems: readonly Problem[];
}

/** Rows of a CSV file (RFC 4180) by their columns; a wrong head is the only bad line then. */
function rowsOf(text: string, columns: readonly string[], optional: readonly string[]): { rows: { line: number; cells: Record<string, string> }[]; badLines: BadLine[] } {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
  const head = (data[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const wrong = columns.filter((column) => !head.includes(column));
  const strange = head.filter((column) => ![...columns, ...optional].includes(column));
  if (wrong.length + strange.length > 0) {
    const right = `a first line with ${[...columns, ...optional.map((one) => `${one} (may be left out)`)].join(', ')}`;
    return { rows: [], badLines: [{ line: 1, problems: [{ at: ['head'], wrong: wrong.length > 0 ? `no column ${wrong.join(', ')}` : `no such column: ${strange.join(', ')}`, right }] }] };
  }
  return { rows: data.slice(1).map((cells, i) => ({ line: i + 2, cells: Object.fromEntries(head.map((column, at) => [column, (cells[at] ?? '').trim()])) })), badLines: [] };
}

/** A file of single-use codes: columns `code` and, if one likes, `used` (a moment, or empty). Each code once. */
export function readCodes(text: string): { codes: { code: string; used: string | null }[]; badLines: BadLine[] } {
  const { rows, badLines } = rowsOf(text, ['code'], ['used']);
  const codes = new Map<string, { code: string; used: string | null }>();
  const bad: BadLine[] = [...badLines];
  for (const { line, cells } of rows) {
    const problems: Problem[] = [];
    const { code = '', used = '' } = cells;
    const read = codeSchema.safeParse(code);
    if (!read.success) problems.push({ at: ['code'], wrong: `“${code}” is no code`, right: read.error.issues[0]?.message ?? 'a code' });
    if (codes.has(code)) problems.push({ at: ['code'], wrong: `“${code}” stands twice`, right: 'each code once' });
    if (used !== '' && Number.isNaN(Date.parse(used))) problems.push({ at: ['used'], wrong: `“${used}” is no moment`, right: '2026-11-24T09:10:00Z, or empty' });
    if (problems.length > 0) bad.push({ line, problems });
    else codes.set(code, { code, used: used === '' ? null : new Date(used).toISOString() });
  }
  return { codes: [...codes.values()], badLines: bad };
}

/** A file of customers: columns `customer` (an id, nothing else) and `segment`, one of those given. */
export function readCustomers(text: string, segments: readonly string[]): { customers: { customer: string; segment: string }[]; badLines: BadLine[] } {
  const { rows, badLines } = rowsOf(text, ['customer', 'segment'], []);
  const customers = new Map<string, { customer: string; segment: string }>();
  const bad: BadLine[] = [...badLines];
  for (const { line, cells } of rows) {
    const problems: Problem[] = [];
    const { customer = '', segment = '' } = cells;
    if (!/^[A-Za-z0-9._-]{1,40}$/.test(customer))
      problems.push({ at: ['customer'], wrong: `“${customer}” is no id`, right: 'letters, digits, dot, hyphen, underscore, at most 40: an id, nothing personal' });
    if (customers.has(customer)) problems.push({ at: ['customer'], wrong: `“${customer}” stands twice`, right: 'each customer once' });
    if (!segments.includes(segment)) problems.push({ at: ['segment'], wrong: `no segment “${segment}”`, right: segments.join(', ') || 'a segment of the book' });
    if (problems.length > 0) bad.push({ line, problems });
    else customers.set(customer, { customer, segment });
  }
  return { customers: [...customers.values()], badLines: bad };
}
