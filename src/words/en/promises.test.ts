import { expect, test } from 'vitest';
import type { BrokenPromise } from '../../core/plan/index.ts';
import { brokenWords } from './promises.ts';

const broken = (word: string, fault: BrokenPromise['fault'], where: BrokenPromise['in'] = 'title'): string =>
  brokenWords({ in: where, word, fault } as BrokenPromise);

test('each broken promise names the word, and what the rule does', () => {
  expect(broken('from 60', { is: 'amount', right: ['100.00'] })).toBe('The title says “from 60”; the rule has 100.00.');
  expect(broken('20 %', { is: 'percent', right: [] })).toBe('The title says “20 %”; the rule has no percentage.');
  expect(broken('20 %', { is: 'percent', right: ['10', '15'] })).toBe(
    'The title says “20 %”; the rule has 10 %, 15 %.',
  );
  expect(broken('until Friday', { is: 'date', right: ['23', '29'] }, 'terms')).toBe(
    'The terms say “until Friday”; it runs from 23 to 29.',
  );
  expect(broken('economy', { is: 'service', right: [] })).toBe(
    'The title speaks of economy; it is for nothing of the sort.',
  );
  expect(broken('SUDS', { is: 'code', right: null } as BrokenPromise['fault'])).toBe(
    'The title names SUDS; it asks no such code.',
  );
});
