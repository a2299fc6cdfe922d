import { afterAll, beforeAll, expect, test } from 'vitest';
import { seeded } from '../../src/core/plan/index.ts';
import { race } from '../../trials/races.ts';
import { smallBook } from '../books/small.ts';
import { seedFrom, times } from '../trials.ts';
import { type World, world } from './world.ts';

let at: World;
beforeAll(async () => {
  at = await world();
  await at.take(smallBook());
});
afterAll(() => at.end());

test('of two, and of five, who save at once nobody overwrites what they have not seen', {
  timeout: 120_000,
}, async () => {
  const raced = await race(
    times(80),
    (i) => (i % 2 === 0 ? 2 : 5),
    seeded(seedFrom(13)),
    (_, method, path, body) => at.call(method, path, body),
  );
  expect(raced.wrong.slice(0, 10)).toEqual([]);
  expect(raced.taken).toBeGreaterThan(80);
  expect(raced.conflicts).toBeGreaterThan(20);
});
