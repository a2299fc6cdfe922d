import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { opened } from '../../../tests/books/opened.ts';
import { randomBasket, randomBook } from '../../../tests/books/random.ts';
import { smallBook } from '../../../tests/books/small.ts';
import type { BookFile, BookInput } from '../book/index.ts';
import { percentOf } from '../exact/index.ts';
import { mayAdd, type Offer, offerSchema } from '../offers/index.ts';
import { explain, type Question, quote } from './index.ts';

const changed = (change: (book: BookFile) => void) => {
  const file = smallBook();
  change(file);
  return opened(file);
};
const basket = (sku: string, units: number, more: { place?: string; codes?: string[]; moment?: number } = {}) => ({ lines: [{ sku, units }], place: 'IE', ...more });
const charge = (at: ReturnType<typeof opened>, asked: Parameters<typeof at.ask>[0], service = 'post') => quote(at.book, at.ask(asked)).choices.find((one) => one.service === service)?.delivery;

describe('thresholds', () => {
  test('54.99 pays, 55.00 is free', () => {
    const small = changed((book) => book.goods.push({ ...(book.goods[2] as BookFile['goods'][number]), sku: 'SET-55', price: '55.00' }));
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
      title: 'Free',
      benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
      code: null,
      asks: [],
      zones: null,
      window: { from: null, until: null, zone: 'Europe/Dublin' },
      addsTo: ['order'],
      terms: 'Free',
      note: '',
      ...more,
    });

  test('two that do not add: the shopper pays less, whatever their order', () => {
    for (const first of [true, false]) {
      const book = changed((one) => {
        const offer = free({ addsTo: [] });
        one.offers = first ? [offer, ...one.offers] : [...one.offers, offer];
      });
      // 15 % of 13.00 is 1.95, the delivery is 7.30; of 52.00 it is 7.80.
      expect(quote(book.book, book.ask(basket('BAR-OAT', 2, { codes: ['SUDS'] }))).choices[0]).toMatchObject({ delivery: 0, discount: 0, used: ['free'] });
      expect(quote(book.book, book.ask(basket('BAR-OAT', 8, { codes: ['SUDS'] }))).choices[0]).toMatchObject({ delivery: 730, discount: 780, used: ['suds'] });
    }
  });

  test('a cap frees only what is within it', () => {
    const at = (cap: string) =>
      charge(
        changed((book) => book.offers.push(free({ benefit: { is: 'delivery', on: { is: 'up to', cap }, off: { by: 'free' } } }))),
        basket('BAR-OAT', 1),
      );
    expect(at('7.29')).toBe(730);
    expect(at('7.30')).toBe(0);
  });

  test('an offer that would save nothing stays unused, and says why', () => {
    const book = changed((one) => one.offers.push(free({})));
    const question = book.ask(basket('BAR-OAT', 9));
    expect(quote(book.book, question).choices[0]?.used).toEqual([]);
    expect(explain(book.book, question, 'post')).toContainEqual({ step: 'unused', at: ['offers', 'free'], offer: 'free', why: { why: 'nothing to take' } });
    expect(explain(book.book, question, 'post')).toContainEqual({ step: 'unused', at: ['offers', 'suds'], offer: 'suds', why: { why: 'code not entered', code: { is: 'shared', code: 'SUDS' } } });
  });

  test('the start counts and the end does not', () => {
    const until = Date.parse('2026-12-31T00:00:00Z');
    const book = opened(smallBook());
    expect(quote(book.book, book.ask(basket('BAR-OAT', 1, { codes: ['SUDS'], moment: until - 1 }))).choices[0]?.discount).toBe(98);
    expect(quote(book.book, book.ask(basket('BAR-OAT', 1, { codes: ['SUDS'], moment: until }))).choices[0]?.discount).toBe(0);
  });
});

test('no zone, no lane, no mass: each service says why it is missing', () => {
  const book = changed((one) => {
    one.goods[0] = { ...(one.goods[0] as BookFile['goods'][number]), mass: null };
  });
  const missing = (place: string) => quote(book.book, book.ask({ lines: [{ sku: 'BAR-OAT', units: 1 }], place })).missing[0]?.why;
  expect(missing('FR')).toBe('not delivered to');
  expect(missing('GB BT1 1AA')).toBe('no mass');
});

/** Every set of offers, tried one by one: what the best set must come to. */
function byTryingAll(book: ReturnType<typeof opened>['book'], question: Question, service: string): number {
  const goods = question.lines.reduce((sum, line) => sum + line.item.price * line.units, 0);
  const zone = book.zoneOf(question.place)?.zone.id ?? '';
  const lane = book.lanes.get(zone)?.get(service);
  // The lane's charge without its threshold: what the steps of the same basket say it charges.
  const charge = explain({ ...book, offers: [] }, question, service).find((step) => step.step === 'charge');
  const plain = charge?.step === 'charge' ? charge.amount : 0;
  let best = Number.POSITIVE_INFINITY;
  for (let mask = 0; mask < 2 ** book.offers.length; mask += 1) {
    const set = book.offers.filter((_, i) => mask & (1 << i));
    if (!set.every((a) => set.every((b) => a === b || mayAdd(a, b)))) continue;
    let discount = 0;
    for (const offer of set) if (offer.benefit.is === 'off order' && offer.benefit.off.by === 'percent') discount += Math.min(goods - discount, percentOf(goods as never, offer.benefit.off.percent));
    let delivery: number = plain;
    if (lane?.freeFrom && (lane.freeFrom.test === 'after' ? goods - discount : goods) >= lane.freeFrom.value) delivery = 0;
    const fits = (offer: Offer) =>
      (offer.from === null || offer.from <= question.moment) &&
      (offer.until === null || question.moment < offer.until) &&
      (offer.code === null || (offer.code.is === 'shared' && question.codes.includes(offer.code.code))) &&
      (offer.zones === null || offer.zones.has(zone)) &&
      offer.asks.every((ask) => ask.over === 'value' && (ask.test === 'after' && offer.level === 'delivery' ? goods - discount : goods) >= ask.value) &&
      (offer.benefit.is !== 'delivery' || (offer.benefit.on.is === 'services' ? offer.benefit.on.services.has(service) : delivery <= offer.benefit.on.cap));
    if (!set.every(fits)) continue;
    if (set.some((offer) => offer.level === 'delivery')) delivery = 0;
    best = Math.min(best, goods - discount + delivery);
  }
  return best;
}

describe('laws', () => {
  test('the best set is as good as trying every set', () => {
    fc.assert(
      fc.property(randomBook, randomBasket, (file, asked) => {
        const { book, ask } = opened(file);
        const question = ask(asked);
        const answer = quote(book, question);
        for (const choice of [...answer.choices, ...answer.hidden.map((one) => one.choice)]) expect(choice.total).toBe(byTryingAll(book, question, choice.service));
      }),
      { numRuns: 400 },
    );
  });

  test('the steps come to the answer, and every offer of the book is among them', () => {
    fc.assert(
      fc.property(randomBook, randomBasket, (file, asked) => {
        const { book, ask } = opened(file);
        const question = ask(asked);
        for (const choice of quote(book, question).choices) {
          const steps = explain(book, question, choice.service);
          expect(steps.at(-1)).toMatchObject({ step: 'pays', delivery: choice.delivery, discount: choice.discount, total: choice.total });
          const told = steps.flatMap((step) => ('offer' in step ? [step.offer] : []));
          expect([...told].sort()).toEqual(file.offers.map((offer) => offer.id).sort());
          for (const step of steps) if (step.step === 'discount') expect(step.lines.reduce((a, b) => a + b, 0)).toBe(step.took);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('an offer taken away never leaves a shopper paying less', () => {
    fc.assert(
      fc.property(randomBook, randomBasket, (file, asked) => {
        const [whole, bare] = [opened(file), opened({ ...file, offers: [] })];
        const total = (at: typeof whole) => new Map(quote(at.book, at.ask(asked)).choices.map((choice) => [choice.service, choice.total]));
        for (const [service, paid] of total(whole)) expect(paid).toBeLessThanOrEqual(total(bare).get(service) ?? 0);
      }),
    );
  });
});
