import type { Problem } from '../exact/index.ts';
import {
  type GoodsFile,
  type GoodsImport,
  goodsImport,
  type Item,
  listedTwice,
  type MissingWay,
  withParents,
} from '../goods/index.ts';
import type { CompiledBook } from './compile/index.ts';
import { unreadyGoods } from './ready.ts';
import { channelsOf } from './schema.ts';
import { namedSkus } from './validate.ts';

/**
 * What a file of goods would do to those of a book. A line whose item could not be sold, for what it or its parent
 * names, is a bad line; so are then the lines that lean on it.
 */
export function importGoods(
  book: CompiledBook,
  goods: readonly Item[],
  file: GoodsFile,
  missing: MissingWay,
): GoodsImport {
  const there = new Map(goods.map((item) => [item.sku, item]));
  const named = new Set(namedSkus(book.body));
  const channels = channelsOf(book.body);
  for (let read = file; ; ) {
    const made = goodsImport(read, there, missing, { channels, isNamed: (sku) => named.has(sku) });
    const faulty = faults(book, there, made);
    const rest = read.items.filter(({ item }) => !faulty.has(item.sku));
    if (rest.length === read.items.length) return made;
    const bad = read.items.flatMap(({ line, cells, item }) => {
      const problems = faulty.get(item.sku);
      return problems ? [{ line, cells, problems }] : [];
    });
    read = { ...read, items: rest, badLines: [...read.badLines, ...bad] };
  }
}

/** What is wrong with goods as they would stand, by SKU and without it. */
function faults(
  book: CompiledBook,
  there: ReadonlyMap<string, Item>,
  { put, gone }: GoodsImport,
): ReadonlyMap<string, readonly Problem[]> {
  const after = new Map(there);
  for (const item of put) after.set(item.sku, item);
  for (const sku of gone) after.delete(sku);
  const found = new Map<string, Problem[]>();
  const all = [...after.values()];
  const problems = [...unreadyGoods(book, all), ...listedTwice(withParents(all).items, channelsOf(book.body))];
  for (const problem of problems) {
    const [sku, ...at] = problem.at;
    found.set(String(sku), [...(found.get(String(sku)) ?? []), { ...problem, at }]);
  }
  return found;
}
