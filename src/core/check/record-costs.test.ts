import { expect, test } from 'vitest';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import { dialectOf, filesOf, type Rules, recordFindings, settingsOf } from '../channels/index.ts';
import { unwrap } from '../exact/index.ts';
import { inChannel } from '../quote/index.ts';
import { recordCosts } from './index.ts';
import type { Ordered } from './told-over.ts';

const byMass = {
  rate: {
    is: 'table' as const,
    unit: 'kg' as const,
    breaks: [
      { to: '1', amount: '4.00' },
      { to: '5', amount: '7.00' },
    ],
  },
  freeFrom: null,
};
const channels = { 'lerrin-shop': { speeds: { post: 'post' } } };
const goods = [item('A'), item('B', { price: '3.00', mass: { value: '200', unit: 'g' } })];
const shop = dialectOf('lerrin-shop');
const { book, goods: ready, ask, file } = shopOf({ post: byMass }, goods, { channels }).open();
const here = shop.render(book, ready).rules;
const { speeds } = settingsOf(file, shop);

const order = (lines: Record<string, number>, channel: string | null = 'lerrin-shop'): Ordered => {
  const question = ask({ lines: Object.entries(lines).map(([sku, units]) => ({ sku, units })), place: 'IE' });
  return { question: channel === null ? question : inChannel(question, channel), service: 'post' };
};
const past = [order({ A: 1 }), order({ A: 1, B: 1 }, null), order({ B: 2 }), order({ A: 1 }, 'harrowmere')];
const costs = (listings: Parameters<typeof recordFindings>[3], there: Rules = here) => {
  const findings = recordFindings(book, shop, ready, listings, { here, there });
  return recordCosts(book, { id: 'lerrin-shop', here, there, speeds }, findings, past).map((cost, i) => ({
    is: findings[i]?.is,
    ...cost,
  }));
};

test('a mass that the channel has otherwise costs what orders there are charged by it, those of no channel too', () => {
  // A alone goes from 4.00 to 7.00; with B it is 7.00 either way.
  expect(
    costs([
      { listing: 'A', price: '10.00', grams: '1200' },
      { listing: 'B', price: '3.00', grams: '200' },
    ]),
  ).toEqual([{ is: 'mass', orders: 1, more: 300, less: 0, offered: 0 }]);
});

test('a price costs what is paid otherwise for goods, a unit each', () => {
  expect(
    costs([
      { listing: 'A', price: '10.00', grams: '1000' },
      { listing: 'B', price: '2.60', grams: '200' },
    ]),
  ).toEqual([{ is: 'price', orders: 2, more: 0, less: 120, offered: 0 }]);
});

test('a mass beyond all steps leaves the service out; what is not listed costs nothing that could be told', () => {
  expect(costs([{ listing: 'A', price: '10.00', grams: '9000' }])).toEqual([
    { is: 'mass', orders: 2, more: 0, less: 0, offered: 2 },
    { is: 'forgotten' },
  ]);
});

test('goods that are charged by another set there cost what that set charges', () => {
  const other = shopOf({ post: byMass }, [goods[0] ?? item('A'), { ...item('B'), ...goods[1], template: 'dear' }], {
    channels,
    templates: [
      { id: 'main', name: 'Main', origin: 'Here', zones: ['home'], lanes: { home: { post: byMass } } },
      { id: 'dear', name: 'Dear', origin: 'Here', zones: ['home'], lanes: { home: { post: flat('9.00') } } },
    ],
  }).open();
  const there = unwrap(shop.read(filesOf(shop.render(other.book, other.goods).rules)));
  const listings = [
    { listing: 'A', price: '10.00', grams: '1000' },
    { listing: 'B', price: '3.00', grams: '200' },
  ];
  // B alone 9.00 for 4.00, beside A 9.00 for 7.00: the dearest set pays.
  expect(costs(listings, there).filter(({ is }) => is === 'plan')).toMatchObject([
    { orders: 2, more: 700, less: 0, offered: 0 },
  ]);
});
