import { expect, test } from 'vitest';
import { asked, everyChoice } from '../../../tests/reading/asked.ts';
import type { World } from '../../../tests/reading/books.ts';
import { times } from '../../../tests/trials.ts';
import { dialects } from '../channels/index.ts';
import { quote } from '../quote/index.ts';
import { stocked } from '../rates/index.ts';
import { judge } from './judge.ts';

/** Baskets at random, and one of goods that their channel stocks where there are any: few come up by themselves. */
function basketsOf(world: World) {
  const baskets = [world.basket(), world.basket(), world.basket()];
  const kept = world.book.goods.find((item) => item.price && item.stockedBy && item.stockedBy.length > 0);
  const stocks = { lines: [{ sku: kept?.sku ?? '', units: 1 }], channel: kept?.stockedBy?.[0] ?? null, codes: [] };
  return kept ? [...baskets, { ...world.basket(), ...stocks }] : baskets;
}

/** Over random books with every clause, in every channel: what a check means is what whole answers say. */
test('each service is held against the whole answer, shown or hidden; a basket that is stocked against none', () => {
  const seen = { offered: 0, hidden: 0, stocked: 0 };
  for (const { seed, basket, book, goods, question } of asked(4000, times(60), basketsOf)) {
    const answer = quote(book, question);
    const choices = everyChoice(answer);
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
  // Each of the three has to have come up.
  expect(Math.min(seen.offered, seen.hidden, seen.stocked)).toBeGreaterThan(0);
});
