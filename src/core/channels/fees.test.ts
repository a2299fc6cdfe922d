import { expect, test } from 'vitest';
import { seeded } from '../../../tests/trials.ts';
import { gram, type Mass, type Minor } from '../exact/index.ts';
import type { Listed } from './dialect.ts';
import { mostFees } from './fees.ts';

const kind = (each: number, price: number, grams: number) =>
  ({ handling: { each, waivable: each % 2 === 0 }, price, mass: grams * gram }) as unknown as Listed;

/** By every number of every item, the plainest way. */
function best(goods: readonly Listed[], units = 20, value = 100_000, grams = 30_000): number {
  const [first, ...rest] = goods;
  if (!first) return 0;
  let most = 0;
  for (let n = 0; n <= units && n * first.price <= value && n * ((first.mass as Mass) / gram) <= grams; n += 1)
    most = Math.max(
      most,
      n * ((first.handling?.each as Minor) ?? 0) +
        best(rest, units - n, value - n * first.price, grams - n * ((first.mass as Mass) / gram)),
    );
  return most;
}

test('fees of each unit come to no more than any numbers of the goods do, as they cost and weigh', () => {
  for (let seed = 1; seed <= 80; seed += 1) {
    const random = seeded(seed);
    const under = (n: number) => Math.floor(random() * n);
    const goods = Array.from({ length: 1 + under(4) }, () =>
      kind(1 + under(900), 500 + under(60_000), 100 + under(9000)),
    );
    expect(mostFees(goods), `goods ${seed}`).toBe(best(goods));
    expect(mostFees(goods, ({ waivable }) => waivable)).toBe(best(goods.filter((one) => one.handling?.waivable)));
  }
});

test('of many kinds none of which is needless it is no less, and hardly more', () => {
  const goods = Array.from({ length: 9 }, (_, i) => kind(100 + 10 * i, 4000 + 900 * i, 500 + 3 * i));
  const most = best(goods.slice(5));
  expect(mostFees(goods)).toBeGreaterThanOrEqual(most);
  expect(mostFees(goods)).toBeLessThanOrEqual(180 * 20);
  expect(mostFees([])).toBe(0);
});
