import fc from 'fast-check';
import { expect, test } from 'vitest';
import { csvRows, rowReader } from './rows.ts';

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

test('a file that comes in pieces, cut anywhere, has the same rows in the same lines', () => {
  const cell = fc.string({ unit: fc.constantFrom('a', ',', '"', '\n', '\r', ' ', 'é') });
  const rows = fc.array(fc.array(cell, { minLength: 2, maxLength: 3 }), { minLength: 1, maxLength: 12 });
  fc.assert(
    fc.property(
      rows,
      fc.array(fc.nat(80)),
      fc.constantFrom('\n', '\r\n', '\r'),
      fc.boolean(),
      (all, cuts, end, last) => {
        const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;
        const text = all.map((cells) => cells.map(quoted).join(',')).join(end) + (last ? end : '');
        const reader = rowReader(',');
        const found = [];
        let rest = text;
        for (const cut of cuts) {
          found.push(...reader.feed(rest.slice(0, cut)));
          rest = rest.slice(cut);
        }
        found.push(...reader.feed(rest), ...reader.end());
        expect(found).toEqual(csvRows(text, ','));
      },
    ),
    { numRuns: 400 },
  );
});
