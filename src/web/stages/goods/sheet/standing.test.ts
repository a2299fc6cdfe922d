import fc from 'fast-check';
import { expect, test } from 'vitest';
import { atFirst, blockAt, moved, type Standing } from './standing.ts';

const extent = { rows: 40, columns: 6 };
const press = (key: string, more: { shiftKey?: boolean; ctrlKey?: boolean } = {}) => ({
  key,
  shiftKey: false,
  ctrlKey: false,
  metaKey: false,
  ...more,
});
const after = (...keys: ReturnType<typeof press>[]): Standing =>
  keys.reduce((at, key) => moved(at, extent, key) ?? at, atFirst);

test('keys lead as in a spreadsheet; with Shift the block follows', () => {
  expect(after(press('ArrowDown'), press('ArrowRight')).on).toEqual({ row: 1, at: 1 });
  expect(after(press('End', { ctrlKey: true })).on).toEqual({ row: 39, at: 5 });
  expect(after(press('ArrowDown', { ctrlKey: true }), press('Home')).on).toEqual({ row: 39, at: 0 });
  expect(
    blockAt(after(press('PageDown'), press('ArrowUp', { shiftKey: true }), press('End', { shiftKey: true }))),
  ).toEqual({
    top: 14,
    bottom: 15,
    left: 0,
    right: 5,
  });
  expect(moved(atFirst, extent, press('x'))).toBeNull();
});

test('no keys lead out of the sheet, and a key without Shift leaves one cell chosen', () => {
  const keys = fc.record({
    key: fc.constantFrom('ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'PageUp', 'PageDown', 'Home', 'End'),
    shiftKey: fc.boolean(),
    ctrlKey: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(keys, { minLength: 1 }), (all) => {
      const { top, bottom, left, right } = blockAt(after(...all.map(({ key, ...more }) => press(key, more))));
      expect(top).toBeGreaterThanOrEqual(0);
      expect(left).toBeGreaterThanOrEqual(0);
      expect(bottom).toBeLessThan(extent.rows);
      expect(right).toBeLessThan(extent.columns);
      if (!all.at(-1)?.shiftKey) expect([top, left]).toEqual([bottom, right]);
    }),
  );
});
