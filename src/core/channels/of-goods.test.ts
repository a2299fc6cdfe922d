import { expect, test } from 'vitest';
import { item, shopOf } from '../../../tests/books/shop.ts';
import { seeded, times } from '../../../tests/trials.ts';
import type { BookInput } from '../book/index.ts';
import { gram } from '../exact/index.ts';
import { laneCharge } from '../rates/index.ts';
import { stated } from './bounds.ts';
import { beyondShares, chargedBetween, levelsOf, mostCharged } from './charged-for-goods.ts';
import { groupsOf, laneFor } from './goods-groups.ts';
import { mostOfGoods } from './of-goods.ts';

type Lane = BookInput['templates'][number]['lanes'][string][string];

const nobody = { place: { country: '', part: null, postcode: null }, moment: 0, carrier: null };

/** A lane of any plain kind, and goods that cost and weigh anything. */
function worldOf(seed: number) {
  const random = seeded(seed);
  const under = (n: number) => Math.floor(random() * n);
  const pick = <T>(list: readonly T[]): T => list[under(list.length)] as T;
  const cents = () => (under(3000) / 100).toFixed(2);
  const table = (unit: 'g' | 'cm' | 'units' | 'value', ends: readonly number[]): Lane['rate'] => ({
    is: 'table',
    unit,
    breaks: [...ends.map(String), null].map((to, i) => ({
      to,
      amount: cents(),
      ...(under(3) === 0 ? { step: cents(), per: String(Math.max(1, Math.floor((ends[i] ?? 9) / 7))) } : {}),
    })),
  });
  const rising = (from: number, by: number) => [1, 2, 3].map((i) => from + i * by + under(by));
  const rate: Lane['rate'] = pick([
    { is: 'flat', amount: cents() },
    table('g', rising(0, 3000)),
    table('cm', rising(10, 20)),
    table('units', rising(0, 4)),
    table('value', rising(0, 150)),
    { is: 'built up', order: cents(), first: cents(), further: pick(['0', cents()]), weight: null },
    {
      is: 'built up',
      order: '1.00',
      first: '0',
      further: pick(['0', '0.70']),
      weight: { amount: '0.35', per: '500', unit: 'g', each: pick(['started', 'in proportion'] as const) },
    },
  ]);
  const fees = pick([null, null, { order: '0.50', item: pick(['0', '0.15']) }]);
  const goods = Array.from({ length: 1 + under(4) }, (_, i) =>
    item(`I${i}`, {
      price: ((1 + under(pick([300, 9000, 60_000]))) / 100).toFixed(2),
      mass: { value: String(1 + under(pick([200, 4000, 15_000]))), unit: 'g' },
      size: { length: String(5 + under(90)), width: '4', height: '3', unit: 'cm' },
    }),
  );
  const values = under(3) === 0 ? ('after' as const) : ('before' as const);
  const post = { rate, values, freeFrom: null, ...(fees ? { fees } : {}) };
  const { book, goods: listed } = shopOf({ post }, goods).open();
  const [group] = groupsOf(book, listed);
  const lane = book.templates[0]?.lanes.get('home')?.get('post');
  if (!group || !lane) throw new Error('no lane');
  return { by: laneFor(book, group, lane), goods: group.goods, under };
}

/** What so many of each of some goods come to; null for none of any. */
function comesTo(goods: ReturnType<typeof worldOf>['goods'], counts: readonly number[]) {
  let [value, units, mass, long] = [0, 0, 0, 0];
  goods.forEach((one, i) => {
    const many = counts[i] ?? 0;
    if (many === 0) return;
    [value, units, mass] = [value + many * one.price, units + many, mass + many * (one.mass ?? 0)];
    long = Math.max(long, ...(one.sides ?? []));
  });
  return units === 0 ? null : { value, units, mass, long };
}

/** How many there are of each of the goods in a basket within the stated bounds. */
function countsIn({ goods, under }: Pick<ReturnType<typeof worldOf>, 'goods' | 'under'>): number[] {
  const left = { ...stated };
  return goods.map(({ price, mass }) => {
    const most = Math.min(left.units, Math.floor(left.value / price), Math.floor(left.mass / (mass ?? 1)));
    const many = most < 1 || under(3) === 0 ? 0 : under(2) === 0 ? most : 1 + under(most);
    Object.assign(left, {
      units: left.units - many,
      value: left.value - many * price,
      mass: left.mass - many * (mass ?? 0),
    });
    return many;
  });
}

/** What a lane charges a basket of which discounts leave so much; less than nothing where it does not take it. */
const chargeOf = (
  { lane, price }: ReturnType<typeof worldOf>['by'],
  basket: NonNullable<ReturnType<typeof comesTo>>,
  after = basket.value,
) => laneCharge(lane, price, { ...basket, from: '', after, bought: basket.mass, pieces: [] }, nobody);

test('no basket of some goods comes to more, or is charged more or less, than is said of them', () => {
  let baskets = 0;
  for (let seed = 1; seed <= times(400); seed += 1) {
    const world = worldOf(seed);
    const { by, goods, under } = world;
    const levels = levelsOf(by, goods);
    for (let i = 0; i < 60; i += 1) {
      const basket = comesTo(goods, countsIn(world));
      if (!basket) continue;
      const { value, units, mass } = basket;
      const left = under(value + 1);
      const charge = chargeOf(by, basket, left);
      if (charge < 0) continue;
      baskets += 1;
      const where = `book ${seed}, basket ${i}: ${JSON.stringify({ value, left, units, grams: mass / gram, charge })}`;
      const most = mostOfGoods(goods, value);
      expect(mass, where).toBeLessThanOrEqual(most.mass);
      expect(units, where).toBeLessThanOrEqual(most.units);
      expect(charge, where).toBeLessThanOrEqual(mostCharged(by, goods, value));
      // Some basket that needs no more is charged as much, and some as little.
      const within = levels.filter(
        (one) => one.value <= value && value <= one.upTo && one.units <= units && one.mass <= mass,
      );
      expect(Math.max(...within.map((one) => one.charge)), where).toBeGreaterThanOrEqual(charge);
      expect(Math.min(...within.map((one) => one.charge)), where).toBeLessThanOrEqual(charge);
      const between = chargedBetween(by, goods, mass - 1, mass);
      expect(between.least, where).toBeLessThanOrEqual(charge);
      expect(between.most, where).toBeGreaterThanOrEqual(charge);
    }
  }
  expect(baskets).toBeGreaterThan(times(10_000));
});

test('what goods may weigh at the most some basket weighs, but for less than one of the heaviest', () => {
  for (let seed = 1; seed <= times(150); seed += 1) {
    const { goods, under } = worldOf(seed);
    const value = 1 + under(stated.value);
    const [first, ...rest] = goods;
    // Every number of every item.
    const heaviest = (some: readonly (typeof goods)[number][], units: number, left: number, mass: number): number => {
      const [one, ...others] = some;
      if (!one) return 0;
      let best = 0;
      for (let n = 0; n <= units && n * one.price <= left && n * (one.mass ?? 0) <= mass; n += 1) {
        const own = n * (one.mass ?? 0);
        best = Math.max(best, own + heaviest(others, units - n, left - n * one.price, mass - own));
      }
      return best;
    };
    if (!first || rest.length > 2) continue;
    const most = mostOfGoods(goods, value).mass;
    const found = heaviest(goods, stated.units, value, stated.mass);
    expect(found, `book ${seed}`).toBeLessThanOrEqual(most);
    if (found > 0)
      expect(most - found, `book ${seed}`).toBeLessThan(Math.max(...goods.map(({ mass }) => mass ?? 0)) * 2);
  }
});

test('goods in one are charged no more beyond the dearest of their shares than is said', () => {
  let shared = 0;
  for (let seed = 1; seed <= times(400); seed += 1) {
    const world = worldOf(seed);
    const { by, goods, under } = world;
    const shares = 2 + under(2);
    const most = beyondShares(by, goods, shares);
    if (most === null) continue;
    for (let i = 0; i < 60; i += 1) {
      const counts = countsIn(world);
      const basket = comesTo(goods, counts);
      if (!basket) continue;
      // Each unit is of some share.
      const parts = Array.from({ length: shares }, () => goods.map(() => 0));
      counts.forEach((many, at) => {
        for (let n = 0; n < many; n += 1) {
          const part = parts[under(shares)] as number[];
          part[at] = (part[at] ?? 0) + 1;
        }
      });
      const charges = parts.flatMap((one) => {
        const own = comesTo(goods, one);
        return own ? [chargeOf(by, own)] : [];
      });
      const all = chargeOf(by, basket);
      if (all < 0 || charges.some((one) => one < 0)) continue;
      shared += 1;
      expect(all - Math.max(...charges), `book ${seed}, basket ${i}`).toBeLessThanOrEqual(most);
    }
  }
  expect(shared).toBeGreaterThan(times(5000));
});
