import Papa from 'papaparse';
import type { Currency, Problem } from '../exact/index.ts';
import { csvRows } from './csv-rows.ts';
import { goodsFields } from './fields/list.ts';
import { readItem } from './item.ts';
import { type Column, type Item, itemSchema } from './schema.ts';

const { names: columns, needed, headed } = goodsFields;

/** A line of a file that cannot be taken, with all its reasons. `line` counts from 1, the head line included. */
export interface BadLine {
  readonly line: number;
  readonly text: string;
  readonly problems: readonly Problem[];
}

export interface GoodsFile {
  readonly items: readonly Item[];
  /** Columns the file has: what it does not say of an item that is there already stays as it is. */
  readonly columns: readonly Column[];
  readonly badLines: readonly BadLine[];
}

const formula = /^[=+\-@\t\r]/;
/** A cell that a spreadsheet would run as a formula gets an apostrophe in front, taken off again on reading. */
const harmless = (cell: string) => (formula.test(cell) ? `'${cell}` : cell);
const plain = (cell: string) => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell).trim();

/** Rows as CSV (RFC 4180), with cells that a spreadsheet would run made harmless. */
export const csvOf = (fields: readonly string[], rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse({ fields: [...fields], data: rows.map((row) => row.map(harmless)) }, { newline: '\r\n' })}\r\n`;

export function writeGoods(items: readonly Item[]): string {
  return csvOf(
    columns.map((column) => goodsFields.of(column).head),
    items.map((item) => columns.map((column) => cellOf(item, column))),
  );
}

/** An item's entry in a column, as text. */
export const cellOf = (item: Item, column: Column): string => goodsFields.of(column).write(item[column]);

/** What an entry typed into a column stands for; the problem is told by the schema when it is read. */
export const entryOf = (column: Column, text: string): unknown => goodsFields.of(column).read(plain(text));

/**
 * Reads a goods file. Every line comes out either as an item or with all its problems; doubles of a SKU and templates
 * that the book does not have are problems of their line.
 */
export function readGoods(text: string, currency: Currency, templates: ReadonlySet<string>): GoodsFile {
  const steps = readGoodsSteps(text, currency, templates, Number.POSITIVE_INFINITY);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/**
 * The same in steps: after every `each` lines it tells how far it is, so that whoever reads a large file can give way.
 */
export function* readGoodsSteps(
  text: string,
  currency: Currency,
  templates: ReadonlySet<string>,
  each: number,
): Generator<{ readonly done: number; readonly all: number }, GoodsFile> {
  const [first, ...rows] = csvRows(text);
  const head = (first?.cells ?? []).map((cell) => plain(cell).toLowerCase());
  const named = head.map((cell) => headed(cell) ?? null);
  const there = columns.filter((column) => named.includes(column));
  const wrong = faultOfHead(head, named);
  if (wrong !== null)
    return {
      items: [],
      columns: there,
      badLines: [{ line: first?.line ?? 1, text: head.join(','), problems: [wrong] }],
    };
  const items: Item[] = [];
  const badLines: BadLine[] = [];
  const lineOfSku = new Map<string, number>();
  for (const [i, { line, cells, open }] of rows.entries()) {
    if (i > 0 && i % each === 0) yield { done: i, all: rows.length };
    const problems: Problem[] = [];
    if (open) problems.push({ at: ['line'], is: 'open quote' });
    if (cells.length !== head.length)
      problems.push({ at: ['line'], is: 'cells', found: cells.length, head: head.length });
    const item = readLine((column) => cells[named.indexOf(column)] ?? '', there, currency, templates, problems);
    if (item) {
      const double = lineOfSku.get(item.sku);
      if (double) problems.push({ at: ['sku'], is: 'repeated', what: 'item', id: item.sku, line: double });
      lineOfSku.set(item.sku, double ?? line);
      if (problems.length === 0) items.push(item);
    }
    if (problems.length > 0) badLines.push({ line, text: cells.join(','), problems });
  }
  return { items, columns: there, badLines };
}

/** What is wrong with a head line; null for nothing. */
function faultOfHead(head: readonly string[], named: readonly (Column | null)[]): Problem | null {
  const missing = needed.filter((column) => !named.includes(column));
  const strange = head.filter((_, i) => named[i] === null);
  if (missing.length + strange.length === 0) return null;
  const optional = columns.filter((column) => !needed.includes(column)).map((column) => goodsFields.of(column).head);
  return { at: ['head'], is: 'head', missing, strange, needed, optional };
}

/** One line as an item; null where its cells are none, with all that is wrong with them. */
function readLine(
  cellIn: (column: Column) => string,
  columns: readonly Column[],
  currency: Currency,
  templates: ReadonlySet<string>,
  problems: Problem[],
): Item | null {
  const entry = Object.fromEntries(columns.map((column) => [column, entryOf(column, cellIn(column))]));
  const read = itemSchema.safeParse(entry);
  if (!read.success) {
    for (const column of new Set(read.error.issues.map((issue) => issue.path[0] as Column)))
      problems.push({ at: [column], is: 'cell', field: column, text: cellIn(column) });
    return null;
  }
  const { price, parent, template } = read.data;
  // A variant may leave its price to its parent.
  const figures = readItem(price === null && parent !== null ? { ...read.data, price: '0' } : read.data, currency);
  if (!figures.ok) problems.push(...figures.problems);
  if (template !== null && !templates.has(template))
    problems.push({ at: ['template'], is: 'unknown', what: 'template', id: template, known: [...templates] });
  return read.data;
}
