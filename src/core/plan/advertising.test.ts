import { expect, test } from 'vitest';
import type { Currency, Minor } from '../exact/index.ts';
import { advertisingShares } from './index.ts';

const euro = 'EUR' as Currency;
const prices: Readonly<Record<string, number>> = { A: 1000, B: 2550 };
const priceOf = (sku: string) => (prices[sku] ?? null) as Minor | null;
const order = (at: string, channel: string | null, units: number, sku = 'A') => ({
  at,
  channel,
  lines: [{ sku, units }],
});

test('the share of goods value that advertising took, in all and by channel, worked by hand', () => {
  const orders = [
    order('2026-09-03T10:00:00Z', 'shop', 10),
    order('2026-10-03T10:00:00Z', 'shop', 4),
    order('2026-10-05T10:00:00Z', 'market', 2, 'B'),
    // No price is known for it any more; and nothing is told of advertising in November.
    order('2026-10-06T10:00:00Z', null, 3, 'GONE'),
    order('2026-11-06T10:00:00Z', 'shop', 50),
  ];
  const spent = [
    { month: '2026-09', channel: 'shop', amount: '5' },
    { month: '2026-10', channel: 'shop', amount: '2.50' },
    { month: '2026-10', channel: 'market', amount: '3.33' },
    { month: '2026-10', channel: 'feed', amount: '1.00' },
    { month: '', channel: 'shop', amount: '900' },
  ];
  expect(advertisingShares(spent, orders, 1, euro, priceOf)).toEqual([
    // 11.83 on 100 + 40 + 51.
    { channel: null, months: 2, spent: 1183, goods: 19_100, percent: '6.2' },
    { channel: 'shop', months: 2, spent: 750, goods: 14_000, percent: '5.4' },
    { channel: 'market', months: 1, spent: 333, goods: 5100, percent: '6.5' },
  ]);
});

test('of one order in so many, each stands for as many', () => {
  const spent = [{ month: '2026-10', channel: '', amount: '10.00' }];
  const orders = [order('2026-10-03T10:00:00Z', 'shop', 4)];
  expect(advertisingShares(spent, orders, 5, euro, priceOf)).toEqual([
    { channel: null, months: 1, spent: 1000, goods: 20_000, percent: '5.0' },
  ]);
  expect(advertisingShares(spent, [], 1, euro, priceOf)).toEqual([]);
});
