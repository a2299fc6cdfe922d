import { expect, test } from 'vitest';
import { type Column, cellOf, type ImportLine, type Item, itemSchema } from '../../core/goods/index.ts';
import { seeded } from '../../core/plan/index.ts';
import { allDoes, lineAt, linesThat, packed } from './goods-lines.ts';

const random = seeded(7);
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
const words = ['', 'Kite', 'Drachen, groß', '凧', '👨‍👩‍👧 set', '"quoted"', ' · ', '0'];
const cells = [...words, 'two\nlines'];
const itemOf = (i: number): Item =>
  itemSchema.parse({
    sku: `SKU-${i}`,
    name: `${pick(words)} ${i}`.trim(),
    price: pick(['1.00', '12.50']),
    mass: pick([null, { value: '0.5', unit: 'kg' }]),
    size: null,
    tags: pick([[], ['garden', 'kites']]),
    kind: 'parcel',
    template: null,
  });
const lineOf = (i: number): ImportLine => {
  const does = pick(allDoes);
  switch (does) {
    case 'bad':
      return { does, line: i + 2, cells: [pick(cells), pick(cells)], problems: [{ at: ['price'], is: 'open quote' }] };
    case 'changed':
      return { does, line: i + 2, item: itemOf(i), changes: [{ column: 'name', from: pick(words), to: pick(words) }] };
    case 'new':
    case 'group':
    case 'same':
      return { does, line: i + 2, item: itemOf(i) };
    default:
      return { does, item: itemOf(i) };
  }
};
const columns: readonly Column[] = ['price', 'mass', 'tags'];

test('lines of any sort and in any letters come out as they went in, wherever they have passed through', () => {
  const all = Array.from({ length: 400 }, (_, i) => lineOf(i));
  const made = structuredClone(packed(all, columns));
  expect(made.count).toBe(400);
  for (const [i, one] of all.entries()) {
    const line = lineAt(made, i);
    expect(line.does).toBe(one.does);
    expect(line.line).toBe('line' in one ? one.line : null);
    expect([line.sku, line.name]).toEqual(one.does === 'bad' ? ['', ''] : [one.item.sku, one.item.name]);
    expect(line.changes).toEqual(one.does === 'changed' ? one.changes : []);
    expect(line.problems).toEqual(one.does === 'bad' ? one.problems : []);
    expect(line.cells).toEqual(one.does === 'bad' ? one.cells : []);
    const entries = one.does === 'new' ? columns.map((column) => cellOf(one.item, column)).filter(Boolean) : [];
    expect(line.entries).toBe(entries.join(' · '));
  }
});

test('each line is among those that come to what it comes to, and in no others', () => {
  const all = Array.from({ length: 150 }, (_, i) => lineOf(i));
  const made = packed(all, columns);
  for (const does of allDoes)
    expect([...linesThat(made, does)]).toEqual([...all.keys()].filter((i) => all[i]?.does === does));
  const none = packed([], columns);
  expect([none.count, linesThat(none, 'bad').length]).toEqual([0, 0]);
});
