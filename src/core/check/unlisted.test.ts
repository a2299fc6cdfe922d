import { expect, test } from 'vitest';
import { flat, item, offerOf, shopOf } from '../../../tests/books/shop.ts';
import type { BookInput } from '../book/index.ts';
import { unlistedOffers } from './index.ts';

const found = (offers: NonNullable<BookInput['offers']>, ...goods: ReturnType<typeof item>[]) => {
  const { book, goods: ready } = shopOf({ post: flat('4.00') }, goods, {
    selections: [{ id: 'kites', name: 'Kites', takes: { is: 'tags', any: ['kites'], all: [] }, except: [] }],
    offers,
  }).open();
  return unlistedOffers(book, ready);
};
const percent = { is: 'off goods', goods: 'kites', off: { by: 'percent', percent: '10' } } as const;
const kite = (sku: string, notListed: string[]) => item(sku, { tags: ['kites'], notListed });

test('an offer holds in vain where a channel lists none of its goods, and not where it lists some', () => {
  const offers = [offerOf('off', 1, { benefit: percent })];
  expect(found(offers, kite('A', ['findlark']), kite('B', ['findlark', 'harrowmere']), item('C'))).toEqual([
    { offer: 'off', channel: 'findlark', what: 'goods', sku: 'A', goods: 2 },
  ]);
});

test('so does one for such goods, and one that asks for them, but not where it does not hold', () => {
  const free = { is: 'delivery' as const, on: { is: 'cheapest' as const }, off: { by: 'free' as const } };
  const asks = [{ over: 'units' as const, units: 2, goods: 'kites' }];
  const offers = [
    offerOf('for', 1, { benefit: free, goods: 'kites' }),
    offerOf('asks', 2, { benefit: free, asks }),
    offerOf('elsewhere', 3, { benefit: free, goods: 'kites', channels: ['harrowmere'] }),
  ];
  const where = found(offers, kite('A', ['lerrin-shop']), item('B'));
  expect(where.map(({ offer, channel }) => `${offer} ${channel}`)).toEqual(['for lerrin-shop', 'asks lerrin-shop']);
});

test('and one whose gift is not listed', () => {
  const offers = [offerOf('gift', 1, { benefit: { is: 'gift', sku: 'R' } })];
  expect(found(offers, item('A'), item('R', { notListed: ['harrowmere'] }))).toEqual([
    { offer: 'gift', channel: 'harrowmere', what: 'gift', sku: 'R', goods: 1 },
  ]);
});

test('an offer on a selection without any goods is not said to be unlisted', () => {
  expect(found([offerOf('off', 1, { benefit: percent })], item('A', { notListed: ['findlark'] }))).toEqual([]);
});
