import { type Currency, isMonday, kept, nothing, type Problem, parseAmount, parseMoment } from '../exact/index.ts';
import { csvRows } from '../tables/index.ts';
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
  const [first, ...rows] = csvRows(text);
  const head = (first?.cells ?? []).map((cell) => cell.trim().toLowerCase());
  const missing = columns.filter((column) => !head.includes(column));
  const strange = head.filter((column) => ![...columns, ...optional].includes(column));
  if (missing.length + strange.length > 0) {
    const problem: Problem = { at: ['head'], is: 'head', missing, strange, needed: columns, optional };
    return { rows: [], badLines: [{ line: first?.line ?? 1, problems: [problem] }] };
  }
  return {
    rows: rows.map(({ line, cells }) => ({
      line,
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
    if (!codeSchema.safeParse(code).success) problems.push({ at: ['code'], is: 'malformed', text: code, form: 'code' });
    if (codes.has(code)) problems.push({ at: ['code'], is: 'repeated', what: 'code of a batch', id: code, line: null });
    const at = used === '' ? null : parseMoment(used);
    if (used !== '' && at === null)
      problems.push({ at: ['used'], is: 'malformed', text: used, form: 'moment or nothing' });
    if (problems.length > 0) bad.push({ line, problems });
    else codes.set(code, { code, used: at === null ? null : new Date(at).toISOString() });
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
      problems.push({ at: ['customer'], is: 'malformed', text: customer, form: 'customer' });
    if (customers.has(customer))
      problems.push({ at: ['customer'], is: 'repeated', what: 'customer', id: customer, line: null });
    if (!segments.includes(segment))
      problems.push({ at: ['segment'], is: 'unknown', what: 'segment', id: segment, known: segments });
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
      problems.push({ at: ['offer'], is: 'unknown', what: 'offer with a budget', id: offer, known: known.offers });
    if (!isMonday(week)) problems.push({ at: ['week'], is: 'malformed', text: week, form: 'Monday' });
    if (channel !== '' && !known.channels.includes(channel))
      problems.push({ at: ['channel'], is: 'unknown', what: 'channel', id: channel, known: known.channels });
    kept(parseAmount(amount, known.currency), ['amount'], problems, nothing);
    if (taken.has(key))
      problems.push({
        at: ['week'],
        is: 'repeated',
        what: 'spend',
        id: [offer, week, channel].filter(Boolean).join(' '),
        line: null,
      });
    if (problems.length > 0) bad.push({ line, problems });
    else taken.set(key, { offer, week, channel: channel || null, amount });
  }
  return { rows: [...taken.values()], badLines: bad };
}
