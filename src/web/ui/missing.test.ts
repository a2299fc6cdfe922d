import { expect, test } from 'vitest';
import { nearest } from './missing.tsx';

const ids = (id: string, ...all: string[]) =>
  nearest(
    id,
    all.map((one) => ({ id: one })),
  ).map((one) => one.id);

test('what is nearest to an address that leads nowhere: a letter less, a part of it, the year before', () => {
  expect(ids('advnt', 'clubs', 'cards', 'gust12', 'first-advent')[0]).toBe('first-advent');
  expect(ids('gust11', 'clubs', 'gust12', 'first-advent')[0]).toBe('gust12');
  expect(ids('spring-2025', 'spring-2026', 'spring', 'winter-2025')[0]).toBe('spring-2026');
  expect(ids('x')).toEqual([]);
});
