import { expect, test } from 'vitest';
import { eachOnce } from './index.ts';

/** Reads cells as a column does, and counts how often it had to look at one. */
function counting(cells: readonly string[]) {
  let looked = 0;
  const read = eachOnce((cell) => {
    looked += 1;
    return cell.startsWith('bad') ? null : { of: cell };
  });
  for (const cell of cells) expect(read(cell)).toEqual(cell.startsWith('bad') ? null : { of: cell });
  return looked;
}
const column = (cells: number, cellOf: (i: number) => string) => Array.from({ length: cells }, (_, i) => cellOf(i));

test('cells of a column that come again are read once, those that are none among them', () => {
  expect(counting(column(50_000, (i) => `${i % 3 === 0 ? 'bad ' : ''}${i % 700}`))).toBeLessThanOrEqual(1400);
});

test('a column whose cells hardly ever come again is read as it stands, however long', () => {
  expect(counting(column(50_000, (i) => `thing ${i}`))).toBe(50_000);
  expect(counting(column(60_000, (i) => `thing ${i % 30_000}`))).toBe(60_000);
});

test('a long column in which much comes again goes on being read once', () => {
  const mixed = column(60_000, (i) => (i < 30_000 ? `often ${i % 10}` : `thing ${i % 25_000}`));
  expect(counting(mixed)).toBeLessThan(30_000);
});
