import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { opened } from '../../../tests/books/opened.ts';
import { randomBasket, randomBook } from '../../../tests/books/random.ts';
import { either, flat, item, offerOf, shopOf } from '../../../tests/books/shop.ts';
import { smallBook } from '../../../tests/books/small.ts';
import type { BookFile, BookInput } from '../book/index.ts';
import { offerSchema } from '../offers/index.ts';
import { explain, quote } from './index.ts';

const changed = (change: (book: BookFile) => void) => {
  const file = smallBook();
  change(file);
  return opened({ ...file, numbered: 99 });
};
const basket = (sku: string, units: number, more: { place?: string; codes?: string[]; moment?: number } = {}) => ({
  lines: [{ sku, units }],
  place: 'IE',
  ...more,
});
const charge = (at: ReturnType<typeof opened>, asked: Parameters<typeof at.ask>[0], service = 'post') =>
  quote(at.book, at.ask(asked)).choices.find((one) => one.service === service)?.delivery;

describe('thresholds', () => {
  test('54.99 pays, 55.00 is free', () => {
    const small = changed((book) =>
      book.goods.push({ ...(book.goods[2] as BookFile['goods'][number]), sku: 'SET-55', price: '55.00' }),
    );
    expect(charge(small, basket('SET-GIFT', 1))).toBe(730);
    expect(charge(small, basket('SET-55', 1))).toBe(0);
  });

  test('after discounts the code counts, before it does not', () => {
    const after = changed((book) => {
      const lane = book.templates[0]?.lanes.home?.post;
      if (lane?.freeFrom) lane.freeFrom.test = 'after';
    });
    expect(charge(opened(smallBook()), basket('BAR-OAT', 9, { codes: ['SUDS'] }))).toBe(0);
    expect(charge(after, basket('BAR-OAT', 9, { codes: ['SUDS'] }))).toBe(730);
    expect(charge(after, basket('BAR-OAT', 10, { codes: ['SUDS'] }))).toBe(0);
  });
});

describe('offers', () => {
  const free = (more: Partial<BookInput['offers'][number]>) =>
    offerSchema.parse({
      id: 'free',
      number: 2,
      title: 'Free',
      benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
      code: null,
      asks: [],
      zones: null,
      window: { from: null, until: null, zone: 'Europe/Dublin' },
      terms: 'Free',
      note: '',
      ...more,
    });

  test('two of one either/or: the one that leaves the shopper paying less acts, whatever their order', () => {
    for (const first of [true, false]) {
      const book = changed((one) => {
        const offer = free({});
        one.eitherOr = [either('one', ['free', 'suds'])];
        one.offers = first ? [offer, ...one.offers] : [...one.offers, offer];
      });
      // 15 % of 13.00 is 1.95, the delivery is 7.30; of 52.00 it is 7.80.
      expect(quote(book.book, book.ask(basket('BAR-OAT', 2, { codes: ['SUDS'] }))).choices[0]).toMatchObject({
        delivery: 0,
        discount: 0,
        used: ['free'],
      });
      expect(quote(book.book, book.ask(basket('BAR-OAT', 8, { codes: ['SUDS'] }))).choices[0]).toMatchObject({
        delivery: 730,
        discount: 780,
        used: ['suds'],
      });
    }
  });

  test('2.80, 5.40, 9.90, free delivery on the cheapest choice: 0.00, 5.40, 9.90; with at most 2.00 taken 0.80', () => {
    const cheapest = (most?: string) =>
      shopOf({ a: flat('5.40'), b: flat('2.80'), c: flat('9.90') }, [item('A')], {
        offers: [
          offerOf('free', 1, {
            benefit: { is: 'delivery', on: { is: 'cheapest' }, off: { by: 'free' } },
            ...(most ? { limits: { most: { amount: most } } } : {}),
          }),
        ],
      })
        .answer({ A: 1 })
        .choices.map((choice) => [choice.service, choice.delivery]);
    expect(cheapest()).toEqual([
      ['b', 0],
      ['a', 540],
      ['c', 990],
    ]);
    expect(cheapest('2.00')).toEqual([
      ['b', 80],
      ['a', 540],
      ['c', 990],
    ]);
  });

  test('an offer that would save nothing stays unused, and says why', () => {
    const book = changed((one) => one.offers.push(free({})));
    const question = book.ask(basket('BAR-OAT', 9));
    expect(quote(book.book, question).choices[0]?.used).toEqual([]);
    expect(explain(book.book, question, 'post')).toContainEqual({
      step: 'unused',
      at: ['offers', 'free'],
      offer: 'free',
      why: { why: 'nothing to take' },
    });
    expect(explain(book.book, question, 'post')).toContainEqual({
      step: 'unused',
      at: ['offers', 'suds'],
      offer: 'suds',
      why: { why: 'code not entered', code: { is: 'shared', code: 'SUDS' } },
    });
  });

  test('the start counts and the end does not', () => {
    const until = Date.parse('2026-12-31T00:00:00Z');
    const book = opened(smallBook());
    expect(
      quote(book.book, book.ask(basket('BAR-OAT', 1, { codes: ['SUDS'], moment: until - 1 }))).choices[0]?.discount,
    ).toBe(98);
    expect(
      quote(book.book, book.ask(basket('BAR-OAT', 1, { codes: ['SUDS'], moment: until }))).choices[0]?.discount,
    ).toBe(0);
  });
});

test('no zone, no lane, no mass: each service says why it is missing', () => {
  const book = changed((one) => {
    one.goods[0] = { ...(one.goods[0] as BookFile['goods'][number]), mass: null };
  });
  const missing = (place: string) =>
    quote(book.book, book.ask({ lines: [{ sku: 'BAR-OAT', units: 1 }], place })).missing[0]?.why;
  expect(missing('FR')).toBe('not delivered to');
  expect(missing('GB BT1 1AA')).toBe('no mass');
});

describe('laws', () => {
  test('the steps come to the answer, and every offer of the book is among them', () => {
    fc.assert(
      fc.property(randomBook, randomBasket, (file, asked) => {
        const { book, ask } = opened(file);
        const question = ask(asked);
        for (const choice of quote(book, question).choices) {
          const steps = explain(book, question, choice.service);
          expect(steps.at(-1)).toMatchObject({
            step: 'pays',
            delivery: choice.delivery,
            discount: choice.discount,
            total: choice.total,
          });
          const told = steps.flatMap((step) => ('offer' in step ? [step.offer] : []));
          expect([...told].sort()).toEqual(file.offers.map((offer) => offer.id).sort());
          for (const step of steps)
            if (step.step === 'discount') expect(step.lines.reduce((a, b) => a + b, 0)).toBe(step.took);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('an offer taken away never leaves a shopper paying less', () => {
    fc.assert(
      fc.property(randomBook, randomBasket, (file, asked) => {
        const [whole, bare] = [opened(file), opened({ ...file, offers: [], eitherOr: [] })];
        const total = (at: typeof whole) =>
          new Map(quote(at.book, at.ask(asked)).choices.map((choice) => [choice.service, choice.total]));
        for (const [service, paid] of total(whole)) expect(paid).toBeLessThanOrEqual(total(bare).get(service) ?? 0);
      }),
    );
  });
});
