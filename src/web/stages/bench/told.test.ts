import { describe, expect, test } from 'vitest';
import { item, offerOf, shopOf } from '../../../../tests/books/shop.ts';
import { basketSchema } from '../../../core/book/index.ts';
import { withCustomer, withSpend } from './told.ts';

const off = { is: 'off order' as const, off: { by: 'percent' as const, percent: '10' } };
const { file } = shopOf({}, [item('A')], {
  offers: [offerOf('gust', 1, { benefit: off }), offerOf('lull', 2, { benefit: off })],
}).open();
const basket = (more: object = {}) =>
  basketSchema.parse({
    id: 'one',
    name: 'One',
    lines: [{ sku: 'A', units: 1 }],
    place: 'IE',
    codes: [],
    moment: null,
    ...more,
  });
const row = (offer: string, amount: string) => ({ offer, week: '2026-11-23', channel: null, amount });

describe('what a basket is told of spend', () => {
  test('the rows of every offer of the book', () => {
    const { spent } = withSpend(basket(), [row('gust', '4.00'), row('lull', '1.00'), row('gust', '2.50')], file);
    expect(
      Object.fromEntries(Object.entries(spent).map(([id, one]) => [id, one.rows.map((each) => each.amount)])),
    ).toEqual({ gust: ['4.00', '2.50'], lull: ['1.00'] });
  });
  test('nothing of an offer that is gone, which no answer could be given to', () => {
    expect(withSpend(basket(), [row('gone', '4.00')], file).spent).toEqual({});
  });
  test('what the basket says itself stands', () => {
    const own = { gust: { uses: 1, own: 0, rows: [{ week: '2026-11-23', channel: null, amount: '9.00' }] } };
    expect(withSpend(basket({ spent: own }), [row('gust', '4.00')], file).spent).toEqual(basket({ spent: own }).spent);
  });
});

describe('what it is told of its customer', () => {
  test('the segment that the list has; a segment it says itself stands', () => {
    expect(withCustomer(basket({ customer: 'c-1' }), 'clubs')).toMatchObject({ customer: 'c-1', segment: 'clubs' });
    expect(withCustomer(basket({ customer: 'c-1', segment: 'schools' }), 'clubs')).toMatchObject({
      segment: 'schools',
    });
  });
  test('one that the list does not have is unknown; while the list is awaited nothing changes', () => {
    expect(withCustomer(basket({ customer: 'c-9' }), null)).toMatchObject({ customer: null, segment: null });
    expect(withCustomer(basket({ customer: 'c-9' }), undefined)).toMatchObject({ customer: 'c-9' });
    expect(withCustomer(basket(), null)).toEqual(basket());
  });
});
