import fc from 'fast-check';
import loadHighs from 'highs';
import ICAL from 'ical.js';
import { mean, standardDeviation } from 'simple-statistics';
import { describe, expect, test } from 'vitest';
import { type BookInput, bookFileSchema } from '../../src/core/book/index.ts';
import { instantOf, minor, unwrap } from '../../src/core/exact/index.ts';
import { offerSchema } from '../../src/core/offers/index.ts';
import { budgetRun, splitBudget, type Use } from '../../src/core/plan/index.ts';
import { quote } from '../../src/core/quote/index.ts';
import { calendarOf } from '../../src/web/stages/offers/calendar.ts';
import { opened } from '../books/opened.ts';
import { either, flat, item, offerOf, shopOf } from '../books/shop.ts';
import { times } from '../trials.ts';

type Offers = NonNullable<BookInput['offers']>;
describe('the best set against a general MIP solver (HiGHS 1.8)', () => {
  // What can be written as a linear program: goods offers line by line, amounts off the order, flat delivery; sums cut
  // to what remains.
  const skus = ['A', 'B', 'C', 'D'] as const;
  const prices = [450, 1299, 2380, 75];
  const parts = { ab: ['A', 'B'], bc: ['B', 'C'], d: ['D'], all: skus as readonly string[] } as const;
  const goodsOffer = fc.record({
    part: fc.constantFrom('ab' as const, 'bc' as const, 'd' as const, 'all' as const),
    off: fc.integer({ min: 20, max: 900 }),
  });
  const book = fc.record({
    goods: fc.array(goodsOffer, { maxLength: 5 }),
    orders: fc.array(fc.integer({ min: 50, max: 2500 }), { maxLength: 4 }),
    deliveries: fc.array(fc.integer({ min: 100, max: 700 }), { maxLength: 3 }),
    groups: fc.array(
      fc.record({
        of: fc.constantFrom('order' as const, 'line' as const),
        members: fc.subarray([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11], { minLength: 2 }),
      }),
      { maxLength: 5 },
    ),
    units: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 4, maxLength: 4 }),
  });
  const euros = (cents: number) => (cents / 100).toFixed(2);

  test('random books by the hundred come to the same saving', async () => {
    const highs = await loadHighs();
    for (const one of fc.sample(book, { numRuns: times(500), seed: 41 })) {
      const [g, o] = [one.goods.length, one.orders.length];
      const offers: Offers = [
        ...one.goods.map(({ part, off }, i) =>
          offerOf(`g${i}`, i + 1, {
            benefit: {
              is: 'off goods',
              goods: part === 'all' ? null : part,
              off: { by: 'amount', amount: euros(off) },
            },
          }),
        ),
        ...one.orders.map((off, i) =>
          offerOf(`o${i}`, g + i + 1, { benefit: { is: 'off order', off: { by: 'amount', amount: euros(off) } } }),
        ),
        ...one.deliveries.map((off, i) =>
          offerOf(`d${i}`, g + o + i + 1, {
            benefit: {
              is: 'delivery',
              on: { is: 'services', services: ['post'] },
              off: { by: 'amount', amount: euros(off) },
            },
          }),
        ),
      ];
      const groups = one.groups.map(({ of, members }, i) => ({
        of,
        ids: members.flatMap((at) => offers[at]?.id ?? []),
        id: `group-${i}`,
      }));
      const eitherOr = groups.map(({ id, ids, of }) => either(id, ids, of));
      const selections = Object.entries(parts).map(([id, list]) => ({
        id,
        name: id,
        takes: { is: 'skus' as const, skus: [...list] },
        except: [],
      }));
      const made = shopOf(
        { post: flat('6.00') },
        skus.map((sku, i) => item(sku, { price: euros(prices[i] ?? 0) })),
        { offers, selections, eitherOr },
      );
      const choice = made.answer(Object.fromEntries(skus.map((sku, i) => [sku, one.units[i] ?? 1]))).choices[0];
      const list = skus.map((_, i) => (prices[i] ?? 0) * (one.units[i] ?? 1));
      const whole = list.reduce((a, b) => a + b, 0);
      const saved = whole + 600 - (choice?.total ?? 0);
      if (offers.length === 0) {
        expect(saved).toBe(0);
        continue;
      }

      // x: an offer is used; z: taken off a line; w: taken off the order; s: taken off delivery.
      const touches = (id: string): readonly string[] | null =>
        id.startsWith('g') ? parts[one.goods[Number(id.slice(1))]?.part ?? 'all'] : null;
      const rules: string[] = [];
      for (const { of, ids } of groups)
        for (const a of ids)
          for (const b of ids) {
            const [mine, theirs] = [touches(a), touches(b)];
            const besides =
              of === 'line' && mine !== null && theirs !== null && !mine.some((sku) => theirs.includes(sku));
            if (a < b && !besides) rules.push(`x_${a} + x_${b} <= 1`);
          }
      skus.forEach((sku, l) => {
        const units = one.units[l] ?? 1;
        const cuts = one.goods.flatMap(({ part, off }, i) =>
          (parts[part] as readonly string[]).includes(sku)
            ? [`- ${Math.min(off, prices[l] ?? 0) * units} x_g${i}`]
            : [],
        );
        rules.push(`z_${sku} ${cuts.join(' ')} <= 0`, `z_${sku} <= ${list[l]}`);
      });
      rules.push(
        `w ${one.orders.map((off, i) => `- ${off} x_o${i}`).join(' ')} <= 0`,
        `w + ${skus.map((sku) => `z_${sku}`).join(' + ')} <= ${whole}`,
      );
      rules.push(`s ${one.deliveries.map((off, i) => `- ${Math.min(600, off)} x_d${i}`).join(' ')} <= 0`, 's <= 600');
      const names = offers.map((offer) => `x_${offer.id}`);
      const solved = highs.solve(
        `Maximize\n obj: w + s + ${skus.map((sku) => `z_${sku}`).join(' + ')}\nSubject To\n ${rules.join('\n ')}\nBinary\n ${names.join(' ')}\nEnd`,
      );
      expect(saved, JSON.stringify(one)).toBe(Math.round(solved.ObjectiveValue));
    }
  }, 240_000);
});

describe('budgets against closed forms, and simple-statistics 7 on the same sample', () => {
  const day = 86_400_000;
  const uses = (saves: (i: number) => number, count: number, days: number): Use[] =>
    Array.from({ length: count }, (_, i) => ({
      at: Math.floor((i / count) * days) * day,
      channel: null,
      order: i,
      saves: minor(saves(i)),
      value: minor(5000),
    }));

  test('one saving for all: it grants the whole ones that fit, and no more', () => {
    const run = budgetRun(
      uses(() => 745, 60, 30),
      0,
      30,
      minor(30_000),
    );
    // floor(300.00 / 7.45) = 40 orders, 298.00; each of 60 draws is granted until then.
    expect(run.days.at(-1)).toMatchObject({ low: 29_800, middle: 29_800, high: 29_800 });
    expect(run.dry?.runs).toBe(run.runs);
  });
  test('the day it runs dry, in the middle of the runs, is where the budget meets the mean', () => {
    const run = budgetRun(
      uses(() => 500, 900, 90),
      0,
      90,
      minor(225_000),
      800,
    );
    // Ten orders of 5.00 a day: 450 orders on 45 days, spread by the binomial: sd of the count by then is sqrt(900 · ½
    // · ½) = 15, a day and a half.
    expect(run.dry?.middle).toBeGreaterThanOrEqual(44);
    expect(run.dry?.middle).toBeLessThanOrEqual(47);
    expect((run.dry?.late ?? 0) - (run.dry?.early ?? 0)).toBeLessThanOrEqual(6);
  });
  test('without a budget the sum of resampled orders has the mean and the spread of the sample', () => {
    const sample = uses((i) => 300 + ((i * 7919) % 1400), 400, 40);
    const savings = sample.map((use) => use.saves);
    const last = budgetRun(sample, 0, 40, null, 4000).days.at(-1);
    const [middle, spread] = [savings.length * mean(savings), Math.sqrt(savings.length) * standardDeviation(savings)];
    expect(Math.abs((last?.middle ?? 0) - middle)).toBeLessThan(0.15 * spread);
    // Nine tenths of a normal distribution lie below its mean and 1.2816 standard deviations.
    expect(Math.abs((last?.high ?? 0) - (middle + 1.2816 * spread))).toBeLessThan(0.15 * spread);
    expect(Math.abs((last?.low ?? 0) - (middle - 1.2816 * spread))).toBeLessThan(0.15 * spread);
  });
  test('the same orders give the same answer; a day more never spends less', () => {
    const sample = uses((i) => 200 + (i % 37) * 11, 120, 20);
    const run = budgetRun(sample, 0, 20, minor(20_000));
    expect(budgetRun(sample, 0, 20, minor(20_000))).toEqual(run);
    for (const [i, one] of run.days.entries()) expect(one.middle).toBeGreaterThanOrEqual(run.days[i - 1]?.middle ?? 0);
  });
  test('a budget split over channels adds up, whatever the parts', () => {
    const part = fc.oneof(
      fc.integer({ min: 0, max: 60_000 }).map((amount) => ({ by: 'amount' as const, amount: minor(amount) })),
      fc.integer({ min: 0, max: 9 }).map((weight) => ({ by: 'share' as const, weight })),
      fc.integer({ min: 0, max: 90_000 }).map((need) => ({ by: 'need' as const, need: minor(need) })),
    );
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 100_000 }),
        fc.array(part, { minLength: 1, maxLength: 6 }),
        (budget, ways) => {
          const split = splitBudget(
            minor(budget),
            ways.map((way, i) => ({ channel: String(i), ...way })),
          );
          expect(split.parts.reduce((sum, one) => sum + one.amount, 0) + split.left).toBe(budget);
          for (const one of split.parts) expect(one.amount).toBeGreaterThanOrEqual(0);
        },
      ),
    );
    const thirds = splitBudget(
      minor(10_000),
      ['a', 'b', 'c'].map((channel) => ({ channel, by: 'share' as const, weight: 1 })),
    );
    expect(thirds.parts.map((one) => one.amount)).toEqual([3334, 3333, 3333]);
  });
});

describe('the calendar file (RFC 5545), read back by ical.js 2', () => {
  test('each window from start to end, in the zone’s time, over daylight saving too', () => {
    const offers = [
      offerOf('spring', 1, {
        benefit: { is: 'off order', off: { by: 'percent', percent: '5' } },
        title: 'Spring; 5 % off, "all" goods',
        terms: 'Line, with comma; semicolon\\ and a long tail '.repeat(4).trim(),
        window: { from: '2027-03-28T02:30', until: '2027-10-31T01:30', zone: 'Europe/Dublin' },
      }),
      offerOf('open', 2, {
        benefit: { is: 'off order', off: { by: 'percent', percent: '5' } },
        window: { from: '2026-12-01T00:00', until: null, zone: 'Asia/Tokyo' },
      }),
      offerOf('ends', 3, {
        benefit: { is: 'off order', off: { by: 'percent', percent: '5' } },
        state: 'draft',
        window: { from: null, until: '2027-01-01T00:00', zone: 'America/New_York' },
      }),
      offerOf('ever', 4, { benefit: { is: 'off order', off: { by: 'percent', percent: '5' } } }),
    ].map((one) => offerSchema.parse(one));
    const text = calendarOf('Quillmoor Soaps', offers);
    for (const line of text.split('\r\n')) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    const read = new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents('vevent')
      .map((event) => new ICAL.Event(event));
    expect(read.map((event) => event.uid)).toEqual(['spring@offers', 'open@offers', 'ends@offers']);
    const [spring, open, ends] = read;
    expect(spring?.summary).toBe('Spring; 5 % off, "all" goods');
    expect(spring?.description).toBe(offers[0]?.terms);
    expect(spring?.startDate.toJSDate().getTime()).toBe(unwrap(instantOf('2027-03-28T02:30', 'Europe/Dublin')));
    expect(spring?.endDate.toJSDate().getTime()).toBe(unwrap(instantOf('2027-10-31T01:30', 'Europe/Dublin')));
    expect(open?.startDate.toJSDate().toISOString()).toBe('2026-11-30T15:00:00.000Z');
    expect(ends?.startDate.toJSDate().toISOString()).toBe('2027-01-01T05:00:00.000Z');
    expect(ends?.component.getFirstPropertyValue('status')).toBe('TENTATIVE');
  });
});

describe('rules of the trade on offers (common practice, no source; figures of our own worked by hand)', () => {
  const total = (
    offers: Offers,
    lines: Readonly<Record<string, number>>,
    goods = [item('A')],
    codes: readonly string[] = [],
  ) => {
    const choice = shopOf({ post: flat('7.45') }, goods, { offers }).answer(lines, 'IE', codes).choices[0];
    return choice ? [choice.discount, choice.delivery] : null;
  };
  test('from 40 take 3, from 90 take 9: only the highest reached counts', () => {
    const steps = [
      offerOf('saver', 1, {
        benefit: {
          is: 'spend steps',
          test: 'before',
          steps: [
            { from: '40.00', off: '3.00' },
            { from: '90.00', off: '9.00' },
          ],
        },
      }),
    ];
    expect([3, 4, 8, 9].map((units) => total(steps, { A: units })?.[0])).toEqual([0, 300, 300, 900]);
  });
  test('free from four units: three pay, four do not', () => {
    const free = [
      offerOf('free', 1, {
        benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
        asks: [{ over: 'units', units: 4 }],
      }),
    ];
    expect([3, 4].map((units) => total(free, { A: units })?.[1])).toEqual([745, 0]);
  });
  test('300.00 a week at 7.45 an order: forty orders in full, nothing for the forty-first; on Monday all again', () => {
    const free = [
      offerOf('free', 1, {
        benefit: { is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } },
        limits: { budget: { amount: '300.00', per: 'week' } },
      }),
    ];
    const { book, ask } = opened(
      bookFileSchema.parse({
        ...opened(shopOf({ post: flat('7.45') }, [item('A')], { offers: free }).open().file).file,
      }),
    );
    let spent = 0;
    const pays = (uses: number, moment: string) => {
      const rows = [{ week: '2026-11-23', channel: null, amount: (spent / 100).toFixed(2) }];
      return quote(
        book,
        ask({
          lines: [{ sku: 'A', units: 1 }],
          place: 'IE',
          moment: Date.parse(moment),
          spent: { free: { uses, own: 0, rows } },
        }),
      ).choices[0]?.delivery;
    };
    const paid = Array.from({ length: 41 }, (_, i) => {
      const delivery = pays(i, '2026-11-26T10:00:00Z');
      spent += 745 - (delivery ?? 0);
      return delivery;
    });
    expect(paid.slice(0, 40).every((delivery) => delivery === 0)).toBe(true);
    expect(spent).toBe(29_800);
    expect(paid[40]).toBe(745);
    // Sunday 23:59 in Dublin is the week before, Monday 00:00 the next.
    expect([pays(41, '2026-11-29T23:59:00Z'), pays(41, '2026-11-30T00:00:00Z')]).toEqual([745, 0]);
  });
  test('buy two get one: of three the cheapest is free, of five one, of six two', () => {
    const offers = [offerOf('three', 1, { benefit: { is: 'buy and get', buy: 2, get: 1, percent: '100' } })];
    const goods = [item('A', { price: '12.00' }), item('B', { price: '9.00' })];
    expect(total(offers, { A: 2, B: 1 }, goods)?.[0]).toBe(900);
    expect(total(offers, { A: 3, B: 2 }, goods)?.[0]).toBe(900);
    expect(total(offers, { A: 5, B: 1 }, goods)?.[0]).toBe(2100);
  });
  test('a gift weighs, and counts for nothing else', () => {
    const goods = [
      item('A', { price: '20.00', mass: { value: '0.9', unit: 'kg' } }),
      item('PIN', { price: '2.00', mass: { value: '0.2', unit: 'kg' } }),
    ];
    const offers = [offerOf('pin', 1, { benefit: { is: 'gift', sku: 'PIN' }, code: { is: 'shared', code: 'PIN' } })];
    const unasked = [offerOf('pin', 1, { benefit: { is: 'gift', sku: 'PIN' } })];
    const by = (rate: Parameters<typeof shopOf>[0][string], own = offers) =>
      shopOf({ post: rate }, goods, { offers: own }).answer({ A: 1 }, 'IE', ['PIN']).choices[0];
    const heavier: Parameters<typeof shopOf>[0][string] = {
      rate: {
        is: 'table',
        unit: 'kg',
        breaks: [
          { to: '1', amount: '4.00' },
          { to: '2', amount: '5.00' },
        ],
      },
      freeFrom: null,
    };
    const heavy = by(heavier);
    expect([heavy?.delivery, heavy?.gifts]).toEqual([500, [{ sku: 'PIN', units: 1 }]]);
    // Asked for by a code it may raise what is paid, by less than it is worth; given unasked it may not.
    expect([by(heavier, unasked)?.delivery, by(heavier, unasked)?.gifts]).toEqual([400, []]);
    // Where it makes delivery dearer than it is worth, it stays away.
    const dear = by({
      rate: {
        is: 'table',
        unit: 'kg',
        breaks: [
          { to: '1', amount: '4.00' },
          { to: '2', amount: '9.00' },
        ],
      },
      freeFrom: null,
    });
    expect([dear?.delivery, dear?.gifts]).toEqual([400, []]);
    expect(
      by({ rate: { is: 'built up', order: '2.20', first: '0.45', further: '0.45', weight: null }, freeFrom: null })
        ?.delivery,
    ).toBe(265);
  });
  test('tax inside: a discount is split over lines before their tax is taken out', () => {
    const goods = [item('A', { price: '10.00' }), item('B', { price: '20.00', taxClass: 'low' })];
    const taxes = [
      { id: 'high', class: 'standard', places: ['IE'], percent: '23' },
      { id: 'low', class: 'low', places: ['IE'], percent: '9' },
    ];
    const offers = [offerOf('one', 1, { benefit: { is: 'off order', off: { by: 'amount', amount: '1.00' } } })];
    const choice = shopOf({ post: flat('0.00') }, goods, { offers, taxes }).answer({ A: 1, B: 1 }).choices[0];
    // 0.33 and 0.67 off; 9.67 with 23 % inside has 1.81, 19.33 with 9 % has 1.60.
    expect([choice?.off, choice?.tax]).toEqual([[33, 67], 181 + 160]);
  });
});
