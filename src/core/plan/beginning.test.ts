import { expect, test } from 'vitest';
import { bookProblems, starterBook } from '../book/index.ts';
import { parcelCharge, readCard } from '../carrier/index.ts';
import { gram, type Mass, unwrap, type Volume } from '../exact/index.ts';
import { type Beginning, type BeginningService, beginningBook } from './index.ts';

const card = unwrap(
  readCard({
    card: 'T1',
    from: '2026-01-01',
    until: null,
    currency: 'EUR',
    divisor: 5000,
    lot: 500,
    fuel: '10',
    home: '0.50',
    remote: '3.00',
    zones: [
      { zone: 'A', countries: ['IE'] },
      { zone: 'B', countries: ['GB', 'FR'] },
      { zone: 'C', countries: ['*'] },
    ],
    remotes: [],
    services: [
      {
        service: 'ROAD',
        name: 'Road',
        from: '2026-01-01',
        until: null,
        days: [2, 4],
        most: 20_000,
        prices: { A: { first: '3.00', each: '0.40' }, B: { first: '6.00', each: '0.90' } },
      },
      {
        service: 'AIR',
        name: 'Air',
        from: '2026-01-01',
        until: null,
        days: [1, 1],
        most: 5000,
        prices: { A: { first: '7.00', each: '1.00' } },
      },
    ],
    boxes: [],
  }),
);
const starter = starterBook(
  { country: 'IE', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
  { seller: 'S', market: 'Home', template: 'Parcels', origin: 'Home' },
);
const road = { id: 'road', name: 'Road', days: [2, 4], carrier: 'ROAD' } as const;
const air = { id: 'air', name: 'Air', days: [1, 1], carrier: 'AIR' } as const;
const answers: Beginning = {
  seller: 'Soap',
  country: 'IE',
  currency: 'EUR',
  locale: 'en-IE',
  timeZone: 'Europe/Dublin',
  tax: 'inside',
  stockPlaces: [{ name: 'Westport', place: 'IE F28 A1B2' }],
  countries: ['FR', 'GB', 'NO', 'IE'],
  services: [road, air],
  margin: '20',
  freeFrom: '45',
  flat: '5.00',
};
const nameOf = (countries: readonly string[]) => countries.join(' ');
const on = '2026-11-28';

test('a zone for each of the carrier’s, a lane for each service there; the slowest is free from the threshold', () => {
  const book = beginningBook(starter, answers, card, on, nameOf);
  expect(bookProblems(book)).toEqual([]);
  expect(book.zones.map(({ name, takes }) => [name, takes])).toEqual([
    ['IE', ['IE']],
    ['FR GB', ['FR', 'GB']],
    // The carrier has it only among the rest, for which these services have no price.
    ['NO', ['NO']],
  ]);
  const [template] = book.templates;
  expect(Object.entries(template?.lanes ?? {}).map(([zone, row]) => [zone, Object.keys(row)])).toEqual([
    ['home', ['road', 'air']],
    ['abroad-1', ['road']],
    ['abroad-2', []],
  ]);
  expect(template?.lanes.home?.road?.freeFrom).toMatchObject({ value: '45', test: 'after' });
  expect(template?.lanes.home?.air?.freeFrom).toBeNull();
  expect([book.seller, template?.origin, book.markets[0]?.assumed]).toEqual(['Soap', 'Westport', 'IE']);
  expect(book.stockPlaces).toEqual([{ id: 'stock-1', name: 'Westport', place: 'IE F28 A1B2' }]);
});

test('each step is what the carrier asks for a home, plus the margin, rounded up to five cents; never below it', () => {
  const book = beginningBook(starter, answers, card, on, nameOf);
  const rate = book.templates[0]?.lanes['abroad-1']?.road?.rate;
  const breaks = (rate as unknown as { breaks: { to: string; amount: string }[] }).breaks;
  // By hand. 500 g: 6.00, fuel 0.60, home 0.50: 7.10; plus 20 %: 8.52 → 8.55.
  // 1 kg: 6.90, 0.69, 0.50: 8.09; plus 20 %: 9.71 → 9.75.
  expect(breaks.slice(0, 2)).toEqual([
    { to: '0.5', amount: '8.55' },
    { to: '1', amount: '9.75' },
  ]);
  expect(breaks.at(-1)?.to).toBe('20');
  for (const { to, amount } of breaks) {
    const parcel = { mass: (Number(to) * 1000 * gram) as Mass, volume: 1n as Volume };
    const asks =
      parcelCharge(card, 'ROAD', { country: 'FR', part: null, postcode: null }, parcel, on, true)?.charge ?? 0;
    const cents = Math.round(Number(amount) * 100);
    expect(cents).toBeGreaterThanOrEqual(1.2 * asks - 1);
    expect(cents).toBeLessThan(1.2 * asks + 6);
  }
});

test('without a card in the currency every lane is flat, and one zone has all that is abroad', () => {
  for (const [currency, own] of [
    ['GBP', card],
    ['EUR', null],
  ] as const) {
    const book = beginningBook(
      starter,
      { ...answers, currency, services: [{ ...road, carrier: null }] },
      own,
      on,
      nameOf,
    );
    expect(bookProblems(book)).toEqual([]);
    expect(book.zones.map(({ id }) => id)).toEqual(['home', 'abroad-1']);
    expect(book.templates[0]?.lanes['abroad-1']?.road?.rate).toEqual({ is: 'flat', amount: '5.00' });
  }
});

test('each service has a name at each channel: its own, or the channel’s words from slow to fast', () => {
  const speedsWith = (...services: BeginningService[]) =>
    Object.fromEntries(
      Object.entries(beginningBook(starter, { ...answers, services }, null, on, nameOf).channels).map(([id, one]) => [
        id,
        (one as { speeds: object }).speeds,
      ]),
    );
  expect(speedsWith(air)).toEqual({
    'lerrin-shop': { air: 'air' },
    harrowmere: { air: 'STANDARD' },
    findlark: { air: 'standard' },
  });
  expect(speedsWith(air, road).harrowmere).toEqual({ road: 'STANDARD', air: 'EXPRESS' });
  const some = ['a', 'b', 'c', 'd'].map(
    (id, i): BeginningService => ({ id, name: id, days: [1, 9 - i], carrier: null }),
  );
  expect(speedsWith(...some).findlark).toEqual({ a: 'economy', b: 'standard', c: 'swift', d: null });
});
