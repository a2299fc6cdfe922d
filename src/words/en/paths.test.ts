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
  // A long change comes without its values.
  [{ path: ['markets'] }, 'markets'],
])('%j is told as “%s”', (change, words) => expect(changeText(smallBook(), change)).toBe(words));
