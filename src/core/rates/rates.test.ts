import { describe, expect, test } from 'vitest';
import { type Currency, type Mass, parseMass, sure } from '../exact/index.ts';
import { chargeOf, type LaneBody, readLane } from './index.ts';

const eur = 'EUR' as Currency;
const lane = (rate: LaneBody['rate']) => readLane({ rate, freeFrom: null }, eur);
const at = (rate: LaneBody['rate'], text: string, unit: 'kg' | 'lb' | 'g' = 'kg') => {
  const charge = chargeOf(sure(lane(rate)).rate, sure(parseMass(text, unit)));
  return charge.ok ? charge.amount : charge.why;
};

describe('a weight table', () => {
  const table: LaneBody['rate'] = {
    is: 'table',
    unit: 'kg',
    breaks: [
      { to: '0.5', amount: '5.40' },
      { to: '1', amount: '6.20' },
      { to: '2', amount: '7.80' },
    ],
  };
  test('each upper edge belongs to its break', () => {
    expect(at(table, '0.5')).toBe(540);
    expect(at(table, '500.001', 'g')).toBe(620);
    expect(at(table, '2')).toBe(780);
  });
  test('beyond the last edge it is not offered, unless the last break is open', () => {
    expect(at(table, '2000.001', 'g')).toBe('beyond the table');
    expect(at({ ...table, breaks: [...table.breaks, { to: null, amount: '9.90' }] }, '90')).toBe(990);
  });
  test('without a mass it is not offered; a flat rate is', () => {
    expect(chargeOf(sure(lane(table)).rate, null)).toEqual({ ok: false, why: 'no mass' });
    expect(chargeOf(sure(lane({ is: 'flat', amount: '4.90' })).rate, null)).toEqual({ ok: true, amount: 490, at: null });
  });
  test('pounds meet kilograms to the step', () => {
    const pound = sure(parseMass('1', 'lb'));
    const rate = sure(
      lane({
        is: 'table',
        unit: 'lb',
        breaks: [
          { to: '1', amount: '1.00' },
          { to: '2', amount: '2.00' },
        ],
      }),
    ).rate;
    expect(chargeOf(rate, pound)).toMatchObject({ amount: 100 });
    expect(chargeOf(rate, (pound + 1) as Mass)).toMatchObject({ amount: 200 });
  });
});

test.each<[string, LaneBody['rate'], string]>([
  [
    'edges that fall',
    {
      is: 'table',
      unit: 'kg',
      breaks: [
        { to: '2', amount: '1.00' },
        { to: '1', amount: '2.00' },
      ],
    },
    'edges that rise from break to break',
  ],
  [
    'edges that repeat',
    {
      is: 'table',
      unit: 'kg',
      breaks: [
        { to: '1', amount: '1.00' },
        { to: '1', amount: '2.00' },
      ],
    },
    'edges that rise from break to break',
  ],
  [
    'an open break in the middle',
    {
      is: 'table',
      unit: 'kg',
      breaks: [
        { to: null, amount: '1.00' },
        { to: '1', amount: '2.00' },
      ],
    },
    'an upper edge; only the last break may be open',
  ],
  ['an edge of nothing', { is: 'table', unit: 'kg', breaks: [{ to: '0', amount: '1.00' }] }, 'an upper edge above 0'],
  ['a third decimal', { is: 'flat', amount: '4.905' }, 'at most 2'],
])('%s is refused with what would be right', (_, rate, right) => {
  const read = lane(rate);
  expect(!read.ok && read.problems[0]?.right).toBe(right);
});
