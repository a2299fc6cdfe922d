import { expect, test } from 'vitest';
import { seeded } from '../../../../tests/trials.ts';
import { lostInLines } from './in-lines.ts';
import type { Beside, OnGoods, Way } from './units.ts';

interface Unit {
  readonly price: number;
  readonly isLight: boolean;
}

/** What a campaign on goods takes off each unit, as the page has it; prices are such that nothing is rounded. */
function takes({ tag, off }: OnGoods, units: readonly Unit[]): number[] {
  const isOn = ({ isLight }: Unit) => tag === null || isLight;
  if (off.is !== 'n for m')
    return units.map((unit) => {
      if (!isOn(unit)) return 0;
      if (off.is === 'percent') return (unit.price * Number(off.percent)) / 100;
      if (off.is === 'amount') return Math.min(unit.price, Number(off.amount) * 100);
      return Math.max(0, unit.price - Number(off.price) * 100);
    });
  const on = units.flatMap((unit, i) => (isOn(unit) ? [i] : []));
  const cheapest = [...on].sort((a, b) => (units[a] as Unit).price - (units[b] as Unit).price);
  const free = new Set(cheapest.slice(0, Math.floor(on.length / (off.buy + off.get)) * off.get));
  return units.map(({ price }, i) => (free.has(i) ? (price * Number(off.percent)) / 100 : 0));
}

/**
 * What is off an order in all, delivery with it, by one way and what is beside it: together no more than each line
 * costs, where what is alike is one line or several.
 */
function inAll(way: Way | null, beside: Beside, paid: number, units: readonly Unit[], isOneLine: boolean): number {
  const all = [...(way?.is === 'goods' ? [way.on] : []), ...beside.goods].map((one) => takes(one, units));
  const value = units.reduce((sum, { price }) => sum + price, 0);
  const lines = new Map<string, { costs: number; off: number }>();
  units.forEach(({ price, isLight }, i) => {
    const key = isOneLine ? `${price} ${isLight}` : String(i);
    const line = lines.get(key) ?? { costs: 0, off: 0 };
    lines.set(key, line);
    line.costs += price;
    line.off += all.reduce((sum, one) => sum + (one[i] ?? 0), 0);
  });
  const off = [...lines.values()].reduce((sum, line) => sum + Math.min(line.costs, line.off), 0);
  const share = beside.shares + (way?.is === 'share' ? way.share : 0);
  const amount = beside.amounts + (way?.is === 'amount' ? way.amount : 0);
  return Math.min(value, off + share * (value - off) + amount) + (way?.is === 'delivery' ? paid : 0);
}

/** Every basket of up to four units of some prices. */
function baskets(prices: readonly number[]): Unit[][] {
  const kinds = prices.flatMap((price) => [true, false].map((isLight) => ({ price, isLight })));
  const from = (first: number, left: number): Unit[][] =>
    left === 0
      ? [[]]
      : [[], ...kinds.slice(first).flatMap((kind, i) => from(first + i, left - 1).map((rest) => [kind, ...rest]))];
  return from(0, 4).filter((units) => units.length > 0);
}

test('what is lost by choosing at list prices is never more than is said, over every small basket', () => {
  const counts = { asked: 0, lost: 0, none: 0 };
  for (let seed = 1; seed <= 250; seed += 1) {
    const random = seeded(seed);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
    const onGoods = (): OnGoods => ({
      kind: 'goods',
      tag: pick([null, 'light']),
      off: pick<OnGoods['off']>([
        { is: 'percent', percent: pick(['20', '50', '75']) },
        { is: 'amount', amount: pick(['1.00', '2.50', '6.00']) },
        { is: 'price', price: pick(['1.00', '4.00']) },
        { is: 'n for m', buy: pick([1, 2]), get: 1, percent: pick(['100', '50']) },
      ]),
    });
    const way = (): Way =>
      pick<() => Way>([
        () => ({ is: 'goods', on: onGoods() }),
        () => ({ is: 'goods', on: onGoods() }),
        () => ({ is: 'share', share: pick([0.1, 0.25]) }),
        () => ({ is: 'amount', amount: pick([200, 700]) }),
        () => ({ is: 'delivery', pays: pick([[500], [300, 900], null]), most: 900, beside: 'the same' }),
        // As much as a carrier asks.
        () => ({ is: 'delivery', pays: null, most: Number.POSITIVE_INFINITY, beside: 'the same' }),
      ])();
    const [chosen, better] = [way(), way()];
    if (chosen.is === 'delivery' && better.is === 'delivery') continue;
    const beside: Beside = {
      goods: Array.from({ length: pick([0, 1, 1, 2]) }, onGoods),
      shares: pick([0, 0, 0.1]),
      amounts: pick([0, 0, 400]),
    };
    const values = { from: pick([0, 1500]), to: 100_000 };
    const bound = lostInLines({ chosen, better, beside }, values, [new Set(), new Set(['light'])], 40);
    const none: Beside = { goods: [], shares: 0, amounts: 0 };
    const delivery = [chosen, better].flatMap((one) =>
      one.is === 'delivery' ? (one.pays ?? [0, 250, 900, ...(one.most > 900 ? [3000] : [])]) : [],
    );
    let most = 0;
    for (const units of baskets([200, 400, 1200, 4000])) {
      const value = units.reduce((sum, { price }) => sum + price, 0);
      if (value < values.from) continue;
      for (const paid of delivery.length > 0 ? delivery : [0])
        for (const isOneLine of [false, true]) {
          const by = (way: Way, others: Beside) => inAll(way, others, paid, units, isOneLine);
          if (by(chosen, none) < by(better, none)) continue;
          counts.asked += 1;
          most = Math.max(most, by(better, beside) - by(chosen, beside));
        }
    }
    expect(bound).toBeLessThan(Number.POSITIVE_INFINITY);
    expect(bound, `seed ${seed}: ${JSON.stringify({ chosen, better, beside, values })}`).toBeGreaterThanOrEqual(
      most - 1e-6,
    );
    if (most > 0) counts.lost += 1;
    else if (bound === 0) counts.none += 1;
  }
  expect(counts.asked).toBeGreaterThan(10_000);
  expect(counts.lost).toBeGreaterThan(30);
  // What loses nothing is known to, mostly.
  expect(counts.none).toBeGreaterThan(20);
});
