import { expect, test } from 'vitest';
import { amountOf, counted, counts, dayOn, editable, massOf, momentText, money, signed, wholeOf } from './figures.ts';

const [ireland, kuwait, japan, states] = [
  { currency: 'EUR', locale: 'en-IE' },
  { currency: 'KWD', locale: 'ar-KW' },
  { currency: 'JPY', locale: 'ja-JP' },
  { currency: 'USD', locale: 'en-US' },
] as const;

// Decimals by ISO 4217: the yen none, the euro two, the dinar of Kuwait three. Marks and signs by CLDR, for English.
test('amounts are written as in English of the market’s region, with the decimals of their currency', () => {
  expect([money(2_881_227, ireland), money(4905, kuwait), money(490_500, japan)]).toEqual([
    '€28,812.27',
    'KWD 4.905',
    '¥490,500',
  ]);
  expect([money(-250, ireland), signed(-5, kuwait), signed(5, ireland), signed(0, japan)]).toEqual([
    '−€2.50',
    '−KWD 0.005',
    '+€0.05',
    '¥0',
  ]);
  // To the cent beyond what a binary fraction holds.
  expect(money(9_007_199_254_740_991, states)).toBe('$90,071,992,547,409.91');
});

test('what is edited is plain, in the decimals of its currency', () => {
  expect(['KWD', 'EUR', 'JPY'].map((currency) => amountOf(4.3, currency))).toEqual(['4.300', '4.30', '4']);
  expect(['KWD', 'EUR', 'JPY'].map((currency) => editable(2_881_227, currency))).toEqual([
    '2881.227',
    '28812.27',
    '2881227',
  ]);
  expect(['KWD', 'EUR', 'JPY'].map(wholeOf)).toEqual([1000, 100, 1]);
});

test('moments stand on the wall of a zone, their year where it is not understood', () => {
  const at = Date.parse('2026-11-24T09:10:00Z');
  const dublin = { timeZone: 'Europe/Dublin', locale: 'en-IE', year: 2026 };
  expect([momentText(at, dublin), dayOn(at, dublin)]).toEqual(['Tue, 24 Nov, 09:10', '24 Nov']);
  expect(momentText(at, { ...dublin, year: null })).toBe('Tue 24 Nov 2026, 09:10');
  // A region that puts the month first, and a year that has turned there already.
  expect(momentText(at, { timeZone: 'America/New_York', locale: 'en-US', year: 2026 })).toBe('Tue, Nov 24, 04:10');
  expect(dayOn('2026-12-31T23:30:00Z', { timeZone: 'Asia/Tokyo', locale: 'ja-JP', year: 2026 })).toBe('Jan 1, 2027');
});

test('masses and counts', () => {
  expect([massOf(null), massOf(520 * 1_600_000_000), massOf(1500 * 1_600_000_000)]).toEqual([
    'mass not known',
    '520 g',
    '1.5 kg',
  ]);
  expect(counted(150_000)).toBe('150,000');
  expect([0, 1, 2000].map((count) => counts(count, 'unit'))).toEqual(['0 units', '1 unit', '2,000 units']);
  expect([1, 2].map((count) => counts(count, 'item', 'goods'))).toEqual(['1 item', '2 goods']);
});
