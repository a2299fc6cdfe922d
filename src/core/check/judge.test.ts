import { expect, test } from 'vitest';
import { worldOf } from '../../../tests/reading/books.ts';
import { times } from '../../../tests/trials.ts';
import { basketSchema, compileBook, readyGoods } from '../book/index.ts';
import { dialects } from '../channels/index.ts';
import { unwrap } from '../exact/index.ts';
import { questionOf, quote } from '../quote/index.ts';
import { stocked } from '../rates/index.ts';
import { judge } from './judge.ts';

/** Over random books with every clause, in every channel: what a check means is what whole answers say. */
test('each service is held against the whole answer, shown or hidden; a basket that is stocked against none', () => {
  const seen = { offered: 0, hidden: 0, stocked: 0 };
  for (let seed = 4000; seed < 4000 + times(60); seed += 1) {
    const world = worldOf(seed);
    const { goods: written, ...body } = world.book;
    const baskets: object[] = [world.basket(), world.basket(), world.basket()] as object[];
    const kept = written.find((item) => item.price && item.stockedBy && item.stockedBy.length > 0);
    if (kept)
      baskets.push({ ...baskets[0], lines: [{ sku: kept.sku, units: 1 }], channel: kept.stockedBy?.[0], codes: [] });
    for (const asked of baskets) {
      const basket = basketSchema.parse(asked);
      const book = unwrap(compileBook(body, basket.market ?? 'home'));
      const { goods } = readyGoods(book, written);
      const bySku = new Map(goods.map((item) => [item.sku, item]));
      const ready = (sku: string) => bySku.get(sku);
      const question = unwrap(questionOf(book, basket, { ready, now: 0, singles: new Map([['ONCE1', 'cards']]) }));
      const answer = quote(book, question);
      const choices = [...answer.choices, ...answer.hidden.map((one) => one.choice)];
      const speeds = Object.fromEntries(book.services.map(({ id }) => [id, id]));
      for (const dialect of dialects) {
        const sides = { rendition: dialect.render(book, goods), sent: null, speeds };
        const verdicts = judge(book, sides, null, question, null);
        for (const { id } of book.services) {
          const choice = choices.find((one) => one.service === id);
          expect(
            verdicts.find((one) => one.service === id)?.meant ?? null,
            `book ${seed}, ${JSON.stringify(basket)}, ${id}`,
          ).toEqual(choice ? { delivery: choice.delivery, discount: choice.discount } : null);
          if (choice) seen.offered += 1;
        }
      }
      seen.hidden += answer.hidden.length;
      if (choices[0]?.service === stocked) seen.stocked += 1;
    }
  }
  console.log(seen);
  // Each of the three has to have come up.
  expect(Math.min(seen.offered, seen.hidden, seen.stocked)).toBeGreaterThan(0);
});
