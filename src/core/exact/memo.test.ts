import { expect, test } from 'vitest';
import { memo } from './memo.ts';

test('each thing is worked out once, an answer of nothing among them; what looks alike is another thing', () => {
  let worked = 0;
  const first = memo((list: readonly (number | null)[]) => {
    worked += 1;
    return list[0] ?? null;
  });
  const [three, empty] = [[3], []];
  expect([first(three), first(three), first(empty), first(empty), worked]).toEqual([3, 3, null, null, 2]);
  expect([first([3]), worked]).toEqual([3, 3]);
});

test('work that fails is tried again', () => {
  let tries = 0;
  const work = memo((_: object) => {
    tries += 1;
    if (tries === 1) throw new Error('not yet');
    return tries;
  });
  const thing = {};
  expect(() => work(thing)).toThrow('not yet');
  expect([work(thing), work(thing)]).toEqual([2, 2]);
});
