import { expect, test } from 'vitest';
import { seeded, seedFrom, times } from '../../../../tests/trials.ts';
import { allGoods } from '../../offers/index.ts';
import type { Listed } from '../dialect.ts';
import { fewestColours, fewestOut, labelsFor } from './labels.ts';

/** Groups of one item each. */
interface One {
  readonly sku: string;
  readonly goods: readonly Listed[];
}
const onesOf = (...skus: string[]): One[] => skus.map((sku) => ({ sku, goods: [{ sku, inside: [] } as never] }));
const within = (wanted: string, ...skus: string[]) => ({
  wanted,
  part: allGoods,
  has: ({ sku }: One) => skus.includes(sku),
  minds: (_: One) => true,
});

test('what is on the same goods has one label, what is on others another', () => {
  const goods = onesOf('A', 'B', 'C');
  const labels = labelsFor(goods, [
    within('any', 'A', 'B', 'C'),
    within('tails of all lengths', 'A'),
    within('again', 'A', 'B', 'C'),
    within('tails of all breadths', 'B', 'C'),
    within('nothing'),
  ]);
  // Called by the last of those that share it.
  expect(labels.of).toEqual([
    { is: 'label', label: 'AGAIN' },
    { is: 'label', label: 'TAILS-OF-ALL-LENGTHS' },
    { is: 'label', label: 'AGAIN' },
    { is: 'label', label: 'TAILS-OF-ALL-BREADTH' },
    { is: 'no goods' },
  ]);
  expect(goods.flatMap(labels.on)).toEqual([
    ['AGAIN', 'TAILS-OF-ALL-LENGTHS'],
    ['AGAIN', 'TAILS-OF-ALL-BREADTH'],
    ['AGAIN', 'TAILS-OF-ALL-BREADTH'],
  ]);
});

test('what minds none of the goods that another has shares its label with it', () => {
  const goods = onesOf('A', 'B', 'C');
  const extents = [
    { ...within('one', 'A'), minds: ({ sku }: One) => sku !== 'B' },
    { ...within('two', 'A', 'B'), minds: () => true },
    { ...within('three', 'C'), minds: ({ sku }: One) => sku !== 'B' },
  ];
  const { of, on } = labelsFor(goods, extents);
  expect(of).toEqual(['TWO', 'TWO', 'THREE'].map((label) => ({ is: 'label', label })));
  expect(goods.flatMap(on)).toEqual([['TWO'], ['TWO'], ['THREE']]);
});

test('no fewer colours do, of all ways to give them', () => {
  const from = seedFrom(1300);
  for (let seed = from; seed < from + times(200); seed += 1) {
    const random = seeded(seed);
    const many = 1 + Math.floor(random() * 6);
    const pairs = Array.from({ length: many }, () => Array.from({ length: many }, () => random() < 0.5));
    const differ = (a: number, b: number) => a !== b && Boolean(pairs[Math.min(a, b)]?.[Math.max(a, b)]);
    const isRight = (colours: readonly number[]) =>
      colours.every((one, a) => colours.every((other, b) => one !== other || !differ(a, b)));
    const found = fewestColours(many, differ);
    expect(found).toHaveLength(many);
    expect(isRight(found), `world ${seed}`).toBe(true);
    const every = Array.from({ length: many ** many }, (_, code) =>
      Array.from({ length: many }, (__, i) => Math.floor(code / many ** i) % many),
    );
    const least = Math.min(...every.filter(isRight).map((colours) => new Set(colours).size));
    expect(new Set(found).size, `world ${seed}`).toBe(least);
  }
});

test('of a group the items of a selection alone carry its label', () => {
  const item = (sku: string, inside: number[]) => ({ sku, inside }) as unknown as Listed;
  const group = { sku: 'all', goods: [item('A', [1]), item('B', [0]), item('C', [3])] };
  const extents = [
    { ...within('first', 'all'), part: 0 },
    within('any', 'all'),
    { ...within('second', 'all'), part: 1 },
  ];
  const { of, on } = labelsFor<One>([group], extents);
  expect(of.map((one) => one.is === 'label' && one.label)).toEqual(['FIRST', 'ANY', 'SECOND']);
  expect(on(group)).toEqual([['ANY', 'FIRST'], ['ANY'], ['ANY', 'FIRST', 'SECOND']]);
});

test('of goods that would carry seven labels one is left out, and no item carries it', () => {
  const goods = onesOf('A', 'B', 'C', 'D', 'E', 'F', 'G', 'H');
  const extents = 'BCDEFGH'.split('').map((one) => within(`with-${one}`, 'A', one));
  const labels = labelsFor(goods, extents);
  expect(labels.of.filter(({ is }) => is === 'full')).toHaveLength(1);
  expect(labels.on(goods[0] as One)[0]).toHaveLength(6);
  labels.of.forEach((label, i) => {
    for (const item of goods)
      expect(label.is === 'label' && (labels.on(item)[0]?.includes(label.label) ?? false)).toBe(
        label.is === 'label' && (extents[i]?.has(item) ?? false),
      );
  });
});

test('the fewest are left out, of all ways to leave some out', () => {
  let several = 0;
  const from = seedFrom(900);
  for (let seed = from; seed < from + times(400); seed += 1) {
    const random = seeded(seed);
    const members = 4 + Math.floor(random() * 5);
    const most = 1 + Math.floor(random() * 3);
    const sets = Array.from({ length: 1 + Math.floor(random() * 5) }, () =>
      Array.from({ length: members }, (_, i) => i).filter(() => random() < 0.5),
    );
    const fits = (out: ReadonlySet<number>) => sets.every((set) => set.filter((one) => !out.has(one)).length <= most);
    const found = fewestOut(sets, most);
    expect(fits(found), `world ${seed}`).toBe(true);
    const every = Array.from(
      { length: 2 ** members },
      (_, bits) => new Set(Array.from({ length: members }, (__, i) => i).filter((i) => bits & (1 << i))),
    );
    const least = Math.min(...every.filter(fits).map((out) => out.size));
    expect(found.size, `world ${seed}`).toBe(least);
    if (least > 1) several += 1;
  }
  expect(several).toBeGreaterThan(50);
});
