import { expect, test } from 'vitest';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import { type Book, readyGoods } from '../book/index.ts';
import { itemSchema } from '../goods/index.ts';
import { type Overlooked, overlooked } from './index.ts';

const goods = [
  item('LIGHT', {
    mass: { value: '200', unit: 'g' },
    cost: '1',
    size: { length: '1', width: '1', height: '1', unit: 'cm' },
  }),
  item('HEAVY', {
    mass: { value: '9', unit: 'kg' },
    cost: '1',
    size: { length: '1', width: '1', height: '1', unit: 'cm' },
  }),
  item('OWN', {
    ownRate: { rate: { is: 'free' }, waived: false },
    cost: '1',
    size: { length: '1', width: '1', height: '1', unit: 'cm' },
  }),
  item('BARE', { mass: null, cost: null, size: null }),
];
const table: Parameters<typeof shopOf>[0][string] = {
  rate: {
    is: 'table',
    unit: 'kg',
    breaks: [
      { to: '1', amount: '4.00' },
      { to: '5', amount: '6.00' },
    ],
  },
  freeFrom: null,
};
const book = shopOf({ post: table, air: flat('9.00') }, goods, {
  selections: [{ id: 'none', name: 'None', takes: { is: 'tags', any: ['nowhere'], all: [] }, except: [] }],
}).open().book;
const items = goods.map((one) => itemSchema.parse(one));
const ready = new Map(readyGoods(book, items).goods.map((one) => [one.sku, one]));
const order = (place: string, ...skus: string[]) => ({ place, lines: skus.map((sku) => ({ sku, units: 1 })) });
const found = (orders: ReturnType<typeof order>[], visits = {}, at = book) =>
  overlooked(at, items, ready, orders, visits, '2026-11-24');
const of = (all: readonly Overlooked[], is: Overlooked['is']) => all.filter((one) => one.is === is);

test('each is counted by the orders it touched, and those that touched most come first', () => {
  const all = found(
    [
      ...Array(60).fill(order('IE', 'LIGHT')),
      order('IE', 'OWN'),
      order('IE', 'HEAVY'),
      order('NO', 'BARE'),
      order('NO', 'LIGHT'),
    ],
    { NO: 12, PT: 3 },
  );
  expect(of(all, 'own rate')).toEqual([{ is: 'own rate', sku: 'OWN', orders: 1 }]);
  expect(of(all, 'lacking')).toEqual([
    { is: 'lacking', what: 'weight', skus: ['BARE'], orders: 1 },
    { is: 'lacking', what: 'size', skus: ['BARE'], orders: 1 },
    { is: 'lacking', what: 'cost', skus: ['BARE'], orders: 1 },
  ]);
  expect(of(all, 'empty selection')).toEqual([{ is: 'empty selection', selection: 'none', orders: 0 }]);
  expect(of(all, 'no zone')).toEqual([
    { is: 'no zone', country: 'NO', visits: 12, orders: 2 },
    { is: 'no zone', country: 'PT', visits: 3, orders: 0 },
  ]);
  // 9 kg goes beyond 5 kg; sixty of sixty-one fall in the first of two steps. A flat lane has none.
  expect(of(all, 'beyond')).toEqual([{ is: 'beyond', template: 'main', zone: 'home', service: 'post', orders: 1 }]);
  expect(of(all, 'one step')).toEqual([
    { is: 'one step', template: 'main', zone: 'home', service: 'post', orders: 60, of: 61 },
  ]);
  const touched = all.map(({ orders }) => orders);
  expect(touched).toEqual([...touched].sort((a, b) => b - a));
});

test('without history only what the book itself shows is found', () => {
  expect(found([]).map(({ is }) => is)).toEqual([
    'own rate',
    'lacking',
    'lacking',
    'lacking',
    'empty selection',
    'not looked at',
  ]);
});

test('rates not looked at since the quarter began are told once, with the orders that fell in their zones', () => {
  const orders = [order('IE', 'LIGHT'), order('IE', 'OWN'), order('NO', 'LIGHT')];
  const due = (reviewed: Book['reviewed']) =>
    of(found(orders, {}, { ...book, body: { ...book.body, reviewed } }), 'not looked at');
  const never = { is: 'not looked at', quarter: '2026-10-01', lanes: 2, of: 2, last: null, orders: 1 };
  expect(due({})).toEqual([never]);
  expect(due({ 'main/home/post': '2026-09-30', 'main/home/air': { on: '2026-07-02', who: 'Ann' } })).toEqual([
    { ...never, last: { on: '2026-09-30', who: null } },
  ]);
  expect(due({ 'main/home/post': { on: '2026-10-01', who: 'Ann' } })).toEqual([
    { ...never, lanes: 1, last: { on: '2026-10-01', who: 'Ann' } },
  ]);
  expect(due({ 'main/home/post': '2026-10-01', 'main/home/air': '2026-11-24' })).toEqual([]);
});
