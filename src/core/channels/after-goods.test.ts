import { expect, test } from 'vitest';
import { item, offerOf, shopOf } from '../../../tests/books/shop.ts';
import { minor } from '../exact/index.ts';
import { afterGoodsOnly, freedAlways } from './after-goods.ts';

/** How far a threshold of 50.00 that frees 6.00 is followed beside offers of some per cent, or some amount a unit. */
function beside(test: 'before' | 'after', ...offers: { off: string; from?: string; by?: 'amount' }[]) {
  const { book } = shopOf({ post: { rate: { is: 'flat', amount: '6.00' }, freeFrom: null } }, [item('A')], {
    offers: offers.map(({ off, from, by }, i) =>
      offerOf(`offer-${i}`, i + 1, {
        benefit: {
          is: 'off goods',
          goods: null,
          off: by === 'amount' ? { by: 'amount', amount: off } : { by: 'percent', percent: off },
        },
        asks: from === undefined ? [] : [{ over: 'value', value: from, test: 'before' }],
      }),
    ),
  }).open();
  const fidelity = afterGoodsOnly(
    { book, channel: 'lerrin-shop', zones: null },
    { value: minor(5000), test },
    freedAlways(600),
    book.offers,
  );
  return fidelity.is === 'bounded' ? fidelity.bound : fidelity.is;
}

test('tested as list value all that is freed may be charged, once an offer brings the value below', () => {
  expect(beside('before')).toBe('exact');
  expect(beside('before', { off: '10' })).toBe(600);
  // From 60.00 on 10 % leave 54.00.
  expect(beside('before', { off: '10', from: '60.00' })).toBe('exact');
  expect(beside('before', { off: '20', from: '60.00' })).toBe(600);
});

test('offers of which none does by itself may bring it below together', () => {
  const tenth = { off: '10', from: '60.00' };
  expect(beside('before', tenth, tenth)).toBe(600);
  expect(beside('before', tenth, { off: '0.50', by: 'amount' })).toBe(600);
});

test('tested after discounts nothing is lost that leaving the offer unused would not cost', () => {
  // 10 % of 50.00 is 5.00, and may be 0.10 less line by line.
  expect(beside('after', { off: '10' })).toBe(110);
  expect(beside('after', { off: '20' })).toBe('exact');
  expect(beside('after', { off: '4.00', by: 'amount' })).toBe(200);
  // From 54.50 on more than 4.50 has to go.
  expect(beside('after', { off: '4.00', by: 'amount', from: '54.50' })).toBe(149);
});

test('tested after discounts what the book takes in place of the offer is not saved by it', () => {
  const { book } = shopOf({ post: { rate: { is: 'flat', amount: '6.00' }, freeFrom: null } }, [item('A')], {
    offers: [
      offerOf('fifth', 1, { benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent: '20' } } }),
      offerOf('eight', 2, { benefit: { is: 'off order', off: { by: 'amount', amount: '8.00' } } }),
    ],
    eitherOr: [{ id: 'one', name: 'One', of: 'order', offers: ['fifth', 'eight'] }],
  }).open();
  const [fifth] = book.offers;
  // A fifth of 50.00 is 10.00, and may be 0.10 less line by line: 1.90 more than 8.00.
  const fidelity = afterGoodsOnly(
    { book, channel: 'lerrin-shop', zones: null },
    { value: minor(5000), test: 'after' },
    freedAlways(600),
    fifth ? [fifth] : [],
  );
  expect(fidelity).toMatchObject({ is: 'bounded', bound: 410 });
});

test.each([
  // 5.00 less, of which 5 % are not taken off the order.
  ['percent', '5', 600 - 475 + 11],
  // Of 53.00 all is left that it takes.
  ['amount', '3.00', 110],
] as const)(
  'tested after discounts what an offer takes is what it takes more: beside %s %s off the order',
  (by, off, said) => {
    const { book } = shopOf({}, [item('A')], {
      offers: [
        offerOf('tenth', 1, { benefit: { is: 'off goods', goods: null, off: { by: 'percent', percent: '10' } } }),
        offerOf('order', 2, {
          benefit: { is: 'off order', off: by === 'percent' ? { by, percent: off } : { by, amount: off } },
        }),
      ],
    }).open();
    const acting = { book, channel: 'lerrin-shop', zones: null } as const;
    const [tenth] = book.offers;
    const fidelity = afterGoodsOnly(
      acting,
      { value: minor(5000), test: 'after' },
      freedAlways(600),
      tenth ? [tenth] : [],
    );
    expect(fidelity).toMatchObject({ is: 'bounded', bound: said });
  },
);
