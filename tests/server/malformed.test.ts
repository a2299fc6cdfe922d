import { afterAll, beforeAll, expect, test } from 'vitest';
import { seeded } from '../../src/core/plan/index.ts';
import { tryMalformed } from '../../trials/malformed.ts';
import { smallBook } from '../books/small.ts';
import { seedFrom, times } from '../trials.ts';
import { type World, world } from './world.ts';

let at: World;
beforeAll(async () => {
  at = await world();
  await at.take(smallBook());
});
afterAll(() => at.end());

test('malformed requests over every route are refused in words; none fails', { timeout: 120_000 }, async () => {
  const tried = await tryMalformed(at.routes, times(1200), seeded(seedFrom(5)), async (method, path, body, headers) => {
    const answer = await at.call(method, path, body, headers).catch(() => null);
    if (!answer) return null;
    const text = typeof answer.body === 'string' ? answer.body : JSON.stringify(answer.body);
    return { status: answer.status, type: answer.headers.get('Content-Type') ?? '', text };
  });
  expect(tried.wrong.slice(0, 10)).toEqual([]);
  for (const status of [200, 400, 404, 422]) expect(tried.statuses[status]).toBeGreaterThan(10);
});
