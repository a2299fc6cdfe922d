import { describe, expect, test } from 'vitest';
import { readBlock } from './block.ts';

describe('a block from a spreadsheet', () => {
  test.each<[string, string, unknown]>([
    [
      'two columns',
      '0.5\t5.40\r\n1\t6.20\r\n',
      [
        { to: '0.5', amount: '5.40' },
        { to: '1', amount: '6.20' },
      ],
    ],
    [
      'units, signs and decimal commas',
      '0,5 kg\t€5,40\nopen\t€ 9',
      [
        { to: '0.5', amount: '5.40' },
        { to: null, amount: '9' },
      ],
    ],
    ['words', 'hello', null],
    ['a negative amount', '1\t-4.00', null],
  ])('%s', (_, text, breaks) => {
    expect(readBlock(text, 'EUR')).toEqual(breaks);
  });
  test('amounts have the decimals of their currency', () => {
    const read = (amount: string) =>
      ['KWD', 'EUR', 'JPY'].map((currency) => readBlock(`open\t${amount}`, currency)?.[0]?.amount ?? null);
    expect(['1.305', '1.30', '130'].map(read)).toEqual([
      ['1.305', null, null],
      ['1.30', '1.30', null],
      ['130', '130', '130'],
    ]);
  });
});
