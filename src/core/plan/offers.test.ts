import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { either, flat, item, offerOf as numberedOffer, shopOf } from '../../../tests/books/shop.ts';
import { worldOf } from '../../../tests/reading/books.ts';
import { proposedTerms } from '../../words/index.ts';
import { type BookInput, basketSchema, compileBook, readyGoods } from '../book/index.ts';
import { minor, unwrap } from '../exact/index.ts';
import { type OfferBody, offerSchema } from '../offers/index.ts';
import { questionOf, quote } from '../quote/index.ts';
import {
  brokenPromises,
  costCurve,
  curveAt,
  type Dated,
  decidingOf,
  deepestBaskets,
  includedPrices,
  marginOf,
  meetings,
  usageOf,
  withOffer,
} from './index.ts';

type Offers = NonNullable<BookInput['offers']>;
const now = Date.parse('2026-11-24T09:10:00Z');
let given = 0;
const fresh = (): number => {
  given += 1;
  return given;
};
const offerOf = (id: string, benefit: Offers[number]['benefit'], more: Partial<Offers[number]> = {}): Offers[number] =>
  numberedOffer(id, fresh(), { benefit, ...more });
const percent = (figure: string) => ({ is: 'off order' as const, off: { by: 'percent' as const, percent: figure } });
const free = {
  is: 'delivery' as const,
  on: { is: 'services' as const, services: ['post'] },
  off: { by: 'free' as const },
};
const from = (value: string, test: 'before' | 'after' = 'before') => [{ over: 'value' as const, value, test }];
const goods = [
  item('A', { price: '5.00', cost: '3.00', tags: ['small'] }),
  item('B', { price: '40.00', cost: '22.00', tags: ['big'] }),
];
const selections = ['small', 'big', 'none'].map((id) => ({
  id,
  name: id,
  takes: { is: 'tags' as const, any: [id], all: [] },
  except: [],
}));
const open = (offers: Offers, more: Partial<BookInput> = {}, post = flat('7.30')) =>
  shopOf({ post }, goods, { offers, selections, ...more }).open();

describe('when two meet', () => {
  const apart = (of: 'order' | 'line' = 'order', ...ids: string[]) => ({ eitherOr: [either('group', ids, of)] });
  const relation = (offers: Offers, post = flat('7.30'), more: Partial<BookInput> = {}) => {
    const at = open(offers, more, post);
    return meetings(at.book, at.goods, now)[0];
  };
  test('never: their times, their channels, their services do not touch', () => {
    const window = (start: string | null, end: string | null) => ({
      window: { from: start, until: end, zone: 'Europe/Dublin' },
    });
    const why = (a: Partial<Offers[number]>, b: Partial<Offers[number]>) =>
      relation([offerOf('a', percent('5'), a), offerOf('b', percent('10'), b)])?.relation;
    expect(why(window(null, '2026-12-01T00:00'), window('2026-12-01T00:00', null))).toEqual({
      is: 'never',
      why: 'times',
    });
    expect(why({ channels: ['harrowmere'] }, { channels: ['findlark'] })).toEqual({ is: 'never', why: 'channels' });
  });
  test('together: without a common group, or goods offers of a group of the line on different goods', () => {
    expect(relation([offerOf('a', percent('5')), offerOf('b', free)])?.relation.is).toBe('together');
    const on = (part: string) => ({
      is: 'off goods' as const,
      goods: part,
      off: { by: 'percent' as const, percent: '10' },
    });
    expect(
      relation([offerOf('a', on('small')), offerOf('b', on('big'))], undefined, apart('line', 'a', 'b'))?.relation.is,
    ).toBe('together');
    expect(
      relation([offerOf('a', on('small')), offerOf('b', on('big'))], undefined, apart('order', 'a', 'b'))?.relation,
    ).toMatchObject({ is: 'competes', groups: ['group'] });
    expect(
      relation([offerOf('a', on('small')), offerOf('b', on('small'))], undefined, apart('line', 'a', 'b'))?.relation.is,
    ).toBe('competes');
  });
  test('competes: free delivery of 7.30 up to 73.00, 10 % from there on', () => {
    const met = relation(
      [offerOf('free', free), offerOf('ten', percent('10'))],
      undefined,
      apart('order', 'free', 'ten'),
    );
    if (met?.relation.is !== 'competes') throw new Error('they compete');
    expect(met.surprising).toBe(true);
    expect(met.relation.runs.map((run) => [run.from, run.to, run.acts]).slice(0, 2)).toEqual([
      [500, 7000, 'first'],
      [7500, 80_000, 'second'],
    ]);
  });
  test('a code beside a lane’s threshold after discounts: a stretch has the one or the other', () => {
    const met = relation([offerOf('ten', percent('10'))], flat('7.30', { value: '60.00', test: 'after' }));
    if (met?.relation.is !== 'competes') throw new Error('they get in each other’s way');
    expect(met.second).toMatchObject({ is: 'lane', freeFrom: 6000 });
    // 60.00 and 65.00 less 10 % are 54.00 and 58.50: with 6.00 or 6.50 off 7.30 would be paid, so the code stays
    // unused.
    expect(met.relation.runs.map((run) => [run.from, run.to, run.acts]).slice(0, 3)).toEqual([
      [500, 5500, 'first'],
      [6000, 6500, 'second'],
      [7000, 80_000, 'both'],
    ]);
    expect(
      relation([offerOf('ten', percent('10'))], flat('7.30', { value: '60.00', test: 'before' }))?.relation.is,
    ).toBe('together');
  });
});

describe('the basket an offer decides', () => {
  const decides = (offers: Offers, id: string, post = flat('7.30'), more: Partial<BookInput> = {}) => {
    const at = open(offers, more, post);
    return decidingOf(at.book, at.goods, at.book.offers.find((one) => one.id === id) as never, now);
  };
  test('the smallest that it alone changes', () => {
    expect(decides([offerOf('free', free, { asks: from('60.00') })], 'free')).toMatchObject({
      is: 'decides',
      service: 'post',
      saves: 730,
      example: { value: 8000, lines: [{ sku: 'B', units: 2 }] },
    });
  });
  test('none: the lane frees no later, it has ended, another takes as much', () => {
    const proof = (...of: Parameters<typeof decides>) => {
      const found = decides(...of);
      return found.is === 'never' ? found.proof : found;
    };
    expect(
      proof([offerOf('free', free, { asks: from('60.00') })], 'free', flat('7.30', { value: '60.00', test: 'before' })),
    ).toEqual({ why: 'lanes', freeFrom: 6000 });
    expect(
      proof(
        [offerOf('past', free, { window: { from: null, until: '2026-11-01T00:00', zone: 'Europe/Dublin' } })],
        'past',
      ),
    ).toMatchObject({ why: 'ended' });
    expect(
      proof([offerOf('five', percent('5')), offerOf('ten', percent('10'))], 'five', undefined, {
        eitherOr: [either('one', ['five', 'ten'])],
      }),
    ).toEqual({ why: 'another', offer: 'ten' });
    expect(
      proof([offerOf('none', { is: 'off goods', goods: 'none', off: { by: 'percent', percent: '5' } })], 'none'),
    ).toEqual({ why: 'no goods' });
  });
  test('what is proved never to decide changes no basket', () => {
    let proved = 0;
    const later = Date.parse('2026-12-07T12:00:00Z');
    for (let seed = 500; seed < 590; seed += 1) {
      const world = worldOf(seed);
      const { goods: items, ...body } = world.book;
      const book = unwrap(compileBook(body));
      const ready = readyGoods(book, items).goods;
      const bySku = new Map(ready.map((one) => [one.sku, one]));
      for (const offer of book.offers) {
        // After some have ended.
        if (decidingOf(book, ready, offer, later).is !== 'never') continue;
        proved += 1;
        for (let i = 0; i < 12; i += 1) {
          const basket = basketSchema.parse({
            ...world.basket(),
            market: 'home',
            moment: new Date(later).toISOString(),
          });
          const question = unwrap(questionOf(book, basket, { ready: (sku) => bySku.get(sku), now }));
          const totals = (one: typeof book) =>
            quote(one, question).choices.map((choice) => [choice.service, choice.pays]);
          expect(totals(book), `book ${seed}, ${offer.id}`).toEqual(totals(withOffer(book, offer.id, null)));
        }
      }
    }
    expect(proved).toBeGreaterThan(5);
  });
});

describe('what it costs over past orders', () => {
  const past = (at: ReturnType<typeof open>, lines: Readonly<Record<string, number>>[]): Dated[] =>
    lines.map((one, i) => ({
      question: at.ask({ lines: Object.entries(one).map(([sku, units]) => ({ sku, units })), place: 'IE' }),
      service: 'post',
      at: now + i,
      channel: null,
    }));
  test('orders that would use it, and what shoppers would pay less', () => {
    const at = open([offerOf('free', free, { asks: from('40.00') })]);
    const usage = usageOf(at.book, at.book.offers[0] as never, past(at, [{ A: 1 }, { A: 8 }, { B: 2 }, { A: 7 }]));
    expect([usage.orders, usage.uses.map((use) => use.order), usage.cost]).toEqual([4, [1, 2], 1460]);
  });
  test('every threshold of an exact curve is what answering again says', () => {
    const at = open([offerOf('free', free, { asks: from('40.00') }), offerOf('ten', percent('10'), { code: null })]);
    const orders = past(
      at,
      fc.sample(fc.record({ A: fc.integer({ min: 1, max: 20 }), B: fc.integer({ min: 1, max: 3 }) }), {
        numRuns: 60,
        seed: 3,
      }),
    );
    const [offer] = at.book.offers;
    const curve = offer && costCurve(at.book, offer, orders);
    if (!offer || !curve) throw new Error('no curve');
    expect(curve.exact).toBe(true);
    for (const value of [0, 1500, 4000, 4500, 4501, 7300, 9999, 14_000, 99_999]) {
      const again = usageOf(
        at.book,
        { ...offer, conditions: [{ over: 'value', value: minor(value), test: 'before', goods: -1 }] },
        orders,
      );
      expect([curveAt(curve.points, value).uses, curveAt(curve.points, value).cost], String(value)).toEqual([
        again.uses.length,
        again.cost,
      ]);
    }
  });
});

test('the deepest basket is as deep as any of one item, by trying them all', () => {
  const at = open(
    [
      offerOf(
        'half',
        { is: 'off goods', goods: 'big', off: { by: 'percent', percent: '50' } },
        { code: { is: 'shared', code: 'HALF' } },
      ),
      offerOf('free', free, { asks: from('80.00') }),
    ],
    { eitherOr: [either('one', ['half', 'free'])] },
  );
  const found = deepestBaskets(
    at.book,
    at.goods,
    now,
    { units: 5, value: minor(50_000) },
    () => null,
    () => undefined,
  ).baskets[0];
  let least = Number.POSITIVE_INFINITY;
  for (const sku of ['A', 'B'])
    for (let units = 1; units <= 5; units += 1)
      for (const codes of [[], ['HALF']]) {
        const question = at.ask({ lines: [{ sku, units }], place: 'IE', codes });
        for (const choice of quote(at.book, question).choices)
          least = Math.min(least, marginOf(at.book, question, choice, null).left);
      }
  expect(found?.margin.left).toBe(least);
  expect(found?.example.codes).toEqual(['HALF']);
});

test('a price with delivery in it leaves as much as today, and a cent less does not', () => {
  const at = open(
    [],
    {
      taxes: [{ id: 'ie', class: 'standard', places: ['IE'], percent: '23' }],
      costs: { packing: '0.80', payment: { percent: '1.4', amount: '0.25' }, advertising: '4', channels: {} },
    },
    flat('4.90', { value: '50.00', test: 'before' }),
  );
  for (const one of includedPrices(
    at.book,
    at.goods,
    { country: 'IE', part: null, postcode: null },
    1,
    now,
    () => null,
  )) {
    const ready = at.goods.find((each) => each.sku === one.sku);
    if (!ready || one.needed === null) throw new Error('no price');
    const left = (price: number, delivery: number) => {
      const question = {
        ...at.ask({ lines: [{ sku: one.sku, units: 1 }], place: 'IE' }),
        lines: [{ item: { ...ready, price: minor(price) }, units: 1 }],
      };
      const [choice] = quote({ ...at.book, offers: [] }, question).choices;
      return choice ? marginOf(at.book, question, { ...choice, delivery: minor(delivery) }, null).left : 0;
    };
    expect(left(one.needed, 0)).toBeGreaterThanOrEqual(left(one.price, one.delivery));
    expect(left(one.needed - 1, 0)).toBeLessThan(left(one.price, one.delivery));
    // Advertising is a share of goods value: with delivery in the price it is paid on delivery too.
    expect(one.needed).toBeGreaterThan(one.price + one.delivery);
  }
});

describe('words that promise', () => {
  const { body } = open([], { zones: [{ id: 'home', name: 'Home', takes: ['IE'], leaves: [] }] }).book;
  const faults = (change: Partial<OfferBody> & { title: string }) => {
    const offer = offerSchema.parse({
      ...offerOf('free', free, {
        asks: from('60.00'),
        window: { from: '2026-11-29T00:00', until: '2026-12-07T00:00', zone: 'Europe/Dublin' },
      }),
      terms: 'Free post on orders from 60.00, until 6 December 2026.',
      ...change,
    });
    return brokenPromises(body, offer).map((one) => [one.word, one.fault.is]);
  };
  test('true words raise nothing', () => {
    expect(faults({ title: 'Free delivery from 60' })).toEqual([]);
    expect(faults({ title: 'Free from €60.00, 29 Nov to 6 Dec' })).toEqual([]);
  });
  test('over 60, another amount, another date, a percentage, a service, a place, a code', () => {
    expect(faults({ title: 'Free delivery over 60' })).toEqual([['over 60', 'over']]);
    expect(faults({ title: 'Free delivery from 50' })).toEqual([['from 50', 'amount']]);
    expect(faults({ title: 'Free until 7 December' })).toEqual([['7 December', 'date']]);
    expect(faults({ title: 'Free, 10 % more' })).toEqual([['10 %', 'percent']]);
    expect(faults({ title: 'Free with SAVE20' })).toEqual([['SAVE20', 'code']]);
    expect(
      faults({
        title: 'Free from 60',
        benefit: { ...free, off: { by: 'to', amount: '60.00', also: {} } } as OfferBody['benefit'],
      }).map(([, is]) => is),
    ).toContain('not free');
  });
  test('what terms leave out, and titles too long for a channel', () => {
    expect(faults({ title: 'Free', terms: 'Free delivery.' })).toEqual([
      ['', 'missing'],
      ['', 'missing'],
    ]);
    expect(faults({ title: 'Free delivery to everybody who likes soap from 60' }).map(([, is]) => is)).toEqual([
      'long',
      'long',
    ]);
  });
  test('terms proposed from any rule break no promise', () => {
    for (let seed = 1; seed < 300; seed += 1) {
      const { goods: _, ...book } = worldOf(seed).book;
      for (const offer of book.offers) {
        const terms = proposedTerms(book, offer);
        expect(terms.length).toBeLessThanOrEqual(500);
        const broken = brokenPromises(book, { ...offer, title: 'Now', terms }).filter(
          (one) => one.fault.is !== 'missing',
        );
        expect(broken, terms).toEqual([]);
      }
    }
  });
});
