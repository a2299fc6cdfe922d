import fc from 'fast-check';
import { expect, test } from 'vitest';
import { csvRows } from './rows.ts';

test('blank lines and cells of several lines count as an editor counts them', () => {
  const text = 'sku,name\r\n\r\nA,"two\r\nlines"\r\n,\r\nB,one\r\n\r\n"C","x\ny\nz"\r\nD,last';
  expect(csvRows(text).map(({ line, cells }) => [line, cells[0]])).toEqual([
    [1, 'sku'],
    [3, 'A'],
    [6, 'B'],
    [8, 'C'],
    [11, 'D'],
  ]);
});

test('every row begins in the line of the file that it is said to', () => {
  const cell = fc.string({ unit: fc.constantFrom('a', ',', '"', '\n', ' ', 'é') });
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(), cell, fc.boolean()), { minLength: 1 }), (rows) => {
      const written = rows.map(([, text, blank], i) => `${blank ? '\n' : ''}row${i},"${text.replaceAll('"', '""')}"`);
      const lines = written.join('\n').split('\n');
      for (const [i, { line, cells }] of csvRows(written.join('\n')).entries()) {
        expect(cells[0]).toBe(`row${i}`);
        expect(lines[line - 1]?.startsWith(`row${i},`)).toBe(true);
      }
    }),
  );
});
