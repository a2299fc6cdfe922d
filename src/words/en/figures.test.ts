import { expect, test } from 'vitest';
import { amountOf, money, priced, signed, wholeOf } from './figures.ts';

// Decimals by ISO 4217: the yen none, the euro two, the dinar of Kuwait three.
test('amounts have the decimals of their currency', () => {
  expect([money(4905, 'KWD'), money(4905, 'EUR'), money(4905, 'JPY')]).toEqual(['4.905', '49.05', '4905']);
  expect([signed(-5, 'KWD'), signed(5, 'EUR'), signed(0, 'JPY')]).toEqual(['−0.005', '+0.05', '0']);
  expect([priced(4905, 'KWD'), priced(4905, 'GBP'), priced(4905, 'JPY')]).toEqual(['KWD 4.905', '£49.05', '¥4905']);
});

test('a figure offered to begin with can be written in the currency', () => {
  expect(['KWD', 'EUR', 'JPY'].map((currency) => amountOf(4.3, currency))).toEqual(['4.300', '4.30', '4']);
  expect(['KWD', 'EUR', 'JPY'].map(wholeOf)).toEqual([1000, 100, 1]);
});
