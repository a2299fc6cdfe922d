import { type BasketInput, type BookFile, basketSchema, compileBook, readyGoods } from '../../src/core/book/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { type Question, questionOf } from '../../src/core/quote/index.ts';

/** A basket as tests write it: what is left out has its default. */
type Asked = Partial<Omit<BasketInput, 'moment'>> & Pick<BasketInput, 'lines' | 'place'> & { readonly moment?: number };

/** A book file made ready for one of its markets: compiled, goods with their figures, baskets turned into questions. */
export function opened(file: BookFile, market?: string) {
  const { goods: items, ...body } = file;
  const book = unwrap(compileBook(body, market));
  const { goods, problems } = readyGoods(book, items);
  if (problems[0]) throw new Error(JSON.stringify(problems[0]));
  const bySku = new Map(goods.map((item) => [item.sku, item]));
  const ask = ({ moment, ...basket }: Asked): Question =>
    unwrap(
      questionOf(book, basketSchema.parse({ id: 'basket', name: 'Basket', codes: [], moment: null, ...basket }), {
        ready: (sku) => bySku.get(sku),
        now: moment ?? Date.parse('2026-11-24T09:10:00Z'),
      }),
    );
  return { file, book, goods, ask };
}
