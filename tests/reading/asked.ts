import { type BookFile, basketSchema, compileBook, readyGoods } from '../../src/core/book/index.ts';
import { unwrap } from '../../src/core/exact/index.ts';
import { type Answer, type Question, questionOf } from '../../src/core/quote/index.ts';
import { type World, worldOf } from './books.ts';

const singles = new Map([['ONCE1', 'cards']]);

/** A book opened for the market of a basket, and what the basket asks. */
export function questionIn(file: BookFile, asked: unknown) {
  const basket = basketSchema.parse(asked);
  const { goods: written, ...body } = file;
  const book = unwrap(compileBook(body, basket.market ?? 'home'));
  const { goods } = readyGoods(book, written);
  const bySku = new Map(goods.map((item) => [item.sku, item]));
  const question: Question = unwrap(questionOf(book, basket, { ready: (sku) => bySku.get(sku), now: 0, singles }));
  return { file, basket, book, goods, question };
}

/** Random books, and baskets of each: its own random ones unless told otherwise. */
export function* asked(
  from: number,
  books: number,
  basketsOf = (world: World) => Array.from({ length: 4 }, () => world.basket()),
) {
  for (let seed = from; seed < from + books; seed += 1) {
    const world = worldOf(seed);
    for (const basket of basketsOf(world)) yield { seed, ...questionIn(world.book, basket) };
  }
}

/** All choices of an answer, shown or hidden. */
export const everyChoice = (answer: Answer) => [...answer.choices, ...answer.hidden.map((one) => one.choice)];
