import { afterEach, expect, test, vi } from 'vitest';
import { unhurried } from './unhurried.ts';

afterEach(() => {
  vi.useRealTimers();
});

test('of a thousand words in a second five are said, the first at once', () => {
  vi.useFakeTimers();
  const said: number[] = [];
  const pace = unhurried((done) => said.push(done));
  for (let done = 0; done <= 1000; done += 1) {
    pace(done, 1000);
    vi.advanceTimersByTime(1);
  }
  expect(said).toEqual([0, 250, 500, 750, 1000]);
});
