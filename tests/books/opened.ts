import { type BookFile, compileBook, readyGoods } from '../../src/core/book/index.ts';
import { sure } from '../../src/core/exact/index.ts';
import { type Question, questionOf } from '../../src/core/quote/index.ts';

/** A book file made ready for one of its markets: compiled, goods with their figures, baskets turned into questions. */
export function opened(file: BookFile, market?: string) {
  const { goods: items, ...body } = file;
  const book = sure(compileBook(body, market));
  const { goods, problems } = readyGoods(book, items);
  if (problems[0]) throw new Error(`${problems[0].at.join(' › ')}: ${problems[0].wrong}`);
  const bySku = new Map(goods.map((item) => [item.sku, item]));
  const ask = (basket: { lines: readonly { sku: string; units: number }[]; place: string; codes?: readonly string[]; moment?: number }): Question =>
    sure(
      questionOf(
        { id: 'basket', name: 'Basket', lines: [...basket.lines], place: basket.place, codes: [...(basket.codes ?? [])], address: 'home', moment: null, market: null },
        (sku) => bySku.get(sku),
        basket.moment ?? Date.parse('2026-11-24T09:10:00Z'),
      ),
    );
  return { file, book, goods, ask };
}
