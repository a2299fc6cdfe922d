import { expect, test } from 'vitest';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import type { Minor } from '../exact/index.ts';
import { quote } from '../quote/index.ts';
import { marginOf } from './index.ts';

test('what is left of a basket, part by part, worked by hand', () => {
  const { book, ask } = shopOf(
    { post: flat('4.90') },
    [item('A', { price: '24.60', cost: '10.00' }), item('B', { price: '12.30', cost: null })],
    {
      taxes: [{ id: 'here', class: 'standard', places: ['IE'], percent: '23' }],
      costs: {
        packing: '0.85',
        payment: { percent: '1.4', amount: '0.25' },
        advertising: '4',
        channels: { harrowmere: { percent: '9', amount: '0.30' } },
      },
    },
  ).open();
  const question = ask({
    lines: [
      { sku: 'A', units: 1 },
      { sku: 'B', units: 1 },
    ],
    place: 'IE',
    channel: 'harrowmere',
  });
  const choice = quote(book, question).choices[0];
  if (!choice) throw new Error('no choice');
  const margin = marginOf(book, question, choice, 380 as Minor);
  expect(Object.fromEntries(margin.parts.map((one) => [one.part, one.amount]))).toEqual({
    goods: 3690,
    delivery: 490,
    // 4.60 and 2.30 in the goods, 0.92 in the delivery.
    tax: -782,
    cost: -1000,
    carrier: -380,
    packing: -85,
    // 9 % of 41.80 and 0.30; 1.4 % of 41.80 and 0.25; 4 % of 36.90.
    channel: -406,
    payment: -84,
    advertising: -148,
  });
  expect(margin.left).toBe(3690 + 490 - 782 - 1000 - 380 - 85 - 406 - 84 - 148);
  expect(margin.uncosted).toEqual(['B']);
  // Free: 36.90 less 6.90 tax, 10.00 cost, 0.85 packing, 3.62 channel, 0.77 payment, 1.48 advertising.
  expect(margin.bears).toBe(3690 - 690 - 1000 - 85 - 362 - 77 - 148);
});

test('a basket sold below its cost bears no free delivery', () => {
  const { book, ask } = shopOf({ post: flat('4.90') }, [item('A', { price: '5.00', cost: '9.00' })]).open();
  const question = ask({ lines: [{ sku: 'A', units: 1 }], place: 'IE' });
  const choice = quote(book, question).choices[0];
  expect(choice && marginOf(book, question, choice, null)).toMatchObject({ left: 90, bears: 0 });
});

test('advertising is reckoned by the channel’s own share where it has one', () => {
  const { book, ask } = shopOf({ post: flat('4.90') }, [item('A', { price: '20.00', cost: '0' })], {
    costs: {
      packing: '0',
      payment: { percent: '0', amount: '0' },
      advertising: '4',
      channels: {},
      advertisingAt: { harrowmere: '7.5' },
    },
  }).open();
  const part = (channel: string | null) => {
    const question = ask({ lines: [{ sku: 'A', units: 1 }], place: 'IE', channel });
    const choice = quote(book, question).choices[0];
    if (!choice) throw new Error('no choice');
    return marginOf(book, question, choice, null).parts.find((one) => one.part === 'advertising')?.amount;
  };
  expect([part(null), part('findlark'), part('harrowmere')]).toEqual([-80, -80, -150]);
});
