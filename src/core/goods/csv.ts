import Papa from 'papaparse';
import { type Currency, lengthUnits, massUnits, type Problem } from '../exact/index.ts';
import { readItem } from './item.ts';
import { type Item, itemSchema, type Override } from './schema.ts';

/** The columns of a goods file, in order. Mass and size hold figure and unit: `520 g`, `120 x 12 x 8 cm`. Tags are parted by spaces. */
const required = ['sku', 'name', 'price', 'mass', 'size', 'tags', 'kind', 'template'] as const;
const optional = ['parent', 'cost', 'prices', 'taxClass', 'origin', 'stockedBy', 'hazards', 'override', 'fee'] as const;
export const goodsColumns = [...required, ...optional] as const;
export type Column = (typeof goodsColumns)[number];
/** A column as the head line has it. @example headOf('stockedBy') // 'stocked by' */
const headOf = (column: Column): string => column.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
const columnOf: ReadonlyMap<string, string> = new Map(goodsColumns.map((column) => [headOf(column), column]));

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
    goodsColumns.map(headOf),
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
    case 'hazards':
    case 'stockedBy':
      return item[column].join(' ');
    case 'prices':
      return Object.entries(item.prices)
        .map(([market, price]) => `${market}=${price}`)
        .join(' ');
    case 'override':
      return item.override ? overrideText(item.override) : '';
    case 'fee':
      return item.fee ? `${item.fee.each}${item.fee.freed ? ' freed' : ''}` : '';
    default:
      return item[column] ?? '';
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
    case 'hazards':
    case 'stockedBy':
      return cell.split(/\s+/).filter(Boolean);
    case 'prices':
      return Object.fromEntries(
        cell
          .split(/\s+/)
          .filter(Boolean)
          .map((entry) => entry.split('=', 2)),
      );
    case 'override':
      return cell === '' ? null : overrideOf(cell);
    case 'fee': {
      const [each, freed, ...more] = cell.split(/\s+/);
      return cell === '' ? null : (freed === undefined || freed === 'freed') && more.length === 0 ? { each, freed: freed === 'freed' } : cell;
    }
    case 'sku':
    case 'name':
      return cell;
    default:
      return cell || null;
  }
}

/** A delivery override in a cell: `only standard`, `not two-day`, `fixed 6.00`, `fixed 6.00 freed`, `free`, `pickup`. */
export function overrideText(override: Override): string {
  switch (override.is) {
    case 'only':
    case 'not':
      return `${override.is} ${override.services.join(' ')}`;
    case 'fixed':
      return `fixed ${override.each}${override.freed ? ' freed' : ''}`;
    case 'ships free':
      return 'free';
    case 'pickup only':
      return 'pickup';
  }
}

function overrideOf(cell: string): Override | string {
  const [word = '', ...rest] = cell.split(/\s+/);
  if (word === 'free' && rest.length === 0) return { is: 'ships free' };
  if (word === 'pickup' && rest.length === 0) return { is: 'pickup only' };
  if ((word === 'only' || word === 'not') && rest.length > 0) return { is: word, services: rest };
  if (word === 'fixed' && rest[0] !== undefined && (rest.length === 1 || (rest.length === 2 && rest[1] === 'freed'))) return { is: 'fixed', each: rest[0], freed: rest.length === 2 };
  return cell;
}

const wants: Record<Column, string> = {
  sku: 'letters, digits, dot, hyphen and underscore, at most 40',
  name: 'a name of 1 to 120 letters',
  price: 'an amount such as 4.90; nothing for a variant that takes its parent’s',
  mass: 'a figure and one of g, kg, oz, lb, such as 520 g',
  size: 'three sides and one of mm, cm, in, such as 120 x 12 x 8 cm',
  tags: 'small letters, digits and hyphens, parted by spaces',
  kind: 'small letters, digits and hyphens, such as parcel',
  template: 'the id of a template of the book, or nothing for the default one',
  parent: 'the SKU of the item it is a variant of',
  cost: 'an amount such as 2.10',
  prices: 'market=amount, parted by spaces, such as japan=5200',
  taxClass: 'small letters, digits and hyphens, such as standard',
  origin: 'the name of a stock place',
  stockedBy: 'channels, parted by spaces, such as harrowmere',
  hazards: 'small letters, digits and hyphens, parted by spaces, such as lithium',
  override: 'only or not and services; fixed and an amount; free; pickup',
  fee: 'an amount such as 1.30, with freed behind it where free delivery drops it',
};

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

/** The same in steps: after every `each` lines it tells how far it is, so that whoever reads a large file can give way. */
export function* readGoodsSteps(text: string, currency: Currency, templates: ReadonlySet<string>, each: number): Generator<{ readonly done: number; readonly all: number }, GoodsFile> {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const head = (data[0] ?? []).map((cell) => columnOf.get(plain(cell).toLowerCase()) ?? plain(cell).toLowerCase());
  const missing = required.filter((column) => !head.includes(column));
  const columns = goodsColumns.filter((column) => head.includes(column));
  const odd = head.filter((cell) => !goodsColumns.includes(cell as Column));
  if (missing.length > 0 || odd.length > 0) {
    const wrong = [missing.length > 0 && `no column ${missing.join(', ')}`, odd.length > 0 && `unknown column ${odd.join(', ')}`].filter(Boolean).join('; ');
    return {
      items: [],
      columns,
      badLines: [{ line: 1, text: head.join(','), problems: [{ at: ['head'], wrong, right: `the head line ${required.join(',')}, and perhaps ${optional.map(headOf).join(', ')}` }] }],
    };
  }
  const items: Item[] = [];
  const badLines: BadLine[] = [];
  const lineOfSku = new Map<string, number>();
  for (const [i, cells] of data.slice(1).entries()) {
    if (i > 0 && i % each === 0) yield { done: i, all: data.length - 1 };
    const line = i + 2;
    const problems: Problem[] = errors.filter((one) => one.row === i + 1).map((one) => ({ at: ['line'], wrong: one.message, right: 'every quotation mark closed (RFC 4180)' }));
    if (cells.length !== head.length) problems.push({ at: ['line'], wrong: `${cells.length} cells`, right: `${head.length} cells, one a column` });
    const entry = Object.fromEntries(columns.map((column) => [column, entryOf(column, cells[head.indexOf(column)] ?? '')]));
    const read = itemSchema.safeParse(entry);
    if (!read.success) {
      for (const column of new Set(read.error.issues.map((issue) => issue.path[0] as Column))) {
        problems.push({ at: [column], wrong: `“${cells[head.indexOf(column)] ?? ''}”`, right: wants[column] });
      }
    } else {
      // A variant may leave its price to its parent.
      const figures = readItem(read.data.price === null && read.data.parent !== null ? { ...read.data, price: '0' } : read.data, currency);
      if (!figures.ok) problems.push(...figures.problems);
      const { sku, template } = read.data;
      const double = lineOfSku.get(sku);
      if (double) problems.push({ at: ['sku'], wrong: `${sku} stands in line ${double} already`, right: 'each SKU once' });
      if (template !== null && !templates.has(template)) problems.push({ at: ['template'], wrong: `no template “${template}”`, right: [...templates].join(', ') });
      lineOfSku.set(sku, double ?? line);
      if (problems.length === 0) items.push(read.data);
    }
    if (problems.length > 0) badLines.push({ line, text: cells.join(','), problems });
  }
  return { items, columns, badLines };
}
