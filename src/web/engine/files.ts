import { type Edit, importGoods } from '../../core/book/index.ts';
import type { Problem } from '../../core/exact/index.ts';
import {
  type CellChange,
  type Column,
  cellOf,
  type GoodsImport,
  goodsTargets,
  type ImportLine,
  type Item,
  type MissingWay,
  readGoodsSteps,
} from '../../core/goods/index.ts';
import {
  type CsvRow,
  csvRows,
  decoded,
  delimiterOf,
  type Encoding,
  guessLayout,
  type HeadNames,
  type Layout,
  rowsBelow,
  type Target,
} from '../../core/tables/index.ts';
import { goodsHeads } from '../../words/index.ts';
import { draftOf, type Told } from './state.ts';

/** A file as it came, and how it is to be read; a layout of null is guessed. */
export interface OpenedFile {
  readonly bytes: Uint8Array;
  readonly layout: Layout | null;
  readonly remembered: readonly Layout[];
}

/** How a file was read: its text, its layout, and the first cells of each column. */
export interface ReadTable {
  readonly text: string;
  readonly encoding: Encoding;
  readonly layout: Layout;
  /** Heads of columns whose figures or dates could be read either way. */
  readonly unsure: readonly string[];
  /** Of each column, the first cells that are not empty. */
  readonly samples: readonly (readonly string[])[];
  /** Rows below the heads. */
  readonly count: number;
}

/** What a line of a file of goods comes to, as it is listed. */
export interface GoodsLine {
  readonly does: ImportLine['does'];
  /** Null for goods that are not in the file. */
  readonly line: number | null;
  readonly sku: string;
  readonly name: string;
  /** Of a new item, its entries in the columns of the file. */
  readonly entries: string;
  readonly changes: readonly CellChange[];
  readonly problems: readonly Problem[];
  /** Of a bad line, the cells as they stand in the file. */
  readonly cells: readonly string[];
}

export type GoodsPreview =
  | { readonly is: 'workbook' }
  | (ReadTable & {
      readonly is: 'table';
      readonly lines: readonly GoodsLine[];
      /** Goods of the draft that are not in the file. */
      readonly absent: number;
      /** What taking it would do; null where that is too much for a draft. */
      readonly edits: readonly Edit[] | null;
    });

/** Goods beyond which a file is taken by the server, as a revision of its own. */
const draftable = 5000;
const sampled = 40;
const each = 2000;

/** Reads a file of anybody's goods, and works out what each of its lines would do to the draft. */
export function goodsFile(
  basis: Told,
  file: OpenedFile,
  missing: MissingWay,
  pace: (done: number, all: number) => void,
): GoodsPreview {
  const table = tableIn(file, goodsTargets, goodsHeads);
  if (table === null) return { is: 'workbook' };
  const { rows, ...read } = table;
  const { compiled, book, goods } = draftOf(basis);
  if (!compiled) throw new Error('The book does not hold together; mend that first');
  const there = new Map(goods.map((item) => [item.sku, item]));
  const against = { currency: compiled.written, templates: book.templates, itemOf: (sku: string) => there.get(sku) };
  const steps = readGoodsSteps(rows, read.layout, against, each);
  for (;;) {
    const step = steps.next();
    if (step.done) {
      const made = importGoods(compiled, goods, step.value, missing);
      const told = step.value.columns.filter((column) => column !== 'sku' && column !== 'name');
      const absent = goods.filter(({ sku }) => !step.value.skus.has(sku)).length;
      return { is: 'table', ...read, lines: made.lines.map((one) => lineOf(one, told)), absent, edits: editsOf(made) };
    }
    pace(step.value.done, step.value.all);
  }
}

/** A file's rows, and how its columns are read; null for a workbook, which is no text. */
function tableIn(
  { bytes, layout: said, remembered }: OpenedFile,
  targets: readonly Target[],
  names: HeadNames,
): (ReadTable & { readonly rows: readonly CsvRow[] }) | null {
  const file = decoded(bytes);
  if (file.is === 'workbook') return null;
  const delimiter = said?.delimiter ?? delimiterOf(file.text);
  const rows = csvRows(file.text, delimiter);
  const { layout, unsure } = said
    ? { layout: said, unsure: [] }
    : guessLayout(rows, delimiter, targets, names, remembered);
  const below = rowsBelow(rows, layout);
  const samples = layout.columns.map((_, at) => {
    const found: string[] = [];
    for (const { cells } of below) {
      if (found.length === sampled) break;
      const cell = cells[at]?.trim();
      if (cell) found.push(cell);
    }
    return found;
  });
  return { text: file.text, encoding: file.encoding, layout, unsure, samples, count: below.length, rows };
}

function lineOf(one: ImportLine, columns: readonly Column[]): GoodsLine {
  const plain = { does: one.does, entries: '', changes: [], problems: [], cells: [] };
  switch (one.does) {
    case 'bad':
      return { ...plain, line: one.line, sku: '', name: '', problems: one.problems, cells: one.cells };
    case 'changed':
      return { ...plain, line: one.line, sku: one.item.sku, name: one.item.name, changes: one.changes };
    case 'new':
      return {
        ...plain,
        line: one.line,
        sku: one.item.sku,
        name: one.item.name,
        entries: entriesOf(one.item, columns),
      };
    case 'same':
      return { ...plain, line: one.line, sku: one.item.sku, name: one.item.name };
    case 'hidden':
    case 'removed':
    case 'named':
      return { ...plain, line: null, sku: one.item.sku, name: one.item.name };
  }
}

const entriesOf = (item: Item, columns: readonly Column[]): string =>
  columns
    .map((column) => cellOf(item, column))
    .filter(Boolean)
    .join(' · ');

const editsOf = ({ put, gone }: GoodsImport): readonly Edit[] | null =>
  put.length + gone.length > draftable
    ? null
    : [
        ...put.map((item) => ({ path: ['goods', item.sku], value: item })),
        ...gone.map((sku) => ({ path: ['goods', sku] })),
      ];
