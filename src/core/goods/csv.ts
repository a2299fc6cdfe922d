import Papa from 'papaparse';
import { type Currency, lengthUnits, massUnits, type Problem } from '../exact/index.ts';
import { readItem } from './item.ts';
import { type Item, type ItemRow, itemSchema, type OwnRate } from './schema.ts';

/**
 * The columns of a goods file, in order. Mass and size hold figure and unit: `520 g`, `120 x 12 x 8 cm`. Tags are
 * parted by spaces.
 */
const required = ['sku', 'name', 'price', 'mass', 'size', 'tags', 'kind', 'template'] as const;
const optional = [
  'parent',
  'cost',
  'prices',
  'taxClass',
  'origin',
  'stockedBy',
  'notListed',
  'hazards',
  'barred',
  'ownRate',
  'fee',
  'dated',
] as const;
export const goodsColumns = [...required, ...optional] as const;
export type Column = (typeof goodsColumns)[number];
/** Columns whose head is not their name in words. */
const heads: Partial<Record<Column, string>> = { barred: 'not by', fee: 'handling fee', notListed: 'not listed at' };
/** A column as the head line has it. @example headOf('stockedBy') // 'stocked by' */
const headOf = (column: Column): string =>
  heads[column] ?? column.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
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
    case 'notListed':
      return item[column].join(' ');
    case 'prices':
      return item.prices
        .map(({ market, channel, price }) => [market, channel && `at ${channel}`, price].filter(Boolean).join(' '))
        .join(', ');
    case 'barred':
      return item.barred ? servicesText(item.barred) : '';
    case 'ownRate':
      return item.ownRate ? ownRateText(item.ownRate) : '';
    case 'fee':
      return item.fee ? feeText(item.fee) : '';
    case 'dated':
      return item.dated.map(rowText).join('; ');
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
      const found = new RegExp(`^(\\S+)\\s*[x×]\\s*(\\S+)\\s*[x×]\\s*(\\S+?)\\s*(${lengthUnits.join('|')})$`).exec(
        cell,
      );
      return cell === ''
        ? null
        : found
          ? { length: found[1], width: found[2], height: found[3], unit: found[4] }
          : cell;
    }
    case 'tags':
    case 'hazards':
    case 'stockedBy':
    case 'notListed':
      return wordsOf(cell);
    case 'prices':
      return cell === '' ? [] : cell.split(/\s*,\s*/).map(priceOf);
    case 'barred':
      return cell === '' ? null : cell === 'none' ? [] : wordsOf(cell);
    case 'ownRate':
      return cell === '' ? null : ownRateOf(cell);
    case 'fee':
      return cell === '' ? null : feeOf(cell);
    case 'dated':
      return cell === '' ? [] : cell.split(/\s*;\s*/).map(rowOf);
    case 'sku':
    case 'name':
      return cell;
    default:
      return cell || null;
  }
}

const wordsOf = (cell: string): string[] => cell.split(/\s+/).filter(Boolean);
const servicesText = (services: readonly string[]): string => (services.length === 0 ? 'none' : services.join(' '));
/** Text less a `waived` at its end, and whether there was one. */
const waivedOf = (cell: string): readonly [string, boolean] =>
  /\swaived$/.test(cell) ? [cell.replace(/\s+waived$/, ''), true] : [cell, false];
const behind = (text: string, waived: boolean): string => (waived ? `${text} waived` : text);

/** A price of its own in a cell: `japan 5200`, `at harrowmere 14.00`, `japan at harrowmere 5300`. */
function priceOf(entry: string): unknown {
  const found = /^(?:(\S+)\s+)??(?:at\s+(\S+)\s+)?(\S+)$/.exec(entry);
  return found ? { market: found[1] ?? null, channel: found[2] ?? null, price: found[3] } : entry;
}

/** A handling fee in a cell: `1.30`, `1.30 waived`, `none`. */
const feeText = (fee: NonNullable<Item['fee']>): string => (fee === 'none' ? fee : behind(fee.each, fee.waived));
function feeOf(cell: string): unknown {
  const [each, waived] = waivedOf(cell);
  return each === 'none' ? each : { each, waived };
}

/** A rate of its own in a cell: `free`, `6.00`, `6.00 waived`, `none`; any other rate as in a book, in JSON. */
export function ownRateText(own: 'none' | OwnRate): string {
  if (own === 'none') return own;
  return behind(
    own.rate.is === 'free' ? 'free' : own.rate.is === 'flat' ? own.rate.amount : JSON.stringify(own.rate),
    own.waived,
  );
}
function ownRateOf(cell: string): unknown {
  const [text, waived] = waivedOf(cell);
  if (text === 'none') return text;
  if (text === 'free') return { rate: { is: 'free' }, waived };
  if (!text.startsWith('{')) return { rate: { is: 'flat', amount: text }, waived };
  try {
    return { rate: JSON.parse(text) as unknown, waived };
  } catch {
    return cell;
  }
}

const windowWords = / from (\S+) until (\S+) in (\S+)$/;
/** A row given for a time, in a cell: `winter: handling fee 2.00 from 2026-12-01T00:00 until open in Europe/Dublin`. */
export function rowText({ id, window, sets }: ItemRow): string {
  const value =
    sets.is === 'template'
      ? (sets.template ?? 'none')
      : sets.is === 'not by'
        ? servicesText(sets.services)
        : sets.is === 'own rate'
          ? ownRateText(sets.rate)
          : feeText(sets.fee);
  return `${id}: ${sets.is} ${value} from ${window.from ?? 'open'} until ${window.until ?? 'open'} in ${window.zone}`;
}
function rowOf(text: string): unknown {
  const when = windowWords.exec(text);
  const what = /^([a-z0-9-]+): (template|not by|own rate|handling fee) (.+)$/.exec(text.replace(windowWords, ''));
  if (!when || !what) return text;
  const [, id, is, value = ''] = what;
  const end = (word: string | undefined) => (word === 'open' ? null : word);
  const window = { from: end(when[1]), until: end(when[2]), zone: when[3] };
  switch (is) {
    case 'template':
      return { id, window, sets: { is, template: value === 'none' ? null : value } };
    case 'not by':
      return { id, window, sets: { is, services: value === 'none' ? [] : wordsOf(value) } };
    case 'own rate':
      return { id, window, sets: { is, rate: ownRateOf(value) } };
    default:
      return { id, window, sets: { is, fee: feeOf(value) } };
  }
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
  prices: 'a market, a channel or both and an amount, parted by commas, such as japan 5200, at harrowmere 14.00',
  taxClass: 'small letters, digits and hyphens, such as standard',
  origin: 'the name of a stock place',
  stockedBy: 'channels, parted by spaces, such as harrowmere',
  hazards: 'small letters, digits and hyphens, parted by spaces, such as lithium',
  notListed: 'channels, parted by spaces, such as findlark',
  barred: 'services it does not go by, parted by spaces, or none',
  ownRate:
    'free, an amount such as 6.00, or a rate as in a book; with waived behind it where free delivery waives it; or none',
  fee: 'an amount such as 0.85, with waived behind it where free delivery waives it; or none',
  dated:
    'rows such as winter: handling fee 2.00 from 2026-12-01T00:00 until open in Europe/Dublin, parted by semicolons',
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

/**
 * The same in steps: after every `each` lines it tells how far it is, so that whoever reads a large file can give way.
 */
export function* readGoodsSteps(
  text: string,
  currency: Currency,
  templates: ReadonlySet<string>,
  each: number,
): Generator<{ readonly done: number; readonly all: number }, GoodsFile> {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const head = (data[0] ?? []).map((cell) => columnOf.get(plain(cell).toLowerCase()) ?? plain(cell).toLowerCase());
  const missing = required.filter((column) => !head.includes(column));
  const columns = goodsColumns.filter((column) => head.includes(column));
  const odd = head.filter((cell) => !goodsColumns.includes(cell as Column));
  if (missing.length > 0 || odd.length > 0) {
    const wrong = [
      missing.length > 0 && `no column ${missing.join(', ')}`,
      odd.length > 0 && `unknown column ${odd.join(', ')}`,
    ]
      .filter(Boolean)
      .join('; ');
    return {
      items: [],
      columns,
      badLines: [
        {
          line: 1,
          text: head.join(','),
          problems: [
            {
              at: ['head'],
              wrong,
              right: `the head line ${required.join(',')}, and perhaps ${optional.map(headOf).join(', ')}`,
            },
          ],
        },
      ],
    };
  }
  const items: Item[] = [];
  const badLines: BadLine[] = [];
  const lineOfSku = new Map<string, number>();
  for (const [i, cells] of data.slice(1).entries()) {
    if (i > 0 && i % each === 0) yield { done: i, all: data.length - 1 };
    const line = i + 2;
    const problems: Problem[] = errors
      .filter((one) => one.row === i + 1)
      .map((one) => ({ at: ['line'], wrong: one.message, right: 'every quotation mark closed (RFC 4180)' }));
    if (cells.length !== head.length)
      problems.push({ at: ['line'], wrong: `${cells.length} cells`, right: `${head.length} cells, one a column` });
    const entry = Object.fromEntries(
      columns.map((column) => [column, entryOf(column, cells[head.indexOf(column)] ?? '')]),
    );
    const read = itemSchema.safeParse(entry);
    if (!read.success) {
      for (const column of new Set(read.error.issues.map((issue) => issue.path[0] as Column))) {
        problems.push({ at: [column], wrong: `“${cells[head.indexOf(column)] ?? ''}”`, right: wants[column] });
      }
    } else {
      // A variant may leave its price to its parent.
      const figures = readItem(
        read.data.price === null && read.data.parent !== null ? { ...read.data, price: '0' } : read.data,
        currency,
      );
      if (!figures.ok) problems.push(...figures.problems);
      const { sku, template } = read.data;
      const double = lineOfSku.get(sku);
      if (double)
        problems.push({ at: ['sku'], wrong: `${sku} stands in line ${double} already`, right: 'each SKU once' });
      if (template !== null && !templates.has(template))
        problems.push({ at: ['template'], wrong: `no template “${template}”`, right: [...templates].join(', ') });
      lineOfSku.set(sku, double ?? line);
      if (problems.length === 0) items.push(read.data);
    }
    if (problems.length > 0) badLines.push({ line, text: cells.join(','), problems });
  }
  return { items, columns, badLines };
}
