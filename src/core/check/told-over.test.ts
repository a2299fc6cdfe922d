import { expect, test } from 'vitest';
import { flat, item, offerOf, shopOf } from '../../../tests/books/shop.ts';
import { dialectOf, settingsOf } from '../channels/index.ts';
import { type Ordered, toldOver } from './told-over.ts';

/** Two stock places whose rates add in the book, while the dearest pays at the shop; an offer it cannot be told. */
const { book, goods, ask, file } = shopOf(
  { post: flat('4.00') },
  [item('A'), item('B', { origin: 'There' }), item('C', { price: '60.00' })],
  {
    channels: { 'lerrin-shop': { speeds: { post: 'post' } } },
    mixedBy: 'sum',
    offers: [
      offerOf('gift', 1, { benefit: { is: 'gift', sku: 'A', units: 1 } }),
      offerOf('clubs', 2, {
        benefit: { is: 'off order', off: { by: 'amount', amount: '5.00' } },
        asks: [{ over: 'units', units: 3 }],
      }),
    ],
    eitherOr: [],
  },
).open();
const dialect = dialectOf('lerrin-shop');
const sides = { rendition: dialect.render(book, goods), sent: null, speeds: settingsOf(file, dialect).speeds };
const order = (lines: Record<string, number>, channel: string | null = null): Ordered => {
  const question = ask({ lines: Object.entries(lines).map(([sku, units]) => ({ sku, units })), place: 'IE' });
  return { question: { ...question, shopper: { ...question.shopper, channel } }, service: 'post' };
};
const over = (...past: Ordered[]) => toldOver(book, 'lerrin-shop', sides, past);

test('orders add up by the clause that parts the two sides, too little and too much apart', () => {
  const found = over(order({ A: 1 }), order({ A: 1, B: 1 }), order({ A: 1, B: 1 }), order({ C: 3 }));
  expect(found).toMatchObject({ orders: 4, differ: 3 });
  expect(found.costs).toEqual([
    { clause: { about: 'mixing' }, orders: 2, more: 0, less: 800, offered: 0 },
    { clause: { about: 'offer', offer: 'clubs' }, orders: 1, more: 500, less: 0, offered: 0 },
  ]);
});

test('orders of other channels, and by services that have no word there, are none of its', () => {
  const fetched = { ...order({ A: 1, B: 1 }), service: 'fetched' };
  expect(over(order({ A: 1, B: 1 }, 'harrowmere'), fetched)).toEqual({ orders: 0, differ: 0, costs: [] });
  expect(over(order({ A: 1, B: 1 }, 'lerrin-shop')).orders).toBe(1);
});

test('no order is of a clause that says less than it is off, where another says as much', () => {
  const byLength = {
    is: 'table' as const,
    unit: 'cm' as const,
    breaks: [
      { to: '50', amount: '4.00' },
      { to: null, amount: '4.50' },
    ],
  };
  const long = (length: string) => ({ size: { length, width: '2', height: '1', unit: 'cm' as const } });
  const shop = shopOf(
    { post: { rate: byLength, freeFrom: null } },
    [item('A', long('10')), item('B', long('60')), item('C', { origin: 'There', ...long('60') })],
    {
      channels: { 'lerrin-shop': { speeds: { post: 'post' } } },
      mixedBy: 'sum',
    },
  ).open();
  const told = { rendition: dialect.render(shop.book, shop.goods), sent: null, speeds: { post: 'post' } };
  const bought = (...skus: string[]): Ordered => ({
    question: shop.ask({ lines: skus.map((sku) => ({ sku, units: 1 })), place: 'IE' }),
    service: 'post',
  });
  const { costs } = toldOver(shop.book, 'lerrin-shop', told, [bought('A'), bought('A', 'C')]);
  // All lengths pay what the longest does, 0.50 more; of two stock places the dearest pays alone, 4.00 less.
  expect(costs).toEqual([
    { clause: { about: 'mixing' }, orders: 1, more: 0, less: 400, offered: 0 },
    {
      clause: { about: 'rate', template: 'main', zone: 'home', service: 'post' },
      orders: 1,
      more: 50,
      less: 0,
      offered: 0,
    },
  ]);
});
