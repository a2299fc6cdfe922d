import { expect, test } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { adoptWords } from './adopting.ts';

test('tables that read alike are told by the steps in which they differ', () => {
  const table = (first: string, last: string) => ({
    is: 'table',
    unit: 'lb',
    breaks: [
      { to: '1', amount: first },
      { to: '3', amount: '6.95' },
      { to: null, amount: last, step: '0.50', per: '1' },
    ],
  });
  const words = (here: unknown, there: unknown) =>
    adoptWords(
      smallBook(),
      {
        what: 'lane',
        path: ['templates', 'soaps', 'lanes', 'north', 'post'],
        state: 'different',
        name: 'Soaps by post',
        fields: [{ field: 'rate', here, there }],
        edits: null,
      },
      'Harrowmere',
    );
  expect(words(table('5.35', '8.75'), table('5.85', '8.75'))).toEqual({
    name: 'The north, post',
    what: 'lane, different',
    here: 'up to 1: 5.35',
    there: 'up to 1: 5.85',
    taken: null,
  });
  expect(words(table('5.35', '8.75'), table('5.85', '9.75'))).toMatchObject({
    here: 'up to 1: 5.35 and above: 8.75',
    there: 'up to 1: 5.85 and above: 9.75',
  });
});
