import { atOnce, type Problem, type Steps } from '../exact/index.ts';
import {
  type CsvRow,
  cellAs,
  cellReader,
  csvOf,
  eachOnce,
  type Layout,
  moneyWords,
  plainCell,
  rowsBelow,
} from '../tables/index.ts';
import { byName, type EntryAgainst } from './entry.ts';
import { composed } from './fields/cells.ts';
import { goodsFields } from './fields/list.ts';
import { completer, readStated } from './item.ts';
import type { Column, Item } from './schema.ts';
import { goodsTargets, type TakenColumns, takenColumns } from './targets.ts';
import { saidThere } from './there.ts';

const { names: columns } = goodsFields;

/** A line of a file that cannot be taken, with all its reasons. `line` counts from 1, the head line included. */
export interface BadLine {
  readonly line: number;
  readonly cells: readonly string[];
  readonly problems: readonly Problem[];
}

export interface GoodLine {
  readonly line: number;
  readonly cells: readonly string[];
  readonly item: Item;
}

export interface GoodsFile {
  /** Items as they would be: what the file has no column for is as the book has it. */
  readonly items: readonly GoodLine[];
  /** The fields that the file states. */
  readonly columns: readonly Column[];
  readonly badLines: readonly BadLine[];
  /**
   * Lines that are no items by themselves, as they have no price, and that others are variants of: those have taken
   * what they do not state, and stand by themselves.
   */
  readonly groups: readonly GoodLine[];
  /**
   * All SKUs that stand in the file, those of bad lines too; null where that is not known, as it has no column of them,
   * or a quote in it is never closed.
   */
  readonly skus: ReadonlySet<string> | null;
}

/** What a file of goods is read against. */
export interface GoodsAgainst extends EntryAgainst {
  /** An item that is there already. */
  readonly itemOf: (sku: string) => Item | undefined;
}

export function writeGoods(items: readonly Item[]): string {
  return csvOf(
    columns.map((column) => goodsFields.of(column).head),
    items.map((item) => columns.map((column) => cellOf(item, column))),
  );
}

/** An item's entry in a column, as text. */
export const cellOf = (item: Item, column: Column): string => goodsFields.of(column).write(item[column]);

/** What an entry typed into a column stands for; the problem is told by the schema when it is read. */
export const entryOf = (column: Column, text: string): unknown => goodsFields.of(column).read(plainCell(text));

/**
 * Reads the rows of a goods file as it is laid out. Every line comes out either as an item or with all its problems;
 * doubles of a SKU and templates that the book does not have are problems of their line.
 */
export const readGoods = (rows: readonly CsvRow[], layout: Layout, against: GoodsAgainst): GoodsFile =>
  atOnce(readGoodsSteps(rows, layout, against, Number.POSITIVE_INFINITY));

/**
 * The same in steps: after every `each` lines it tells how far it is, so that whoever reads a large file can give way.
 */
export function* readGoodsSteps(
  rows: readonly CsvRow[],
  layout: Layout,
  against: GoodsAgainst,
  each: number,
): Steps<GoodsFile, { readonly done: number; readonly all: number }> {
  const taken = takenColumns(layout);
  const stated = columns.filter(
    (column) =>
      taken.fields.some(({ field }) => field === column) ||
      taken.there.some(({ of }) => of.field === column) ||
      (column === 'size' && taken.sides.length > 0),
  );
  const sku = taken.fields.find(({ field }) => field === 'sku');
  if (!sku) return { items: [], columns: stated, badLines: [withoutSku(rows, layout)], groups: [], skus: null };
  const above = new Map<string, Item>();
  const read = lineReader(taken, against, (sku) => above.get(sku) ?? against.itemOf(sku));
  const skuIn = (cell: string) => composed(cellAs(sku.target.reads, cell, sku.column, new Set()));
  const below = rowsBelow(rows, layout);
  const items: GoodLine[] = [];
  const badLines: BadLine[] = [];
  const unpriced: GoodLine[] = [];
  const lineOfSku = new Map<string, number>();
  for (const [i, row] of below.entries()) {
    if (i > 0 && i % each === 0) yield { done: i, all: below.length };
    const { line, cells, open } = row;
    const problems: Problem[] = [];
    if (open) problems.push({ at: ['line'], is: 'open quote' });
    if (!fits(row, layout))
      problems.push({ at: ['line'], is: 'cells', found: cells.length, head: layout.columns.length });
    const own = skuIn(cells[sku.at] ?? '');
    const double = lineOfSku.get(own);
    if (double) problems.push({ at: ['sku'], is: 'repeated', what: 'item', id: own, line: double });
    lineOfSku.set(own, double ?? line);
    const item = read(cells, own, problems);
    if (item) above.set(own, item);
    if (item && problems.length === 0) items.push({ line, cells, item });
    else if (item && problems.every(({ is }) => is === 'no price')) unpriced.push({ line, cells, item });
    else badLines.push({ line, cells, problems });
  }
  const isWhole = below.every(({ open }) => !open);
  return {
    ...withGroups(items, unpriced, badLines, against),
    columns: stated,
    skus: isWhole ? new Set(lineOfSku.keys()) : null,
  };
}

/** Of lines without a price those are groups that others are variants of, unless the book has them; the rest is bad. */
function withGroups(
  items: readonly GoodLine[],
  unpriced: readonly GoodLine[],
  badLines: readonly BadLine[],
  { itemOf }: GoodsAgainst,
): Pick<GoodsFile, 'items' | 'groups' | 'badLines'> {
  const parents = new Set([...items, ...unpriced].map(({ item }) => item.parent));
  const isGroup = ({ item }: GoodLine) => parents.has(item.sku) && itemOf(item.sku) === undefined;
  const groups = unpriced.filter(isGroup);
  const bySku = new Map(groups.map(({ item }) => [item.sku, item]));
  const apart = (item: Item, left: number): Item => {
    const group = item.parent !== null && left > 0 ? bySku.get(item.parent) : undefined;
    return group ? apart({ ...goodsFields.inherited(item, group), parent: group.parent }, left - 1) : item;
  };
  if (groups.length === 0) return { items, groups, badLines: [...badLines, ...unpriced.map(withoutPrice)] };
  const alone = items.map((one) => ({ ...one, item: apart(one.item, groups.length) }));
  const isPriced = ({ item }: GoodLine) => item.price !== null || item.parent !== null;
  return {
    items: alone.filter(isPriced),
    groups,
    badLines: [
      ...badLines,
      ...[...unpriced.filter((one) => !isGroup(one)), ...alone.filter((one) => !isPriced(one))].map(withoutPrice),
    ],
  };
}

const withoutPrice = ({ line, cells }: GoodLine): BadLine => ({
  line,
  cells,
  problems: [{ at: ['price'], is: 'no price' }],
});

/** Empty cells beyond the heads are nothing, and so are those that are not there and not taken for anything. */
const fits = ({ cells }: CsvRow, { columns: heads }: Layout): boolean =>
  cells.slice(heads.length).every((cell) => cell.trim() === '') &&
  heads.slice(cells.length).every(({ to }) => to === null);

function withoutSku(rows: readonly CsvRow[], { line, columns: heads }: Layout): BadLine {
  const optional = goodsTargets.map(({ head }) => head).filter((head) => head !== 'sku');
  const strange = heads.filter(({ to }) => to === null).map(({ head }) => head);
  return {
    line,
    cells: rows.find((row) => row.line === line)?.cells ?? [],
    problems: [{ at: ['head'], is: 'head', missing: ['sku'], strange, needed: ['sku'], optional }],
  };
}

/**
 * Reads one line as an item; null where its cells are none, with all that is wrong with them. Parents are those of
 * lines above, else those that are there already.
 */
function lineReader(taken: TakenColumns, against: GoodsAgainst, parentOf: GoodsAgainst['itemOf']) {
  const { currency, templates, itemOf } = against;
  const ids = templates.map(({ id }) => id);
  const stated = statedReaders(taken, against);
  const ofChannels = thereReaders(taken, against);
  /** What a new item has to state, and no column does. */
  const missing = columns.filter(
    (column) =>
      !stated.some((one) => one.column === column) &&
      !goodsFields.of(column).schema.safeParse(goodsFields.blank[column]).success,
  );
  return (cells: readonly string[], sku: string, problems: Problem[]): Item | null => {
    const there = itemOf(sku);
    const entry: Record<string, unknown> = { ...(there ?? goodsFields.blank) };
    const bad: Problem[] = (there ? [] : missing).map((field) => ({ at: [field], is: 'cell', field, text: '' }));
    for (const { column, textOf, read } of stated) {
      const value = read(cells);
      if (value === null) bad.push({ at: [column], is: 'cell', field: column, text: textOf(cells) });
      else entry[column] = value.of;
    }
    const isItem = bad.length === 0;
    for (const { column, textOf, made } of isItem ? ofChannels : []) {
      const value = made(entry as Item, wholeOf(entry as Item, parentOf), cells);
      if (value === null) bad.push({ at: [column], is: 'cell', field: column, text: textOf(cells) });
      else entry[column] = value.of;
    }
    problems.push(...bad);
    if (bad.length > 0) return null;
    const item = entry as Item;
    const figures = readStated(item, currency);
    if (!figures.ok) problems.push(...figures.problems);
    if (item.template !== null && !ids.includes(item.template))
      problems.push({ at: ['template'], is: 'unknown', what: 'template', id: item.template, known: ids });
    return item;
  };
}

/** How one field is read from the cells of a line. */
interface StatedReader {
  readonly column: Column;
  /** What stands there, as it stands. */
  textOf(cells: readonly string[]): string;
  /** The value; null where what stands there is none. */
  read(cells: readonly string[]): { readonly of: unknown } | null;
}

/** Readers of all the fields that a file states, in their order. */
function statedReaders({ fields, sides }: TakenColumns, { currency, templates }: GoodsAgainst): StatedReader[] {
  const money = moneyWords(currency);
  const named = byName(templates);
  const valued = (column: Column, text: unknown) => {
    const read = goodsFields.of(column).schema.safeParse(text);
    return read.success ? { of: read.data } : null;
  };
  const ofCells = fields.map(({ at, target, column: layout, field: column }): StatedReader => {
    const field = goodsFields.of(column);
    const read = eachOnce((cell) => {
      const text = cellAs(target.reads, cell, layout, money);
      return valued(column, field.read(column === 'template' ? named(text) : text));
    });
    return {
      column,
      textOf: (cells) => plainCell(cells[at] ?? ''),
      read: (cells) => read(cells[at] ?? ''),
    };
  });
  if (sides.length === 0) return ofCells;
  const ofSides = sides.map(({ at, target, column: layout }) => ({
    at,
    read: cellReader(target.reads, layout, money),
  }));
  const sized = eachOnce((texts) => valued('size', sizeOf(JSON.parse(texts))));
  const size: StatedReader = {
    column: 'size',
    textOf: (cells) => sides.map(({ at }) => cells[at] ?? '').join(' x '),
    read: (cells) => sized(JSON.stringify(ofSides.map(({ at, read }) => read(cells[at] ?? '')))),
  };
  return [...ofCells.filter(({ column }) => column !== 'size'), size];
}

/** An item with what it takes from its parents, as far as they are known. */
const wholeOf = (item: Item, parentOf: GoodsAgainst['itemOf']): Item => completer(parentOf, [])(item);

/** How what a file says of one channel is read from the cells of a line. */
interface ThereReader {
  readonly column: Column;
  textOf(cells: readonly string[]): string;
  /**
   * The field of an item so far, with what stands there; null where that is nothing it could be. `whole`: with what it
   * takes from its parents.
   */
  made(item: Item, whole: Item, cells: readonly string[]): { readonly of: unknown } | null;
}

function thereReaders({ there }: TakenColumns, { currency }: GoodsAgainst): ThereReader[] {
  const money = moneyWords(currency);
  return there.map(({ at, target, column: layout, of }) => {
    const { schema } = goodsFields.of(of.field);
    const textOf = (cells: readonly string[]) => plainCell(cells[at] ?? '');
    return {
      column: of.field,
      textOf,
      made(item, whole, cells) {
        const said = saidThere(of, item, whole, cellAs(target.reads, cells[at] ?? '', layout, money));
        const read = said === undefined ? null : schema.safeParse(said);
        return read?.success ? { of: read.data } : null;
      },
    };
  });
}

/** A size of three measures, each with its unit; nothing where all are empty, what stands there where they differ. */
function sizeOf(texts: readonly string[]): unknown {
  if (texts.every((text) => text === '')) return null;
  const parts = texts.map((text) => text.split(' '));
  const [length, width, height] = parts.map(([figure]) => figure);
  const [unit, ...others] = new Set(parts.map(([, one]) => one));
  return unit && others.length === 0 ? { length, width, height, unit } : texts.join(' x ');
}
