import { expect, test } from 'vitest';
import { historyHeads, saidProblem } from '../../words/index.ts';
import type { Currency } from '../exact/index.ts';
import { csvRows, delimiterOf, guessLayout } from '../tables/index.ts';
import { type HistorySort, historyReader, historyTargets } from './index.ts';

/** Each line of a file: its row, or what is wrong with it. */
function read(sort: HistorySort, text: string) {
  const rows = csvRows(text);
  const { layout } = guessLayout(rows, delimiterOf(text), historyTargets[sort], historyHeads[sort]);
  const reader = historyReader(sort, layout, {
    currency: 'EUR' as Currency,
    timeZone: 'Europe/Dublin',
    channels: [{ id: 'shop', name: 'The Shop' }],
    services: [{ id: 'post', name: 'By post' }],
    hasItem: (sku) => sku === 'A',
  });
  const lines = rows.slice(1).map((row) => {
    const made = reader.row(row);
    return 'is' in made ? made.is.row : made.problems.map((one) => `${one.at[0]} ${saidProblem(one).wrong}`);
  });
  return { lines, remarks: reader.remarks() };
}
const orders = (head: string, ...rows: string[]) =>
  read(
    'orders',
    [`number,at,sku,units,${head}`, ...rows.map((row, i) => `${i},2026-07-01 10:00,A,1,${row}`)].join('\n'),
  );
const placed = (head: string, ...rows: string[]) =>
  orders(head, ...rows).lines.map((line) => ('place' in line ? line.place : line));

test('a place is what its cells say, and never made of the first letters of a word', () => {
  expect(placed('place', 'IE', 'GB HS1 2AA', 'US-AK', 'Norway', 'Denver', 'Georgetown Road', 'XX')).toEqual([
    'IE',
    'GB HS1 2AA',
    'US-AK',
    'NO',
    ['country “Denver” is no place'],
    ['country “Georgetown Road” is no place'],
    ['country “XX” is no place'],
  ]);
  expect(placed('country,part', 'US,AK', 'US,US-AK', ',CA-ON', ',Bavaria', 'Nowhere,CA-ON')).toEqual([
    'US-AK',
    'US-AK',
    'CA-ON',
    ['country “Bavaria” is no place'],
    ['country “Nowhere” is no place'],
  ]);
});

test('an order without a place, a date or a number is a bad line, the first line too', () => {
  const { lines } = read(
    'orders',
    [
      'number,at,country,sku,units',
      '1,,IE,A,1',
      '2,2026-07-01,,A,1',
      ',2026-07-01,IE,A,1',
      '3,2026-07-01,IE,,1',
      '4,2026-07-01,IE,A,0',
    ].join('\n'),
  );
  expect(lines.map((line) => (Array.isArray(line) ? line[0]?.split(' ')[0] : 'taken'))).toEqual([
    'at',
    'country',
    'number',
    'sku',
    'units',
  ]);
});

test('what has no word is left out and counted; local times are of the market’s clock', () => {
  const { lines, remarks } = read(
    'orders',
    'number,at,channel,country,part,postcode,service,sku,units,charge\n' +
      '1,2026-07-01 10:00,The Shop,GB,Narnia,XYZ,by post,A,2,4.90\n' +
      '2,2026-12-01T10:00:00+02:00,Fair,IE,,,Drone,B,1,\n',
  );
  expect(lines).toMatchObject([
    { at: '2026-07-01T09:00:00.000Z', channel: 'shop', place: 'GB', service: 'post', charge: '4.90' },
    { at: '2026-12-01T08:00:00.000Z', channel: '', place: 'IE', service: '', charge: null },
  ]);
  expect(remarks.map(({ what, text }) => `${what} ${text}`).sort()).toEqual([
    'channel Fair',
    'part Narnia',
    'postcode XYZ',
    'service Drone',
    'sku B',
  ]);
});

test('a part is read by its code, with its country or without, and by its name', () => {
  const { lines } = read(
    'visits',
    'month,country,part,visits\n2026-10,GB,Kent,1\n2026-10,Germany,Bayern,2\n2026-10,US,AK,3\n2026-10,US,US-AK,4\n',
  );
  expect(lines.map((one) => (one as { part: string }).part)).toEqual(['GB-KEN', 'DE-BY', 'US-AK', 'US-AK']);
});

test('advertising may be for no country, visits not', () => {
  expect(read('advertising', 'month,channel,amount\n2026-10,shop,12.50\n').lines).toEqual([
    { month: '2026-10', country: '', channel: 'shop', amount: '12.50' },
  ]);
  expect(read('visits', 'month,country,visits\n2026-10,,12\n').lines).toEqual([['country “” is no place']]);
});
