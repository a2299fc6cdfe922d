import fc from 'fast-check';
import { expect, test } from 'vitest';
import { priceCsv, priceTargets, readPriceFile } from '../../src/core/carrier/index.ts';
import type { Currency } from '../../src/core/exact/index.ts';
import { writeGoods } from '../../src/core/goods/index.ts';
import { historyReader, historyTargets } from '../../src/core/history/index.ts';
import { csvRows, delimiterOf, guessLayout, rowsBelow } from '../../src/core/tables/index.ts';
import { historyHeads, priceHeads } from '../../src/words/index.ts';
import { sheetOf } from '../books/sheets.ts';
import { times } from '../trials.ts';

/**
 * Files of strangers, their columns in any mixture and their cells right, odd or wrong (common practice, no source): of
 * goods, of orders or of prices alike, and read as each. Nothing of them is lost unsaid, and what is taken is what its
 * own file says.
 */
const some = fc.constantFrom;
const sku = some(
  'A 1',
  'T',
  'Ö/2',
  '#3',
  'A1',
  'B(2)',
  'a',
  'K-1',
  '4006381333931',
  "'T",
  '日本',
  '4.00638E+12',
  'x,y',
  '',
);
const amount = some('12,50', '4.90', '€ 4', '1.012,50', '12,-', '0', '', '7', 'teuer', '1,234.50');
const columns = [
  [some('SKU', 'Artikelnr.', 'EAN', 'ref'), sku],
  [some('Parent SKU', 'Vaterartikel'), fc.oneof(fc.constant(''), sku)],
  [some('Name', 'Title', 'Bezeichnung'), some('Mug', 'Tasse', "O'Neil", '=SUM(A1)', '-x', '', 'a"b', 'x'.repeat(130))],
  [some('Price', 'Preis (brutto)', 'Prijs incl. btw', 'Price (excl. VAT)'), amount],
  [some('Weight (g)', 'Gewicht in kg', 'weight'), some('350', '1,2', '0,5 kg', '', '0', '8 oz', 'schwer')],
  [some('Size', 'Maße (cm)', 'Dimensions'), some('10x8x9', '10 x 8 x 9 cm', 'S', '', '0x0x0')],
  [some('Tags', 'Kategorie'), some('a b', 'Delta kites, Été', '', '-', 'x|y')],
  [some('Depth cm', 'Width cm', 'Height cm', 'Tiefe'), some('10', '8,5', '', '9')],
  [some('up to', 'bis kg', 'Weight'), some('up to 1 kg', '1 - 2 kg', '≤ 5 kg', '2', '10 kg', '')],
  [some('Zone 1', 'IE', 'Germany', 'Zone', 'price'), amount],
  [some('service', 'Leistung'), some('parcel', '', 'swift')],
  [some('Bestellnr.', 'Order', 'Name'), some('1', '2', '', '#3')],
  [some('Datum', 'Created at'), some('02.03.2026', '2026-03-02 10:11', '', '46000.5', '20260302', 'gestern')],
  [some('Land', 'Country'), some('IE', 'Frankreich', '', 'Narnia', 'USA')],
  [some('Menge', 'Qty'), some('1', '2', '1,00', '0', '1.200', '-1')],
] as const;

const quoted = (cell: string) => (/[",;\t|]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);
const file = fc.subarray([...columns], { minLength: 2 }).chain((taken) =>
  fc
    .record({
      heads: fc.tuple(...taken.map(([head]) => head)),
      rows: fc.array(fc.tuple(...taken.map(([, cell]) => cell)), { maxLength: 7 }),
      delimiter: some(',', ';', '\t'),
      isTitled: fc.boolean(),
    })
    .map(({ heads, rows, delimiter, isTitled }) =>
      [...(isTitled ? [['Title of it']] : []), heads, ...rows].map((row) => row.map(quoted).join(delimiter)).join('\n'),
    ),
);
const holds = (law: (text: string) => void) => fc.assert(fc.property(file, law), { numRuns: times(600) });

test('of goods each line is an item, heads others, or is bad; the items’ own file says the same', () => {
  let items = 0;
  holds((text) => {
    const read = sheetOf(text);
    const below = rowsBelow(csvRows(text, read.layout.delimiter), read.layout).map(({ line }) => line);
    const told = [...read.items, ...read.groups, ...read.badLines].map(({ line }) => line);
    if (read.layout.columns.some(({ to }) => to === 'sku')) expect(told.toSorted((a, b) => a - b)).toEqual(below);
    const taken = read.items.map(({ item }) => item);
    const again = sheetOf(writeGoods(taken));
    expect(again.badLines).toEqual([]);
    expect(again.items.map(({ item }) => item)).toEqual(taken);
    items += taken.length;
  });
  expect(items).toBeGreaterThan(20);
});

test('of orders each line is read, or is bad with what would be right', () => {
  let orders = 0;
  holds((text) => {
    const delimiter = delimiterOf(text);
    const rows = csvRows(text, delimiter);
    const { layout } = guessLayout(rows, delimiter, historyTargets.orders, historyHeads.orders);
    const reader = historyReader('orders', layout, {
      currency: 'EUR' as Currency,
      timeZone: 'Europe/Dublin',
      channels: [],
      services: [],
      skuNamed: (word) => (word === 'T' ? word : undefined),
    });
    for (const row of rowsBelow(rows, layout)) {
      const made = reader.row(row);
      if ('is' in made) orders += 1;
      else expect(made.problems.length).toBeGreaterThan(0);
      if ('is' in made && made.is.of === 'orders') {
        expect(made.is.row.number).not.toBe('');
        expect(made.is.row.place).not.toBe('');
        expect(Date.parse(made.is.row.at)).toBeGreaterThan(0);
      }
    }
  });
  expect(orders).toBeGreaterThan(10);
});

test('of prices each line is taken whole or is bad; the list’s own file says the same', () => {
  let prices = 0;
  holds((text) => {
    const read = (of: string) => {
      const delimiter = delimiterOf(of);
      const rows = csvRows(of, delimiter);
      const { layout } = guessLayout(rows, delimiter, priceTargets, priceHeads);
      return readPriceFile(rows, layout, { currency: 'EUR' as Currency, service: 'one', zones: [] });
    };
    const { bad, head: _, nowhere: __, ...told } = read(text);
    expect(new Set(bad.map(({ line }) => line)).size).toBe(bad.length);
    expect(told.zones.map(({ zone }) => zone)).toEqual([...new Set(told.prices.map(({ zone }) => zone))]);
    if (told.prices.length === 0) return;
    const again = read(priceCsv(told));
    expect([again.bad, again.prices, again.zones, again.extras]).toEqual([[], told.prices, told.zones, told.extras]);
    prices += told.prices.length;
  });
  expect(prices).toBeGreaterThan(20);
});
