import type { Currency } from '../../src/core/exact/index.ts';
import { type GoodsFile, goodsTargets, type Item, readGoods } from '../../src/core/goods/index.ts';
import { csvRows, decoded, delimiterOf, type Guess, guessLayout, type Layout } from '../../src/core/tables/index.ts';
import { goodsHeads } from '../../src/words/index.ts';

/** What a file of goods is read beside, for tests. */
interface Beside {
  readonly currency?: string;
  readonly templates?: readonly { readonly id: string; readonly name: string }[];
  readonly there?: readonly Item[];
  readonly remembered?: readonly Layout[];
  readonly layout?: Layout;
}

/** A file of goods read as the application reads it, from its bytes on. */
export function sheetOf(
  file: string | Uint8Array,
  { currency = 'EUR', templates = [], there = [], remembered = [], layout }: Beside = {},
): GoodsFile & Guess {
  const bytes = typeof file === 'string' ? new TextEncoder().encode(file) : file;
  const read = decoded(bytes);
  if (read.is === 'workbook') throw new Error('a workbook');
  const delimiter = layout?.delimiter ?? delimiterOf(read.text);
  const rows = csvRows(read.text, delimiter);
  const guess = layout ? { layout, unsure: [] } : guessLayout(rows, delimiter, goodsTargets, goodsHeads, remembered);
  const bySku = new Map(there.map((item) => [item.sku, item]));
  const against = { currency: currency as Currency, templates, itemOf: (sku: string) => bySku.get(sku) };
  return { ...readGoods(rows, guess.layout, against), ...guess };
}
