import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { priceHeads } from '../../words/index.ts';
import { type Currency, parseAmount, unwrap } from '../exact/index.ts';
import { parsePlace } from '../places/index.ts';
import { csvRows, decoded, delimiterOf, guessLayout } from '../tables/index.ts';
import {
  type PriceListBody,
  type PricesBeside,
  priceCsv,
  priceListSchema,
  priceTargets,
  readPriceFile,
  readPriceList,
  turnsOfList,
  withPrices,
} from './index.ts';

/** A file read as it would be on the screen, in euros. */
function fileOf(text: string | Uint8Array, { service = '', zones = [] }: Partial<PricesBeside> = {}) {
  const file = decoded(typeof text === 'string' ? new TextEncoder().encode(text) : text);
  if (file.is === 'workbook') throw new Error('a workbook');
  const delimiter = delimiterOf(file.text);
  const rows = csvRows(file.text, delimiter);
  const { layout } = guessLayout(rows, delimiter, priceTargets, priceHeads);
  return readPriceFile(rows, layout, { currency: 'EUR' as Currency, service, zones });
}

const priced = (text: string) => {
  const { prices, zones, extras, bad, head } = fileOf(text);
  return {
    head,
    bad: bad.map(({ line, problems }) => [line, problems.map((one) => [one.at[0], one.is])]),
    zones,
    extras,
    prices: prices.map((one) => [
      one.service,
      one.zone,
      `${one.most.value} ${one.most.unit}`,
      one.price,
      one.from,
      one.until,
    ]),
  };
};

describe('files of prices', () => {
  const matrix =
    'Kestrel parcels, from 1 January;;;\nbis;Zone 1;Zone 2;France\n' +
    'bis 1 kg;4,90;6,10;9,90\n1 - 2 kg;5,40;7,20;\n≤ 5 kg;1.006,10;8,30;14,00\n';
  test('a table across: a line a mass, a column each zone; of one service, zones known or called like places', () => {
    const zones = [
      { zone: 'Zone 1', places: ['IE'] },
      { zone: 'Zone 2', places: ['GB'] },
    ];
    const file = fileOf(matrix, { service: 'parcel', zones });
    expect(file.head).toBeNull();
    expect([file.bad, file.nowhere]).toEqual([[], []]);
    expect(file.zones).toEqual([...zones, { zone: 'France', places: ['FR'] }]);
    expect(
      file.prices.map(({ service, zone, most, price }) => `${service} ${zone} ${most.value} ${most.unit} ${price}`),
    ).toEqual([
      'parcel Zone 1 1 kg 4.90',
      'parcel Zone 2 1 kg 6.10',
      'parcel France 1 kg 9.90',
      'parcel Zone 1 2 kg 5.40',
      'parcel Zone 2 2 kg 7.20',
      'parcel Zone 1 5 kg 1006.10',
      'parcel Zone 2 5 kg 8.30',
      'parcel France 5 kg 14.00',
    ]);
  });
  test('of such a table zones that lie nowhere are told, and nothing of their lines is taken', () => {
    const { nowhere, prices, bad } = fileOf(matrix, { service: 'parcel', zones: [{ zone: 'Zone 1', places: ['IE'] }] });
    expect([nowhere, prices, bad.map(({ line }) => line)]).toEqual([['Zone 2'], [], [3, 4, 5]]);
    expect(fileOf(matrix).head).toMatchObject({ missing: ['service'] });
  });
  test('a table across may have services and days in columns of their own, and lines of what comes on top', () => {
    const { prices, extras, bad } = fileOf(
      'what,service,weight (kg),IE,GB,from\n,parcel,1,4.90,6.10,2026-01-01\n,swift,1,7.90,,\nfuel,,,,,\n',
    );
    expect(prices.map(({ service, zone, price, from }) => [service, zone, price, from])).toEqual([
      ['parcel', 'IE', '4.90', '2026-01-01'],
      ['parcel', 'GB', '6.10', '2026-01-01'],
      ['swift', 'IE', '7.90', null],
    ]);
    expect([extras, bad.map(({ line }) => line)]).toEqual([[], [4]]);
  });
  test('a table across is read again as it was said: its zones, and the column that was left alone', () => {
    const text = 'bis;Zone 1;Zone 2;Stand\n1 kg;4,90;6,10;3\n';
    const guessed = guessLayout(csvRows(text, ';'), ';', priceTargets, priceHeads).layout;
    expect(guessed.columns.map(({ to }) => to)).toEqual(['most', 'byZone', 'byZone', 'byZone']);
    const said = {
      ...guessed,
      columns: guessed.columns.with(3, { head: 'Stand', to: null, unit: null, mark: null, days: null }),
    };
    const again = guessLayout(csvRows(text, ';'), ';', priceTargets, priceHeads, [said]).layout;
    expect(again.columns.map(({ to }) => to)).toEqual(['most', 'byZone', 'byZone', null]);
  });
  test('the service said beside is that of a file without a column for it, never that of an empty cell', () => {
    const { prices, bad } = fileOf('service;zone;up to;price\n;IE;1 kg;4,90\nparcel;IE;1 kg;4,90\n', {
      service: 'file',
    });
    expect([prices.map(({ service }) => service), bad.map(({ line }) => line)]).toEqual([['parcel'], [2]]);
  });
  test('a cell of a table across that is no amount makes its line bad', () => {
    const { prices, bad } = fileOf('kg;IE;GB\n1 kg;4,90;6,10\n2 kg;5,40;on request\n', { service: 'parcel' });
    expect(prices).toHaveLength(2);
    expect(bad.map(({ line, problems }) => [line, problems.map(({ at }) => at)])).toEqual([[3, [['price']]]]);
  });
  test('a German one: semicolons, decimal commas, countries by name, the last day counting', () => {
    const text = stringify(
      [
        ['Leistung', 'Zone', 'Zielland', 'bis kg', 'Entgelt (€)', 'gültig ab', 'gültig bis'],
        ['Paket', '1', 'Deutschland', '2', '4,99', '01.01.2026', '31.12.2026'],
        ['Paket', '1', '', '5', '6,49', '01.01.2026', '31.12.2026'],
        ['Paket', '2', 'Frankreich', '2', '1.013,90', '', ''],
      ],
      { delimiter: ';' },
    );
    expect(priced(text)).toEqual({
      head: null,
      bad: [],
      extras: [],
      zones: [
        { zone: '1', places: ['DE'] },
        { zone: '2', places: ['FR'] },
      ],
      prices: [
        ['Paket', '1', '2 kg', '4.99', '2026-01-01', '2027-01-01'],
        ['Paket', '1', '5 kg', '6.49', '2026-01-01', '2027-01-01'],
        ['Paket', '2', '2 kg', '1013.90', null, null],
      ],
    });
  });
  test('a last day at the end of all days is none', () => {
    const text =
      'Service,Destination,Max weight,Rate,Valid to\nAir,DE,2 kg,3.00,31.12.9999\nAir,FR,2 kg,3.00,30.12.9999\n';
    expect(priced(text).prices.map((price) => price[5])).toEqual([null, '9999-12-31']);
  });
  test('without zones: the destination is one; pounds and ounces; what comes on top', () => {
    const text = stringify([
      ['what', 'Service', 'Destination', 'Max weight', 'Rate'],
      ['price', 'Air', 'United States; Canada', '8 oz', '$3'],
      ['', 'Air', 'US; CA', '1 lb', '4.10'],
      ['fuel', '', '', '', '8.25 %'],
      ['home', 'Air', '', '', '0.60'],
      ['remote', '', 'GB HS*, GB AB31 to AB38', '', '5'],
    ]);
    const made = priced(text);
    // A dollar sign is no euro: told, not taken as one.
    expect(made.bad).toEqual([[2, [['price', 'malformed']]]]);
    expect(made.prices).toEqual([['Air', 'US; CA', '1 lb', '4.10', null, null]]);
    expect(made.zones).toEqual([{ zone: 'US; CA', places: ['US', 'CA'] }]);
    expect(made.extras).toEqual([
      { is: 'fuel', percent: '8.25', service: null, from: null, until: null },
      { is: 'home', amount: '0.60', service: 'Air', from: null, until: null },
      { is: 'remote', amount: '5', places: ['GB HS*', 'GB AB31 to AB38'], service: null, from: null, until: null },
    ]);
  });
  test('each bad line says what is wrong, by its number in the file; the others are taken', () => {
    const text = stringify([
      ['what', 'service', 'zone', 'places', 'up to', 'price', 'from', 'until'],
      ['', 'A', 'near', 'IE', '1 kg', '4', '', ''],
      ['', '', 'near', '', '2 kg', '4', '', ''],
      ['', 'A', 'near', '', '2', '4', '', ''],
      ['', 'A', 'near', '', '2 kg', '', '', ''],
      ['', 'A', 'near', '', '3 kg', '4', '2026-05-01', '2026-05-01'],
      ['', 'A', 'near', '', '1 kg', '5', '', ''],
      ['', 'A', 'moon', '', '1 kg', '5', '', ''],
      ['', 'A', 'near', 'Atlantis', '4 kg', '5', '', ''],
      ['toll', 'A', '', '', '', '5', '', ''],
      ['remote', 'A', '', '', '', '5', '', ''],
      ['', '', '', '', '', '', '', ''],
      ['', 'A', 'near', '', '0 kg', '5', '', ''],
    ]);
    const made = priced(text);
    expect(made.prices).toEqual([['A', 'near', '1 kg', '4', null, null]]);
    expect(made.bad).toEqual([
      [3, [['service', 'malformed']]],
      [4, [['most', 'malformed']]],
      [5, [['price', 'malformed']]],
      [6, [['until', 'backwards']]],
      [7, [['line', 'repeated']]],
      [8, [['places', 'malformed']]],
      [9, [['places', 'malformed']]],
      [10, [['what', 'strange line']]],
      [11, [['places', 'malformed']]],
      [13, [['most', 'malformed']]],
    ]);
  });
  test('a file without the columns that prices need is told so', () => {
    expect(fileOf('Colour,Taste\nred,sweet\n').head).toMatchObject({
      is: 'head',
      missing: ['service', 'most', 'price', 'zone'],
    });
  });
});

const text = fc.constantFrom('Road', 'Air, fast', 'Über "Nacht"', "L'express; petit", '7');
const day = fc.constantFrom(null, '2026-01-01', '2026-07-01');
const until = fc.constantFrom(null, '2026-12-31', '2027-02-01');
const amount = fc.integer({ min: 0, max: 99_999 }).map((cents) => (cents / 100).toFixed(2));
const places = fc.constantFrom(['IE'], ['GB HS*', 'GB AB31 to AB38'], ['EU', 'CH'], ['world'], ['US-AK']);
const list = fc
  .record({
    zones: fc.uniqueArray(fc.record({ zone: fc.constantFrom('A', 'B', 'Zone 3', 'z;4'), places }), {
      minLength: 1,
      selector: ({ zone }) => zone,
    }),
    lines: fc.array(
      fc.record({
        service: text,
        at: fc.nat(),
        value: fc.integer({ min: 1, max: 99_999 }).map((one) => String(one / 1000)),
        unit: fc.constantFrom('g', 'kg', 'lb', 'oz'),
        price: amount,
        from: day,
        until,
      }),
      { minLength: 1, maxLength: 30 },
    ),
    extras: fc.uniqueArray(
      fc.oneof(
        fc.record({
          is: fc.constant('fuel'),
          percent: fc.constantFrom('8', '12.5', '0'),
          service: fc.option(text),
          from: day,
          until,
        }),
        fc.record({ is: fc.constantFrom('home', 'parcel'), amount, service: fc.option(text), from: day, until }),
        fc.record({ is: fc.constant('remote'), amount, places, service: fc.option(text), from: day, until }),
      ),
      { maxLength: 6, selector: (one) => JSON.stringify(one) },
    ),
  })
  .map(({ zones, lines, extras }) => {
    const prices = lines.map(({ at, value, unit, ...line }) => ({
      ...line,
      most: { value, unit },
      zone: zones[at % zones.length]?.zone ?? '',
    }));
    const keys = new Set<string>();
    const once = prices.filter(
      ({ price: _, ...line }) => !keys.has(JSON.stringify(line)) && keys.add(JSON.stringify(line)),
    );
    const used = zones.filter(({ zone }) => once.some((one) => one.zone === zone));
    return priceListSchema.parse({ id: 'x', name: 'X', currency: 'EUR', zones: used, prices: once, extras });
  });

test('a list written as a file reads back as it is, and taken again changes nothing', () => {
  fc.assert(
    fc.property(list, (body: PriceListBody) => {
      const read = fileOf(priceCsv(body));
      expect(read.bad).toEqual([]);
      const told = ({ zones, prices, extras }: Pick<PriceListBody, 'zones' | 'prices' | 'extras'>) => ({
        prices,
        extras,
        zones: [...zones].sort((a, b) => (a.zone < b.zone ? -1 : 1)),
      });
      expect(told(read)).toEqual(told(body));
      for (const as of ['in place', 'beside'] as const) {
        const after = withPrices(body, read, as);
        expect(new Set(after.prices)).toEqual(new Set(body.prices));
        expect(after.extras).toHaveLength(body.extras.length);
      }
    }),
    { numRuns: 200 },
  );
});

test('beside what there is: what the file tells otherwise is changed, the rest stays', () => {
  const before = priceListSchema.parse({
    id: 'saltway',
    name: 'Saltway',
    currency: 'EUR',
    zones: [
      { zone: 'home', places: ['IE'] },
      { zone: 'isles', places: ['GB HS*'] },
    ],
    prices: [
      { service: 'parcel', zone: 'home', most: { value: '2', unit: 'kg' }, price: '4.10' },
      { service: 'parcel', zone: 'home', most: { value: '10', unit: 'kg' }, price: '7.35' },
      { service: 'parcel', zone: 'home', most: { value: '2', unit: 'kg' }, price: '4.60', from: '2027-01-01' },
    ],
    extras: [{ is: 'fuel', percent: '7.5' }],
  });
  const file = fileOf('service,zone,places,up to,price\nparcel,home,IE,10 kg,7.90\nparcel,far,world,10 kg,19\n');
  const after = withPrices(before, file, 'beside');
  expect(after.prices.map((one) => [one.zone, one.most.value, one.price])).toEqual([
    ['home', '2', '4.10'],
    ['home', '2', '4.60'],
    ['home', '10', '7.90'],
    ['far', '10', '19'],
  ]);
  expect(after.zones.map(({ zone }) => zone)).toEqual(['home', 'isles', 'far']);
  expect(after.extras).toEqual(before.extras);
  expect(unwrap(parseAmount('7.90', 'EUR' as Currency))).toBe(790);
});

test('the same list asked again answers by where its stock places are now, and by the time zone it is asked in', () => {
  const body = priceListSchema.parse({
    id: 'x',
    name: 'X',
    currency: 'EUR',
    from: ['IE'],
    zones: [{ zone: 'home', places: ['IE'] }],
    prices: [{ service: 'parcel', zone: 'home', most: { value: '2', unit: 'kg' }, price: '4.10', from: '2027-01-01' }],
  });
  const asked = (timeZone: string, country: string) => {
    const list = unwrap(readPriceList(body, timeZone, () => unwrap(parsePlace(country))));
    return [list.takesAt('Store'), ...turnsOfList(list).map((one) => new Date(one).toISOString())];
  };
  expect(asked('Europe/Dublin', 'IE')).toEqual([true, '2027-01-01T00:00:00.000Z']);
  expect(asked('Europe/Dublin', 'DE')).toEqual([false, '2027-01-01T00:00:00.000Z']);
  expect(asked('Europe/Berlin', 'IE')).toEqual([true, '2026-12-31T23:00:00.000Z']);
  expect(asked('Europe/Dublin', 'IE')).toEqual([true, '2027-01-01T00:00:00.000Z']);
});
