import { expect, test } from 'vitest';
import { smallBook } from '../../../../tests/books/small.ts';
import type { CheckReport, FindingView } from '../../../contract/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { cellsOf, type Row, rowKeyOf, rowsOf } from './rows.ts';

const { goods: _, ...book } = smallBook();
const open = { book } as unknown as OpenBook;
const zones = book.templates[0]?.zones ?? [];
const row = (channel: string, key: string, of: unknown, corners: number, told = 0) =>
  ({ channel, key, class: of, corners, toldAbove: told }) as unknown as Row;
const finding = (channel: string, zone: string | null) =>
  ({ channel, class: { is: 'zone', zone, codes: [] }, standing: 'off', largest: 250 }) as unknown as FindingView;

test('rows: zones in the book’s order, then what stands apart, starts and ends; corners of all channels', () => {
  const of = (zone: string | null, codes: string[] = []) => ({ is: 'zone', zone, codes });
  const report = {
    classes: [
      row('b', 'edge', { is: 'edge', offer: 'suds', at: 5, edge: 'begins' }, 1),
      row('b', 'apart', { is: 'apart', by: 'fee' }, 1),
      row('a', 'none', of(null), 1),
      row('a', 'code', of(zones[0] ?? null, ['SUDS']), 1),
      row('a', 'second', of(zones[1] ?? null), 1),
      row('a', 'first', of(zones[0] ?? null), 4),
      row('b', 'first', of(zones[0] ?? null), 3),
    ],
    findings: [],
  } as unknown as CheckReport;
  const rows = rowsOf(open, report);
  expect(rows.map((one) => one.key)).toEqual(['first', 'second', 'none', 'code', 'apart', 'edge']);
  expect(rows[0]?.corners).toBe(7);
  expect(rowsOf(open, null)).toEqual([]);
});

test('a cell has the findings of its channel and class alone', () => {
  const [here, there, elsewhere] = [finding('a', 'home'), finding('b', 'home'), finding('a', null)];
  const report = {
    classes: [row('a', rowKeyOf(here), here.class, 1, 3)],
    findings: [here, there, elsewhere],
  } as unknown as CheckReport;
  const cells = cellsOf(report);
  expect([...cells].map(([key, row]) => [key, [...row.keys()]])).toEqual([[rowKeyOf(here), ['a']]]);
  expect(cells.get(rowKeyOf(here))?.get('a')).toEqual({
    findings: [here],
    hang: { is: 'off', by: 250 },
    toldAbove: 3,
  });
  expect(cellsOf(null).size).toBe(0);
});
