import Papa from 'papaparse';
import { type Currency, lengthUnits, massUnits, type Problem } from '../exact/index.ts';
import { readItem } from './item.ts';
import { type Item, itemSchema } from './schema.ts';

/** The columns of a goods file, in order. Mass and size hold figure and unit: `520 g`, `120 x 12 x 8 cm`. Tags are parted by spaces. */
export const goodsColumns = ['sku', 'name', 'price', 'mass', 'size', 'tags', 'kind', 'template'] as const;
type Column = (typeof goodsColumns)[number];

/** A line of a file that cannot be taken, with all its reasons. `line` counts from 1, the head line included. */
export interface BadLine {
  readonly line: number;
  readonly text: string;
  readonly problems: readonly Problem[];
}

export interface GoodsFile {
  readonly items: readonly Item[];
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
    goodsColumns,
    items.map((item) => goodsColumns.map((column) => cellOf(item, column))),
  );
}

/** An item's entry in a column, as text. */
export function cellOf(item: Item, column: Column): string {
  switch (column) {
    case 'mass':
      return item.mass ? `${item.mass.value} ${item.mass.unit}` : '';
    case 'size':
      return item.size ? `${item.size.length} x ${item.size.width} x ${item.size.height} ${item.size.unit}` : '';
    case 'tags':
      return item.tags.join(' ');
    case 'template':
      return item.template ?? '';
    default:
      return item[column];
  }
}

/** What an entry typed into a column stands for; the problem is told by the schema when it is read. */
export function entryOf(column: Column, text: string): unknown {
  const cell = plain(text);
  switch (column) {
    case 'mass': {
      const found = new RegExp(`^(\\S+)\\s*(${massUnits.join('|')})$`).exec(cell);
      return cell === '' ? null : found ? { value: found[1], unit: found[2] } : cell;
    }
    case 'size': {
      const found = new RegExp(`^(\\S+)\\s*[x×]\\s*(\\S+)\\s*[x×]\\s*(\\S+?)\\s*(${lengthUnits.join('|')})$`).exec(cell);
      return cell === '' ? null : found ? { length: found[1], width: found[2], height: found[3], unit: found[4] } : cell;
    }
    case 'tags':
      return cell.split(/\s+/).filter(Boolean);
    case 'template':
      return cell || null;
    default:
      return cell;
  }
}

const wants: Record<Column, string> = {
  sku: 'letters, digits, dot, hyphen and underscore, at most 40',
  name: 'a name of 1 to 120 letters',
  price: 'an amount such as 4.90',
  mass: 'a figure and one of g, kg, oz, lb, such as 520 g',
  size: 'three sides and one of mm, cm, in, such as 120 x 12 x 8 cm',
  tags: 'small letters, digits and hyphens, parted by spaces',
  kind: 'small letters, digits and hyphens, such as parcel',
  template: 'the id of a template of the book, or nothing for the default one',
};

/**
 * Reads a goods file. Every line comes out either as an item or with all its problems; doubles of a SKU and templates
 * that the book does not have are problems of their line.
 */
export function readGoods(text: string, currency: Currency, templates: ReadonlySet<string>): GoodsFile {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const head = (data[0] ?? []).map((cell) => plain(cell).toLowerCase());
  const missing = goodsColumns.filter((column) => !head.includes(column));
  const odd = head.filter((cell) => !goodsColumns.includes(cell as Column));
  if (missing.length > 0 || odd.length > 0) {
    const wrong = [missing.length > 0 && `no column ${missing.join(', ')}`, odd.length > 0 && `unknown column ${odd.join(', ')}`].filter(Boolean).join('; ');
    return { items: [], badLines: [{ line: 1, text: head.join(','), problems: [{ at: ['head'], wrong, right: `the head line ${goodsColumns.join(',')}` }] }] };
  }
  const items: Item[] = [];
  const badLines: BadLine[] = [];
  const lineOfSku = new Map<string, number>();
  data.slice(1).forEach((cells, i) => {
    const line = i + 2;
    const problems: Problem[] = errors.filter((one) => one.row === i + 1).map((one) => ({ at: ['line'], wrong: one.message, right: 'every quotation mark closed (RFC 4180)' }));
    if (cells.length !== head.length) problems.push({ at: ['line'], wrong: `${cells.length} cells`, right: `${head.length} cells, one a column` });
    const entry = Object.fromEntries(goodsColumns.map((column) => [column, entryOf(column, cells[head.indexOf(column)] ?? '')]));
    const read = itemSchema.safeParse(entry);
    if (!read.success) {
      for (const column of new Set(read.error.issues.map((issue) => issue.path[0] as Column))) {
        problems.push({ at: [column], wrong: `“${cells[head.indexOf(column)] ?? ''}”`, right: wants[column] });
      }
    } else {
      const figures = readItem(read.data, currency);
      if (!figures.ok) problems.push(...figures.problems);
      const { sku, template } = read.data;
      const double = lineOfSku.get(sku);
      if (double) problems.push({ at: ['sku'], wrong: `${sku} stands in line ${double} already`, right: 'each SKU once' });
      if (template !== null && !templates.has(template)) problems.push({ at: ['template'], wrong: `no template “${template}”`, right: [...templates].join(', ') });
      lineOfSku.set(sku, double ?? line);
      if (problems.length === 0) items.push(read.data);
    }
    if (problems.length > 0) badLines.push({ line, text: cells.join(','), problems });
  });
  return { items, badLines };
}
