import { expect, test } from 'vitest';
import { channels, saidOf, toldOf } from '../../../../tests/books/said.ts';
import { flat, item, offerOf, shopOf } from '../../../../tests/books/shop.ts';
import type { BookInput } from '../../book/index.ts';
import type { Note } from '../index.ts';

type Benefit = Extract<BookInput['offers'][number]['benefit'], { is: 'delivery' }>;
const free = (on: Benefit['on']): Benefit => ({ is: 'delivery', on, off: { by: 'free' } });
const all: Benefit['on'] = { is: 'services', services: ['post', 'fast'] };
const cheapest: Benefit['on'] = { is: 'cheapest' };

/** What is said of an offer with a code, at most so much an order. */
function said(
  lanes: Parameters<typeof shopOf>[0],
  goods: Parameters<typeof shopOf>[1],
  benefit: Benefit,
  most: string | null = null,
  more: Partial<BookInput> = {},
) {
  const book = shopOf(lanes, goods, {
    ...channels('lerrin-shop'),
    ...more,
    offers: [
      offerOf('gone', 1, {
        benefit,
        code: { is: 'shared', code: 'GONE' },
        limits: most === null ? {} : { most: { amount: most } },
      }),
    ],
  });
  const isOffer = ({ about }: Note['clause']) => about === 'offer';
  return { off: saidOf('lerrin-shop', book, isOffer), file: toldOf('lerrin-shop', book).rules.written() };
}

const two = { post: flat('4.00'), fast: flat('9.00') };
const handled = item('A', { fee: { each: '0.50', waived: true } });

test('a free delivery that is cut by no largest discount waives fees there as here', () => {
  const { off, file } = said(two, [handled], free(all), '9.00');
  expect(off).toBe('exact');
  const [campaign] = file.flatMap(({ name, pieces }) =>
    name.endsWith('.json') ? JSON.parse([...pieces()].join('')).campaigns : [],
  );
  expect(campaign.benefit).toEqual({ kind: 'delivery', atMost: '9.00', fees: true });
});

test('what a largest discount cuts waives no fees on either side, but for what goods of several templates pay', () => {
  expect(said(two, [handled], free(all), '6.00').off).toBe('exact');
  const lanes = { home: two };
  const templates = ['main', 'second'].map((id) => ({ id, name: id, origin: 'Here', zones: ['home'], lanes }));
  const goods = [handled, item('B', { template: 'second' })];
  // Each set is charged 4.00 or 9.00: in all it is the dearest, or both.
  expect(said(two, goods, free(all), '6.00', { templates, mixedBy: 'highest' }).off).toBe('exact');
  expect(said(two, goods, free(all), '6.00', { templates, mixedBy: 'sum' }).off).toBe(20 * 50);
});

test('a largest discount cuts rates of goods’ own there, which free delivery waives here', () => {
  const own = item('A', { ownRate: { rate: { is: 'flat', amount: '9.00' }, waived: true } });
  expect(said({ post: flat('4.00'), fast: flat('4.50') }, [own, item('B')], free(all), '5.00').off).toBe(400);
});

test('fees of goods whose own rate no offer pays are waived there by any service', () => {
  const kept = item('A', {
    ownRate: { rate: { is: 'flat', amount: '2.00' }, waived: false },
    fee: handled.fee ?? null,
  });
  const { off } = said(two, [kept, item('B')], free({ is: 'services', services: ['post'] }));
  // What “post” costs at the most is paid of “fast”, and twenty fees.
  expect(off).toBe(400 + 20 * 50);
});

test.each([
  // The faster of two that cost the same.
  ['5.00', '5.00', 500],
  ['5.00', '4.99', 499],
  ['4.99', '5.00', 499],
])('of services at %s and %s the cheapest choice is one, and the other is freed there too', (post, fast, off) => {
  expect(said({ post: flat(post), fast: flat(fast) }, [item('A')], free(cheapest)).off).toBe(off);
});
