import { expect, test } from 'vitest';
import { worldOf } from '../../../tests/reading/books.ts';
import { basketSchema, compileBook, readyGoods } from '../../core/book/index.ts';
import { unwrap } from '../../core/exact/index.ts';
import { explain, questionOf, quote } from '../../core/quote/index.ts';
import { money, stepWords } from './index.ts';

/** Nothing that a reader could not make out: a value that is none, a list of code, an empty gap. */
const unreadable = /undefined|NaN|null|\[object|Infinity| {2}| ,|\(\)/;

test('every step of an answer is a sentence, its amounts in the market’s currency', () => {
  const steps = new Map<string, number>();
  const amiss: object[] = [];
  for (let seed = 1; seed <= 120; seed += 1) {
    const { book: file, basket } = worldOf(seed);
    const { goods: items, ...body } = file;
    for (let i = 0; i < 4; i += 1) {
      const asked = basketSchema.parse(basket());
      const book = unwrap(compileBook(body, asked.market ?? undefined));
      const bySku = new Map(readyGoods(book, items).goods.map((item) => [item.sku, item]));
      const question = questionOf(book, asked, {
        ready: (sku) => bySku.get(sku),
        now: 0,
        singles: new Map([['ONCE1', 'cards']]),
      });
      if (!question.ok) continue;
      for (const choice of quote(book, question.value).choices) {
        for (const step of explain(book, question.value, choice.service)) {
          const { words, amount } = stepWords(body, step, book.market.body);
          const said = amount === null ? words : `${words} ${money(amount, book.market.body)}`;
          const sound = /^\S.*\S$/s.test(words) && !unreadable.test(said);
          if (!sound || (step.step === 'pays' && amount !== choice.delivery)) amiss.push({ seed, step, said });
          steps.set(step.step, (steps.get(step.step) ?? 0) + 1);
        }
      }
    }
  }
  expect(amiss).toEqual([]);
  // Steps of every sort were among them.
  expect(steps.size).toBeGreaterThan(15);
});
