import { expect, test } from 'vitest';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import { patched, patchWith } from '../book/index.ts';
import { itemSchema } from '../goods/index.ts';
import { type Weighed, weighedEdits, weighedFindings, weighedOf } from './index.ts';

const size = (length: string, width: string, height: string, unit: 'mm' | 'cm' | 'in' = 'cm') => ({
  length,
  width,
  height,
  unit,
});
const line = (goods: string, grams: number, ...sides: [number, number, number]): Weighed => ({ goods, grams, sides });
const goods = [
  item('A', { size: size('9', '165', '9') }),
  item('LB', { mass: { value: '1', unit: 'lb' }, size: size('1', '1', '1', 'in') }),
  item('BARE', { mass: null }),
  item('NEW', { size: size('10', '10', '10') }),
];
const readyOf = (all = goods) => shopOf({ post: flat('4.00') }, all).open().goods;

test('what is told a carrier is whole: started grams and millimetres, the longest side first', () => {
  expect(readyOf().map(weighedOf)).toEqual([
    line('A', 1000, 1650, 90, 90),
    line('LB', 454, 26, 26, 26),
    null,
    line('NEW', 1000, 100, 100, 100),
  ]);
});

test('its record parts in what it has, lacks, weighs and measures; less than a gram is no difference', () => {
  const record = [
    line('A', 1100, 1650, 90, 90),
    line('LB', 454, 27, 26, 26),
    line('BARE', 300, 10, 10, 10),
    line('X', 1, 1, 1, 1),
  ];
  expect(weighedFindings(readyOf(), record)).toEqual([
    { is: 'mass', sku: 'A', here: 1000, there: 1100 },
    { is: 'size', sku: 'LB', here: [26, 26, 26], there: [27, 26, 26] },
    { is: 'mass', sku: 'BARE', here: null, there: 300 },
    { is: 'size', sku: 'BARE', here: null, there: [10, 10, 10] },
    { is: 'not there', sku: 'NEW', here: line('NEW', 1000, 100, 100, 100) },
    { is: 'unknown', sku: 'X', there: line('X', 1, 1, 1, 1) },
  ]);
});

test('taken from there, its figures are the book’s', () => {
  const record = [line('A', 1100, 1660, 91, 90), line('LB', 454, 26, 26, 26), line('BARE', 300, 10, 10, 10)];
  const { body } = shopOf({ post: flat('4.00') }, goods).open().book;
  const items = goods.map((one) => itemSchema.parse(one));
  const whole = { ...body, goods: items };
  const edits = weighedFindings(readyOf(), record).flatMap((one) => weighedEdits(one) ?? []);
  const after = patched(whole, patchWith(whole, null, edits)).goods;
  expect(weighedFindings(readyOf(after), record).map(({ is }) => is)).toEqual(['not there']);
});
