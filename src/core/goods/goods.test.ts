import { describe, expect, test } from 'vitest';
import { demoGoods } from '../../../demo/goods.ts';
import type { Currency } from '../exact/index.ts';
import { readGoods, writeGoods } from './index.ts';

const eur = 'EUR' as Currency;
const head = 'sku,name,price,mass,size,tags,kind,template';
const read = (...lines: string[]) => readGoods([head, ...lines].join('\r\n'), eur, new Set(['parcels']));

describe('a goods file', () => {
  test('written and read again is the same', () => {
    const { items, badLines } = readGoods(writeGoods(demoGoods()), eur, new Set());
    expect(badLines).toEqual([]);
    expect(items).toEqual(demoGoods());
  });

  test('good lines can be taken alone: each bad one says line, field, wrong and right', () => {
    const { items, badLines } = read(
      'A-1,Good,4.90,520 g,,red,parcel,parcels',
      'A-2,Dear,-4,520 g,,red,parcel,',
      'A-3,Heavy,4.90,5 stone,,red,parcel,',
      'A-1,Double,1.00,,,,parcel,',
      'A-4,Sent,1.00,,,,parcel,crates',
      'A-5,Short,1.00',
    );
    expect(items.map((item) => item.sku)).toEqual(['A-1']);
    expect(badLines.map((line) => [line.line, line.problems[0]?.at[0], line.problems[0]?.wrong])).toEqual([
      [3, 'price', '“-4”'],
      [4, 'mass', '“5 stone”'],
      [5, 'sku', 'A-1 stands in line 2 already'],
      [6, 'template', 'no template “crates”'],
      [7, 'line', '3 cells'],
    ]);
  });

  test('a missing or unknown column is one report, and nothing is taken', () => {
    const { items, badLines } = readGoods('sku,name,prize\r\nA,B,1.00', eur, new Set());
    expect(items).toEqual([]);
    expect(badLines[0]?.problems[0]?.wrong).toBe('no column price, mass, size, tags, kind, template; unknown column prize');
  });

  test('cells that a spreadsheet would run are made harmless, and come back as they were', () => {
    const item = { ...(demoGoods()[0] as ReturnType<typeof demoGoods>[number]), name: '=1+1 kite' };
    const text = writeGoods([item]);
    expect(text).toContain("'=1+1 kite");
    expect(readGoods(text, eur, new Set()).items[0]?.name).toBe('=1+1 kite');
  });
});
