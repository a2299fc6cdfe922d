import { expect, test } from 'vitest';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import { asOf, type Book, patched, patchWith } from '../book/index.ts';
import { gram, type Mass, type Minor } from '../exact/index.ts';
import { completer, type Item, itemSchema } from '../goods/index.ts';
import { dialectOf, filesOf, type Listing, listedAt, recordEdits, recordFindings } from './index.ts';

const line = (listing: string, more: Partial<Listing> = {}): Listing => ({
  listing,
  price: '10.00',
  grams: '1000',
  ...more,
});

/** A shop of goods, and what of Harrowmere's record parts from it. */
function recorded(goods: readonly ReturnType<typeof item>[], listings: readonly Listing[]) {
  const { book, goods: ready } = shopOf({ post: flat('4.00') }, goods).open();
  return { book, findings: recordFindings(book, dialectOf('harrowmere'), ready, listings, null) };
}

test('a channel’s record is held against the goods, to the cent and to the step', () => {
  const { findings } = recorded(
    [item('A'), item('B', { price: '7.50' }), item('C', { mass: { value: '1', unit: 'lb' } })],
    [line('A'), line('B', { price: '7.49' }), line('C', { grams: '453.592' })],
  );
  expect(findings).toEqual([
    { is: 'price', sku: 'B', listing: 'B', here: '7.50', there: '7.49' },
    { is: 'mass', sku: 'C', listing: 'C', here: '453.59237', there: '453.592' },
  ]);
});

test('prices of the channel are what its own are held against', () => {
  const priced = item('A', { prices: [{ market: null, channel: 'harrowmere', price: '12.00' }] });
  expect(recorded([priced], [line('A', { price: '12.00' })]).findings).toEqual([]);
  expect(recorded([priced], [line('A')]).findings).toMatchObject([{ is: 'price', here: '12.00', there: '10.00' }]);
});

test('what it does not list, lists though hidden, lists under another id, and lists unknown are told apart', () => {
  const at = (listing: string) => [{ channel: 'harrowmere', listing }];
  const { findings } = recorded(
    [
      item('A'),
      item('GONE'),
      item('HIDDEN', { notListed: ['harrowmere'] }),
      item('AWAY', { notListed: ['harrowmere'] }),
      item('SKU', { listedAs: at('HM-1') }),
      item('OTHER', { listedAs: at('HM-2') }),
      item('THEIRS', { stockedBy: ['harrowmere'] }),
    ],
    [line('A'), line('HIDDEN'), line('SKU'), line('HM-2'), line('X'), line('THEIRS', { price: '99.00' })],
  );
  expect(findings).toEqual([
    { is: 'forgotten', sku: 'GONE', listing: 'GONE' },
    { is: 'other id', sku: 'SKU', listing: 'HM-1', there: 'SKU' },
    { is: 'still listed', sku: 'HIDDEN', listing: 'HIDDEN' },
    { is: 'unknown', listing: line('X') },
  ]);
});

test('what it lists under the SKU beside the id of its own, and hidden goods under either, are told', () => {
  const own = (sku: string, more = {}) =>
    item(sku, { listedAs: [{ channel: 'harrowmere', listing: `HM-${sku}` }], ...more });
  const { findings, book } = recorded(
    [own('A'), own('B', { notListed: ['harrowmere'] }), own('C'), item('D', { listedAs: [] })],
    [line('HM-A'), line('A'), line('B'), line('HM-B'), line('HM-C'), line('D')],
  );
  expect(findings).toEqual([
    { is: 'twice', sku: 'A', listing: 'HM-A', there: 'A' },
    { is: 'still listed', sku: 'B', listing: 'HM-B' },
    { is: 'still listed', sku: 'B', listing: 'B' },
  ]);
  // Nothing of the book is overwritten by a listing that has an item's SKU.
  expect(recordEdits(book.body, 'harrowmere', findings[0] as never, () => itemSchema.parse(own('A')))).toBeNull();
});

test('an item is told under the id it has there, under its SKU elsewhere, and sold by that', () => {
  const speeds = { post: 'standard' };
  const { book, goods } = shopOf(
    { post: flat('4.00') },
    [item('A', { listedAs: [{ channel: 'harrowmere', listing: 'HM-1' }] }), item('B')],
    { channels: { 'lerrin-shop': { speeds }, harrowmere: { speeds: { post: 'STANDARD' } }, findlark: { speeds } } },
  ).open();
  for (const id of ['lerrin-shop', 'harrowmere', 'findlark'] as const) {
    const { rules } = dialectOf(id).render(book, goods);
    const [own, other] = id === 'harrowmere' ? ['HM-1', 'A'] : ['A', 'HM-1'];
    const [sold] = listedAt(book, id, goods);
    expect(sold?.listing).toBe(own);
    const charged = (listing: string) => {
      const lines = [{ listing, units: 1, price: 1000 as Minor, mass: (1000 * gram) as Mass }];
      return rules.charges({ lines, place: { country: 'IE', part: null, postcode: null }, codes: [] }, 0);
    };
    expect([charged(own).map(({ charge }) => charge), charged(other)], id).toEqual([[400], []]);
    expect(filesOf(rules).some(({ text }) => text.includes('HM-1'))).toBe(id === 'harrowmere');
  }
});

test('taken as it is there, the record parts from the book no more', () => {
  const goods = [
    item('A'),
    item('B', { mass: { value: '1', unit: 'lb' } }),
    item('C', { prices: [{ market: 'home', channel: 'harrowmere', price: '8.00' }] }),
    item('GONE'),
    item('HIDDEN', { notListed: ['harrowmere', 'findlark'] }),
    item('P', { notListed: ['harrowmere'], prices: [{ market: null, channel: 'findlark', price: '5.00' }] }),
    item('V', { parent: 'P', price: null }),
    item('SKU', { listedAs: [{ channel: 'harrowmere', listing: 'HM-1' }] }),
  ];
  const listings = [
    line('A', { price: '9.95', grams: null }),
    line('B', { grams: '28.349523125' }),
    line('C', { price: '8.50' }),
    line('HIDDEN'),
    line('V', { price: '6.00' }),
    line('SKU'),
    line('X', { price: '3.00', grams: '12.5' }),
  ];
  let items = goods.map((one) => itemSchema.parse(one));
  // What is hidden has no price to part from: once it is listed again, its price is looked at.
  for (const round of [1, 2]) {
    const { book, findings } = recorded(items, listings);
    expect(findings.length, `round ${round}`).toBe(round === 1 ? 9 : 1);
    const complete = completer((sku) => items.find((one) => one.sku === sku), []);
    const edits = findings.flatMap(
      (finding) =>
        recordEdits(book.body, 'harrowmere', finding, (sku) => {
          const found = items.find((one) => one.sku === sku);
          return found && complete(found);
        }) ?? [],
    );
    const whole: Book & { goods: Item[] } = { ...book.body, goods: items };
    items = patched(whole, patchWith(whole, null, edits)).goods;
  }
  expect(recorded(items, listings).findings).toEqual([]);
  expect(items.find(({ sku }) => sku === 'B')?.mass).toEqual({ value: '1', unit: 'oz' });
  expect(items.find(({ sku }) => sku === 'C')?.prices).toEqual([
    { market: 'home', channel: 'harrowmere', price: '8.50' },
  ]);
  expect(items.find(({ sku }) => sku === 'X')?.notListed).toEqual(['lerrin-shop', 'findlark']);
  expect(items.find(({ sku }) => sku === 'V')?.notListed).toBe('none');
});

test('sizes are held against those of a channel that goes by them, and taken', () => {
  const size = { length: '19', width: '9', height: '12', unit: 'cm' } as const;
  const { book, findings } = recorded(
    [item('A', { size }), item('B', { size }), item('C'), item('D', { size })],
    [
      line('A', { size: ['190', '120', '90'] }),
      line('B', { size: ['190.5', '120', '90'] }),
      line('C', { size: ['25.4', '25.4', '12.7254'] }),
      line('D', { size: null }),
    ],
  );
  expect(findings).toEqual([
    { is: 'size', sku: 'B', listing: 'B', here: '190 120 90', there: '190.5 120 90' },
    { is: 'size', sku: 'C', listing: 'C', here: null, there: '25.4 25.4 12.7254' },
    { is: 'size', sku: 'D', listing: 'D', here: '190 120 90', there: null },
  ]);
  const taken = findings.map((finding) =>
    recordEdits(book.body, 'lerrin-shop', finding, (sku) => itemSchema.parse(item(sku))),
  );
  expect(taken.map((edits) => edits?.[0]?.value)).toEqual([
    { length: '190.5', width: '120', height: '90', unit: 'mm' },
    { length: '1', width: '1', height: '0.501', unit: 'in' },
    null,
  ]);
  // No unit says a tenth of a hundredth of a millimetre in three decimals beside one that an inch does not.
  const strange = { is: 'size', sku: 'A', listing: 'A', here: null, there: '190.0002 120 90' } as const;
  expect(recordEdits(book.body, 'lerrin-shop', strange, () => itemSchema.parse(item('A')))).toBeNull();
});

test('a mass that no unit of the book says in three decimals, and a plan, are not taken', () => {
  const { book } = recorded([item('A')], []);
  const take = (finding: Parameters<typeof recordEdits>[2]) =>
    recordEdits(book.body, 'harrowmere', finding, () => itemSchema.parse(item('A')));
  const at = { sku: 'A', listing: 'A', here: '1000' } as const;
  expect(take({ is: 'mass', ...at, there: '0.0005' })).toBeNull();
  expect(take({ is: 'plan', ...at, there: 'small' })).toBeNull();
  expect(take({ is: 'unknown', listing: line('X', { grams: '0.0005' }) })).toBeNull();
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
