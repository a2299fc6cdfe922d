import { expect, test } from 'vitest';
import { either, flat, item, offerOf, shopOf } from '../../../tests/books/shop.ts';
import { losingOrders } from './losing.ts';
import { meetings } from './meets.ts';

const now = Date.parse('2026-11-24T09:10:00Z');
const goods = [item('A'), item('RIBBON', { price: '2.00' })];
const percent = { is: 'off order' as const, off: { by: 'percent' as const, percent: '10' } };
const five = { is: 'off order' as const, off: { by: 'amount' as const, amount: '5.00', also: {} } };
const ribbon = { is: 'gift' as const, sku: 'RIBBON', units: 1 };

/** Past orders of so many units of A, at 10.00 each, by post. */
const lost = (shop: ReturnType<typeof shopOf>, units: readonly number[]) => {
  const { book, goods: ready, ask } = shop.open();
  const orders = units.map((some) => ({
    question: ask({ lines: [{ sku: 'A', units: some }], place: 'IE' }),
    service: 'post',
    at: now,
    channel: null,
  }));
  return losingOrders(book, meetings(book, ready, now), orders);
};

test('two off the order of one group: each order loses the lesser of the two', () => {
  const offers = [offerOf('ten', 1, { benefit: percent }), offerOf('five', 2, { benefit: five })];
  const post = { post: flat('4.00') };
  // Of 30.00 ten per cent is 3.00 and the other 5.00; of 80.00 it is 8.00. Each loses the lesser: 3.00 and 5.00, both
  // off the list value.
  const [pair] = lost(shopOf(post, goods, { offers, eitherOr: [either('one', ['ten', 'five'])] }), [3, 8]);
  expect(pair).toMatchObject({ orders: 2, loss: 800, gifts: 0, example: { value: 3000, place: 'IE' } });
  // Without the group both act, and nothing competes.
  expect(lost(shopOf(post, goods, { offers }), [3, 8])).toEqual([null]);
});

test('a gift kept out is lost though nothing is paid more', () => {
  // A gift counts by its worth, 2.00. Of 10.00 ten per cent is 1.00: the ribbon is had, and 1.00 lost. Of 20.00 it is
  // as much as the ribbon: the earlier offer is had, and the ribbon lost.
  const offers = [offerOf('ten', 1, { benefit: percent }), offerOf('gift', 2, { benefit: ribbon })];
  const [pair] = lost(
    shopOf({ post: flat('4.00') }, goods, { offers, eitherOr: [either('one', ['ten', 'gift'])] }),
    [1, 2],
  );
  expect(pair).toMatchObject({ orders: 2, loss: 100, gifts: 1 });
});

test('a discount that takes an order below the lane’s threshold costs it the delivery', () => {
  const offers = [offerOf('ten', 1, { benefit: percent })];
  const free = { value: '60.00', test: 'after' as const };
  // 50.00 pays delivery anyway; 60.00 is 54.00 after it: 4.00 lost, the shopper pays 58.00 and would have paid 54.00;
  // 70.00 is 63.00, free still.
  const found = lost(shopOf({ post: flat('4.00', free) }, goods, { offers }), [5, 6, 7]);
  expect(found).toHaveLength(1);
  expect(found[0]).toMatchObject({ orders: 1, loss: 400, example: { value: 6000 } });
});

test('an offer for a segment meets one for anybody as somebody of the segment', () => {
  const trade = offerOf('trade', 1, {
    benefit: { ...percent, off: { by: 'percent', percent: '50' } },
    segments: ['clubs'],
  });
  const offers = [trade, offerOf('five', 2, { benefit: five })];
  const shop = shopOf({ post: flat('4.00') }, goods, {
    offers,
    segments: [{ id: 'clubs', name: 'Clubs' }],
    eitherOr: [either('one', ['trade', 'five'])],
  });
  const { book, goods: ready } = shop.open();
  const [pair] = meetings(book, ready, now);
  // By its cheapest item: below 10.00 half is less than 5.00 and the other acts, above it the half.
  expect(pair?.relation.is === 'competes' ? pair.relation.runs.map((run) => run.acts) : []).toEqual([
    'second',
    'first',
  ]);
  expect(lost(shop, [1, 3])[0]).toMatchObject({ orders: 2, loss: 1000 });
});
