import Papa from 'papaparse';
import { type Currency, isMonday, type Problem, parseAmount } from '../exact/index.ts';
import { code as codeSchema } from './codes/kind.ts';

/** A line of a file that cannot be taken; counted from 1, the head line included. */
interface BadLine {
  readonly line: number;
  readonly problems: readonly Problem[];
}

/** Rows of a CSV file (RFC 4180) by their columns; a wrong head is the only bad line then. */
function rowsOf(
  text: string,
  columns: readonly string[],
  optional: readonly string[],
): { rows: { line: number; cells: Record<string, string> }[]; badLines: BadLine[] } {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
  const head = (data[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const wrong = columns.filter((column) => !head.includes(column));
  const strange = head.filter((column) => ![...columns, ...optional].includes(column));
  if (wrong.length + strange.length > 0) {
    const right = `a first line with ${[...columns, ...optional.map((one) => `${one} (may be left out)`)].join(', ')}`;
    return {
      rows: [],
      badLines: [
        {
          line: 1,
          problems: [
            {
              at: ['head'],
              wrong: wrong.length > 0 ? `no column ${wrong.join(', ')}` : `no such column: ${strange.join(', ')}`,
              right,
            },
          ],
        },
      ],
    };
  }
  return {
    rows: data.slice(1).map((cells, i) => ({
      line: i + 2,
      cells: Object.fromEntries(head.map((column, at) => [column, (cells[at] ?? '').trim()])),
    })),
    badLines: [],
  };
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
    if (!read.success)
      problems.push({ at: ['code'], wrong: `“${code}” is no code`, right: read.error.issues[0]?.message ?? 'a code' });
    if (codes.has(code)) problems.push({ at: ['code'], wrong: `“${code}” stands twice`, right: 'each code once' });
    if (used !== '' && Number.isNaN(Date.parse(used)))
      problems.push({ at: ['used'], wrong: `“${used}” is no moment`, right: '2026-11-24T09:10:00Z, or empty' });
    if (problems.length > 0) bad.push({ line, problems });
    else codes.set(code, { code, used: used === '' ? null : new Date(used).toISOString() });
  }
  return { codes: [...codes.values()], badLines: bad };
}

/** A file of customers: columns `customer` (an id, nothing else) and `segment`, one of those given. */
export function readCustomers(
  text: string,
  segments: readonly string[],
): { customers: { customer: string; segment: string }[]; badLines: BadLine[] } {
  const { rows, badLines } = rowsOf(text, ['customer', 'segment'], []);
  const customers = new Map<string, { customer: string; segment: string }>();
  const bad: BadLine[] = [...badLines];
  for (const { line, cells } of rows) {
    const problems: Problem[] = [];
    const { customer = '', segment = '' } = cells;
    if (!/^[A-Za-z0-9._-]{1,40}$/.test(customer))
      problems.push({
        at: ['customer'],
        wrong: `“${customer}” is no id`,
        right: 'letters, digits, dot, hyphen, underscore, at most 40: an id, nothing personal',
      });
    if (customers.has(customer))
      problems.push({ at: ['customer'], wrong: `“${customer}” stands twice`, right: 'each customer once' });
    if (!segments.includes(segment))
      problems.push({
        at: ['segment'],
        wrong: `no segment “${segment}”`,
        right: segments.join(', ') || 'a segment of the book',
      });
    if (problems.length > 0) bad.push({ line, problems });
    else customers.set(customer, { customer, segment });
  }
  return { customers: [...customers.values()], badLines: bad };
}

/**
 * What an offer with a budget cost in a week and a channel (null: none said): its week's Monday, an amount in the first
 * market's currency.
 */
export interface SpendRow {
  readonly offer: string;
  readonly week: string;
  readonly channel: string | null;
  readonly amount: string;
}

/**
 * A file of spend: columns `offer`, `week` (its Monday), `amount` and, if one likes, `channel`. Each offer, week and
 * channel once.
 */
export function readSpend(
  text: string,
  known: { readonly offers: readonly string[]; readonly channels: readonly string[]; readonly currency: Currency },
): { rows: SpendRow[]; badLines: BadLine[] } {
  const { rows, badLines } = rowsOf(text, ['offer', 'week', 'amount'], ['channel']);
  const taken = new Map<string, SpendRow>();
  const bad: BadLine[] = [...badLines];
  for (const { line, cells } of rows) {
    const problems: Problem[] = [];
    const { offer = '', week = '', channel = '', amount = '' } = cells;
    const key = JSON.stringify([offer, week, channel]);
    if (!known.offers.includes(offer))
      problems.push({
        at: ['offer'],
        wrong: `no offer “${offer}”`,
        right: known.offers.join(', ') || 'an offer with a budget',
      });
    if (!isMonday(week))
      problems.push({
        at: ['week'],
        wrong: `“${week}” is no Monday`,
        right: 'the Monday of the week, such as 2026-11-23',
      });
    if (channel !== '' && !known.channels.includes(channel))
      problems.push({
        at: ['channel'],
        wrong: `no channel “${channel}”`,
        right: `${known.channels.join(', ')}, or empty`,
      });
    const read = parseAmount(amount, known.currency);
    if (!read.ok) problems.push(...read.problems.map((one) => ({ ...one, at: ['amount'] })));
    if (taken.has(key))
      problems.push({ at: ['week'], wrong: 'this offer, week and channel stand twice', right: 'each once' });
    if (problems.length > 0) bad.push({ line, problems });
    else taken.set(key, { offer, week, channel: channel || null, amount });
  }
  return { rows: [...taken.values()], badLines: bad };
}
