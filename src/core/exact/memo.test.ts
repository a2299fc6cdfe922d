import { expect, test } from 'vitest';
import { latest, memo, recalled } from './memo.ts';

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

test('the last answer stays while the same is asked, and no longer', () => {
  let worked = 0;
  const sum = latest((list: readonly number[], more: number) => {
    worked += 1;
    return (list[0] ?? 0) + more;
  });
  const list = [3];
  expect([sum(list, 1), sum(list, 1), worked]).toEqual([4, 4, 1]);
  expect([sum(list, 2), sum([3], 2), sum(list, 1), worked]).toEqual([5, 5, 4, 4]);
});

test('of data that says the same the answer stays, for as many as are kept: those asked last', () => {
  let worked = 0;
  const sum = recalled(2, (list: readonly number[]) => {
    worked += 1;
    return list.reduce((a, b) => a + b, 0);
  });
  expect([sum([1, 2]), sum([1, 2]), sum([3]), worked]).toEqual([3, 3, 3, 2]);
  // Asked again, it is the other that goes when a third comes.
  expect([sum([1, 2]), sum([4]), sum([1, 2]), worked]).toEqual([3, 4, 3, 3]);
  expect([sum([3]), worked]).toEqual([3, 4]);
});
