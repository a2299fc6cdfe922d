import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Currency, Minor, Problem } from '../../exact/index.ts';
import { type Benefit, type BenefitBody, benefitKindOf } from '../index.ts';
import { type Bought, lies, valueIn } from '../parts.ts';
import { readerFor } from '../reader.ts';
import { benefitKinds } from './list.ts';

/** What every kind of benefit says of itself, held against what it takes: random benefits and lines. */
const euro = 'EUR' as Currency;
const context = {
  currency: euro,
  market: euro,
  conversion: null,
  partOf: (id: string) => (id === 'some' ? 0 : undefined),
};
const read = (body: BenefitBody): Benefit => {
  const problems: Problem[] = [];
  const benefit = benefitKinds.read(body, readerFor(context, problems));
  expect(problems).toEqual([]);
  return benefit;
};

const cents = (least: number, most: number) =>
  fc.integer({ min: least, max: most }).map((one) => (one / 100).toFixed(2));
const goods = fc.constantFrom(null, 'some');
const percent = fc.integer({ min: 1, max: 100 }).map(String);
const off = fc.oneof(
  percent.map((one) => ({ by: 'percent' as const, percent: one })),
  cents(1, 4000).map((amount) => ({ by: 'amount' as const, amount, also: {} })),
);
const bodies: Record<BenefitBody['is'], fc.Arbitrary<BenefitBody>> = {
  'off goods': fc.record({ is: fc.constant('off goods' as const), goods, off }),
  'fixed price': fc.record({
    is: fc.constant('fixed price' as const),
    goods,
    price: cents(0, 3000),
    also: fc.constant({}),
  }),
  'buy and get': fc.record({
    is: fc.constant('buy and get' as const),
    goods,
    buy: fc.integer({ min: 1, max: 4 }),
    get: fc.integer({ min: 1, max: 3 }),
    percent,
  }),
  gift: fc.record({ is: fc.constant('gift' as const), sku: fc.constant('A'), units: fc.integer({ min: 1, max: 9 }) }),
  'off order': fc.record({ is: fc.constant('off order' as const), off }),
  'spend steps': fc
    .record({
      goods,
      test: fc.constantFrom('before' as const, 'after' as const),
      rise: fc.array(cents(100, 3000), { minLength: 1, maxLength: 4 }),
    })
    .map(({ rise, ...rest }) => ({
      is: 'spend steps' as const,
      ...rest,
      steps: rise.map((amount, i) => ({ from: String((i + 1) * 20), off: amount, also: {} })),
    })),
  delivery: fc.record({
    is: fc.constant('delivery' as const),
    on: fc.oneof(
      fc.constant({ is: 'cheapest' as const }),
      fc.record({ is: fc.constant('services' as const), services: fc.constant<string[]>(['post', 'van']) }),
    ),
    off: fc.oneof(
      off,
      fc.constant({ by: 'free' as const }),
      cents(0, 900).map((amount) => ({ by: 'to' as const, amount, also: {} })),
    ),
  }),
};
const lines: fc.Arbitrary<Bought[]> = fc.array(
  fc.record({
    item: fc.record({
      price: fc.integer({ min: 0, max: 4000 }).map((one) => one as Minor),
      inside: fc.constantFrom([0], [1]),
    }),
    units: fc.integer({ min: 1, max: 7 }),
  }),
  { minLength: 1, maxLength: 5 },
);
const worth = (some: readonly Bought[]) => some.reduce((sum, { item, units }) => sum + item.price * units, 0);

describe.each(Object.entries(bodies))('%s', (is, body) => {
  test('is the kind it is written as, plain data, and names only what is there to be named', () => {
    fc.assert(
      fc.property(body, (one) => {
        const benefit = read(one);
        expect(benefit.is).toBe(is);
        expect(structuredClone(benefit)).toEqual(benefit);
        const { skus = [], services = [] } = benefitKindOf(one).names(one);
        for (const name of [...skus, ...services]) expect(JSON.stringify(one)).toContain(`"${name}"`);
      }),
    );
  });
  test('every figure it names for its words stands in it', () => {
    fc.assert(
      fc.property(body, (one) => {
        const { amounts = [], percents = [], least = [] } = benefitKindOf(one).figures(one);
        for (const figure of [...amounts, ...percents, ...least]) expect(JSON.stringify(one)).toContain(`"${figure}"`);
      }),
    );
  });
  test('of goods takes from lines of its part alone, no more than they are worth, each line once and in order', () => {
    fc.assert(
      fc.property(body, lines, (one, basket) => {
        const benefit = read(one);
        const kind = benefitKindOf(benefit);
        if (kind.sort !== 'goods') return;
        const cuts = kind.cuts(benefit, basket);
        expect(cuts.map((cut) => cut.line)).toEqual([...new Set(cuts.map((cut) => cut.line))].sort((a, b) => a - b));
        for (const { line, amount } of cuts) {
          const at = basket[line] as Bought;
          expect(lies(at.item, kind.part(benefit))).toBe(true);
          expect(amount).toBeGreaterThan(0);
          expect(amount).toBeLessThanOrEqual(at.item.price * at.units);
        }
      }),
      { numRuns: 400 },
    );
  });
  test('takes something wherever its need is met by dear goods, and says what it needs of its own part', () => {
    fc.assert(
      fc.property(body, (one) => {
        const benefit = read(one);
        const kind = benefitKindOf(benefit);
        const need = kind.need(benefit);
        if (!need) return;
        const price = Math.max(need.above + 5000, need.value) as Minor;
        const basket: Bought[] = [{ item: { price, inside: [1] }, units: need.units }];
        if (kind.sort === 'goods') expect(kind.cuts(benefit, basket).length).toBe(1);
        if (kind.sort === 'order')
          expect(kind.off(benefit, worth(basket), valueIn(basket, need.part))).toBeGreaterThan(0);
      }),
    );
  });
  test('of the order never takes more than it says it could, before the set of offers is known', () => {
    fc.assert(
      fc.property(
        body,
        lines,
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 0, max: 100 }),
        (one, basket, a, b) => {
          const benefit = read(one);
          const kind = benefitKindOf(benefit);
          if (kind.sort !== 'order') return;
          const at = kind.looksAt(benefit);
          const goods = worth(basket);
          const list = at ? valueIn(basket, at.part) : goods;
          // Goods offers leave some share of the order, and of its part.
          const left = Math.floor((goods * a) / 100);
          const part = Math.min(left, at?.test === 'after' ? Math.floor((list * b) / 100) : list);
          const took = kind.off(benefit, left, at?.test === 'before' ? list : part);
          expect(took).toBeLessThanOrEqual(kind.most(benefit, goods, list));
          const most = kind.most(benefit, goods, list);
          expect(took).toBeLessThanOrEqual(kind.mostAt(benefit, left, most));
        },
      ),
      { numRuns: 500 },
    );
  });
  test('of the order takes more at a stroke only from the values it names', () => {
    fc.assert(
      fc.property(
        body,
        fc.oneof(fc.constantFrom(1999, 3999, 5999), fc.integer({ min: 0, max: 12_000 })),
        (one, value) => {
          const benefit = read(one);
          const kind = benefitKindOf(benefit);
          if (kind.sort !== 'order' || kind.looksAt(benefit)?.test === 'before' || kind.share(benefit)) return;
          const jump = kind.mostAt(benefit, value + 1, 1e9) - kind.mostAt(benefit, value, 1e9);
          if (jump > 1) expect(kind.turns(benefit)).toContain(value + 1);
        },
      ),
      { numRuns: 500 },
    );
  });
  test('of delivery takes no more than the charge, all of it where it is free, and more of more', () => {
    fc.assert(
      fc.property(body, fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 0, max: 500 }), (one, charge, more) => {
        const benefit = read(one);
        const kind = benefitKindOf(benefit);
        if (kind.sort !== 'delivery') return;
        const took = kind.off(benefit, charge);
        expect(took).toBeGreaterThanOrEqual(0);
        expect(took).toBeLessThanOrEqual(charge);
        if (kind.isFree(benefit)) expect(took).toBe(charge);
        expect(kind.off(benefit, charge + more)).toBeGreaterThanOrEqual(took);
        // Down to a price: what is paid does not go by the charge, once that is above it.
        if (kind.goesDownTo(benefit) && took > 0)
          expect(charge + more - kind.off(benefit, charge + more)).toBe(charge - took);
      }),
      { numRuns: 300 },
    );
  });
});
