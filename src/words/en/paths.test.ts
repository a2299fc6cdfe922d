import { expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { changeText } from './paths.ts';

const lane = ['templates', 'soaps', 'lanes', 'home', 'post'];
test.each([
  [{ path: [...lane, 'rate', 'amount'], before: '7.30', after: '5.90' }, 'Home, post: 7.30 → 5.90'],
  [{ path: [...lane, 'freeFrom', 'value'], before: '55.00', after: '60.00' }, 'Home, post, free from: 55.00 → 60.00'],
  [{ path: ['goods', 'BAR-OAT', 'taxClass'], before: null, after: 'food' }, 'BAR-OAT, tax class: none → food'],
  [{ path: ['offers', 'suds'], after: { title: 'SUDS: 15 % off' } }, 'SUDS: 15 % off, new'],
  [{ path: ['zones', 'north'], before: { name: 'North' } }, 'Zone The north: taken away'],
  [
    { path: ['channels', 'harrowmere', 'speeds', 'post'], before: null, after: 'EXPRESS' },
    'Harrowmere, what post is called: none → EXPRESS',
  ],
  // Made on the screen, where the whole of a rate is handed on: told as deep as what differs.
  [
    { path: [...lane, 'rate'], before: { is: 'flat', amount: '7.30' }, after: { is: 'flat', amount: '8.10' } },
    'Home, post: 7.30 → 8.10',
  ],
  [
    {
      path: [...lane, 'freeFrom'],
      before: { value: '55.00', unit: 'value', test: 'before' },
      after: { value: '55.00', unit: 'value', test: 'after' },
    },
    'Home, post, free from test: before → after',
  ],
  [
    { path: [...lane, 'rate'], before: { is: 'flat', amount: '7.30' }, after: { is: 'free' } },
    'Home, post: 7.30 flat → free',
  ],
  [
    {
      path: ['goods', 'BAR-OAT', 'mass'],
      before: { value: '0.5', unit: 'lb' },
      after: { value: '0.6', unit: 'lb' },
    },
    'BAR-OAT, mass: 0.5 lb → 0.6 lb',
  ],
  [
    {
      path: ['offers', 'suds', 'window'],
      before: { from: null, until: '2026-12-31T00:00', zone: 'Europe/Dublin' },
      after: { from: '2026-11-01T00:00', until: '2027-01-31T00:00', zone: 'Europe/Dublin' },
    },
    [
      'SUDS: 15 % off, window: until 2026-12-31T00:00, zone Europe/Dublin',
      'from 2026-11-01T00:00, until 2027-01-31T00:00, zone Europe/Dublin',
    ].join(' → '),
  ],
  [
    {
      path: ['templates', 'soaps', 'lanes', 'north', 'post', 'rate', 'breaks', '3', 'amount'],
      before: '6.95',
      after: '7.10',
    },
    'The north, post, breaks up to 3: 6.95 → 7.10',
  ],
  [
    {
      path: ['templates', 'soaps', 'lanes', 'north', 'post', 'rate', 'breaks', 'open'],
      before: { to: null, amount: '9' },
    },
    'The north, post, breaks beyond the last edge: taken away',
  ],
  // A long change comes without its values.
  [{ path: ['markets'] }, 'markets'],
])('%j is told as “%s”', (change, words) => expect(changeText(smallBook(), change)).toBe(words));
