import { expect, test } from 'vitest';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import { asOf } from '../book/index.ts';
import { dialectOf, filesOf, listedAt, recordFindings } from './index.ts';

test('a channel’s record is held against the goods, to the cent and to the step', () => {
  const { book, goods } = shopOf({ post: flat('4.00') }, [
    item('A'),
    item('B', { price: '7.50' }),
    item('C', { mass: { value: '1', unit: 'lb' } }),
    item('D'),
  ]).open();
  expect(
    recordFindings(book, goods, [
      { listing: 'A', price: '10.00', grams: '1000' },
      { listing: 'B', price: '7.49', grams: '1000' },
      { listing: 'C', price: '10.00', grams: '453.592' },
      { listing: 'X', price: '1.00', grams: null },
    ]),
  ).toEqual([
    { is: 'unknown', listing: 'X' },
    { is: 'price', sku: 'B', here: '7.50', there: '7.49' },
    { is: 'mass', sku: 'C', here: '453.59237', there: '453.592' },
    { is: 'missing', sku: 'D' },
  ]);
});

test('goods that a channel stocks are not told there, and said to be its own', () => {
  const { book, goods } = shopOf({ post: flat('4.00') }, [item('A'), item('B', { stockedBy: ['harrowmere'] })]).open();
  expect(listedAt(book, 'harrowmere', goods).map((one) => one.sku)).toEqual(['A']);
  const { rules, notes } = dialectOf('harrowmere').render(book, goods);
  expect(filesOf(rules)[0]?.text).not.toContain('\tB\t');
  expect(notes.find((note) => note.clause.about === 'stocked')).toMatchObject({
    clause: { items: 1 },
    fidelity: { is: 'exact' },
  });
  expect(
    dialectOf('findlark')
      .render(book, goods)
      .notes.some((note) => note.clause.about === 'stocked'),
  ).toBe(false);
});

test('goods ready for a book are of its default template as of any moment, though a lane has dated rows', () => {
  const window = { from: '2026-12-01T00:00', until: null, zone: 'Europe/Dublin' };
  const sets = { is: 'rate' as const, rate: { is: 'flat' as const, amount: '5.00' } };
  const { book, goods } = shopOf({ post: { ...flat('4.00'), dated: [{ id: 'winter', window, sets }] } }, [
    item('A'),
    item('B'),
  ]).open();
  const now = asOf(book, Date.parse('2026-11-24T09:10:00Z'));
  for (const id of ['lerrin-shop', 'harrowmere', 'findlark'] as const)
    expect(
      dialectOf(id)
        .render(now, goods)
        .notes.filter((note) => note.clause.about === 'apart'),
    ).toEqual([]);
});
