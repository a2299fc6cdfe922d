import { type BookFile, compileBook } from '../../src/core/book/index.ts';
import type { Listed } from '../../src/core/channels/index.ts';
import { sure } from '../../src/core/exact/index.ts';
import { readItem } from '../../src/core/goods/index.ts';
import { type Question, questionOf } from '../../src/core/quote/index.ts';

/** A book file made ready: compiled, goods with their figures, baskets turned into questions. */
export function opened(file: BookFile) {
  const { goods: items, ...body } = file;
  const book = sure(compileBook(body));
  const goods: Listed[] = items.map((item) => ({ sku: item.sku, name: item.name, ...sure(readItem(item, book.currency)) }));
  const bySku = new Map(goods.map((item) => [item.sku, item]));
  const ask = (basket: { lines: readonly { sku: string; units: number }[]; place: string; codes?: readonly string[]; moment?: number }): Question =>
    sure(
      questionOf(
        { id: 'basket', name: 'Basket', lines: [...basket.lines], place: basket.place, codes: [...(basket.codes ?? [])], moment: null },
        (sku) => bySku.get(sku),
        basket.moment ?? Date.parse('2026-11-24T09:10:00Z'),
      ),
    );
  return { file, book, goods, ask };
}
