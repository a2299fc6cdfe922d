import { describe, expect, test } from 'vitest';
import { demoGoods } from '../../../demo/goods.ts';
import { item } from '../../../tests/books/desk.ts';
import type { Currency } from '../exact/index.ts';
import { bulkChanges, isLacking, itemSchema, overrideText, readGoods, readItem, readSelection, readSkus, type SelectionBody, withParents, writeGoods } from './index.ts';

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

describe('variants', () => {
  const items = (...list: Parameters<typeof item>[]) => list.map(([sku, more]) => itemSchema.parse(item(sku, more)));
  const bare = { price: null, mass: null, kind: null };
  test('take from their parents, and of theirs in turn, what they do not state', () => {
    const { items: whole, problems } = withParents(
      items(['TOP', { cost: '4.00', tags: ['kites'], override: { is: 'ships free' } }], ['MID', { ...bare, parent: 'TOP', price: '12.00' }], ['LOW', { ...bare, parent: 'MID', tags: ['red'] }]),
    );
    expect(problems).toEqual([]);
    expect(whole[2]).toMatchObject({ price: '12.00', cost: '4.00', mass: { value: '1' }, kind: 'parcel', tags: ['red'], override: { is: 'ships free' } });
    expect(whole[1]?.tags).toEqual(['kites']);
  });
  test('in a circle, or without a parent that is there, are told with the chain', () => {
    const circle = withParents(items(['A', { parent: 'B' }], ['B', { parent: 'C' }], ['C', { parent: 'A' }]));
    expect(circle.problems[0]?.wrong).toMatch(/variants in a circle: .*A.*B.*C/);
    expect(withParents(items(['A', { parent: 'A' }])).problems).toHaveLength(1);
    expect(withParents(items(['A', { parent: 'NONE' }])).problems[0]?.wrong).toBe('no item “NONE”');
  });
});

describe('selections', () => {
  const all = [item('A', { tags: ['kites', 'red'], price: '5.00' }), item('B', { tags: ['kites'], kind: 'tube', mass: { value: '2', unit: 'lb' } }), item('C', { tags: ['red'], mass: null })].map(
    (one) => itemSchema.parse(one),
  );
  const taken = (takes: SelectionBody['takes'], except: string[] = []) => {
    const read = readSelection({ id: 's', name: 's', takes, except }, eur);
    if (!read.ok) return read.problems[0]?.right;
    return all.flatMap((one) => {
      const figures = readItem(one, eur);
      return figures.ok && read.value.takes(one, figures.value) ? [one.sku] : [];
    });
  };
  test.each<[string, SelectionBody['takes'], unknown]>([
    ['all', { is: 'all' }, ['A', 'B', 'C']],
    ['any tag', { is: 'tags', any: ['red', 'blue'], all: [] }, ['A', 'C']],
    ['all tags', { is: 'tags', any: [], all: ['kites', 'red'] }, ['A']],
    ['a kind', { is: 'kind', kind: 'tube' }, ['B']],
    ['prices, both ends counting', { is: 'price', from: '5.00', to: '5.00' }, ['A']],
    ['masses; what has none is in no range', { is: 'mass', from: '900', to: '1000', unit: 'g' }, ['A', 'B']],
    ['a list', { is: 'skus', skus: ['C', 'A'] }, ['A', 'C']],
    ['a range that runs backwards', { is: 'price', from: '9', to: '5' }, 'the lower end first'],
    ['no tags at all', { is: 'tags', any: [], all: [] }, 'at least one tag'],
  ])('by %s', (_, takes, expected) => expect(taken(takes)).toEqual(expected));
  test('exceptions are never taken', () => expect(taken({ is: 'all' }, ['B'])).toEqual(['A', 'C']));
  test('a pasted list tells what is unknown and what stands twice', () => {
    expect(readSkus('A, B\nX;A\tB  Q', (sku) => 'AB'.includes(sku))).toEqual({ skus: ['A', 'B'], unknown: ['X', 'Q'], double: ['A', 'B'] });
  });
});

describe('changing many at once', () => {
  const all = [item('A', { price: '9.99' }), item('B', { price: '0.10', tags: ['red'] })].map((one) => itemSchema.parse(one));
  const told = (bulk: Parameters<typeof bulkChanges>[1]) => {
    const { changes, same, problems } = bulkChanges(all, bulk, eur);
    return { changes: changes.map((one) => `${one.sku} ${one.before} → ${one.after}`), same, wrong: problems.map((one) => one.wrong) };
  };
  test('says what would change, what stays, and what cannot be, before anything is made', () => {
    expect(told({ is: 'price by', percent: '-5' })).toEqual({ changes: ['A 9.99 → 9.49', 'B 0.10 → 0.09'], same: 0, wrong: [] });
    expect(told({ is: 'add tag', tag: 'red' })).toEqual({ changes: ['A  → red'], same: 1, wrong: [] });
    expect(told({ is: 'set', column: 'override', text: 'only standard' })).toEqual({ changes: ['A  → only standard', 'B  → only standard'], same: 0, wrong: [] });
    expect(told({ is: 'set', column: 'mass', text: 'heavy' }).wrong).toEqual(['“heavy” does not go here', '“heavy” does not go here']);
    expect(told({ is: 'price by', percent: 'lots' }).wrong).toHaveLength(2);
  });
  test('what lacks a weight, a size, a cost', () => {
    expect((['weight', 'size', 'cost'] as const).map((lack) => isLacking(itemSchema.parse(item('A', { cost: '1.00' })), lack))).toEqual([false, true, false]);
  });
});

test('overrides and fees come and go in a file', () => {
  const written = [
    item('A', {
      override: { is: 'only', services: ['slow', 'fast'] },
      fee: { each: '1.30', freed: true },
      prices: { japan: '5200' },
      hazards: ['lithium'],
      stockedBy: ['harrowmere'],
      origin: 'Westport',
      cost: '3.10',
    }),
    item('B', { override: { is: 'fixed', each: '6.00', freed: false } }),
    item('C', { override: { is: 'pickup only' }, parent: 'A', price: null, kind: null }),
  ].map((one) => itemSchema.parse(one));
  const { items, badLines } = readGoods(writeGoods(written), eur, new Set());
  expect(badLines).toEqual([]);
  expect(items).toEqual(written);
  expect(overrideText({ is: 'ships free' })).toBe('free');
  const bad = readGoods(`${head},override,fee\r\nA-1,Good,4.90,,,,parcel,,sometimes,1.30 maybe\r\n`, eur, new Set()).badLines[0];
  expect(bad?.problems.map((one) => one.right)).toEqual(['only or not and services; fixed and an amount; free; pickup', 'an amount such as 1.30, with freed behind it where free delivery drops it']);
});
