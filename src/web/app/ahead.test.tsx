import { cleanup, fireEvent } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { smallBook } from '../../../tests/books/small.ts';
import { at, away, screen } from '../../../tests/screen.tsx';
import * as engines from '../data/engines.ts';

/** What the browser does when it has nothing else to do. */
let idle: (() => void)[] = [];
beforeEach(() => {
  idle = [];
  vi.stubGlobal('requestIdleCallback', (work: () => void) => idle.push(work));
  vi.stubGlobal('cancelIdleCallback', (at: number) => {
    idle[at - 1] = () => undefined;
  });
});
afterEach(() => {
  away();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

const order = (id: number) => ({
  id,
  at: '2026-10-01T10:00:00.000Z',
  place: 'IE',
  service: 'standard',
  lines: [{ sku: 'NOSUCH', units: 1 }],
  channel: null,
});
/** Does what waits for a quiet moment, one after another, until nothing waits any more. */
async function quiet() {
  for (let done = 0, still = 0; still < 40; still += 1) {
    for (; done < idle.length; done += 1) {
      idle[done]?.();
      still = 0;
    }
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
}
const opened = (orders: readonly object[]) => {
  let asked = 0;
  at('/check', smallBook(), {
    'GET /orders': () => {
      asked += 1;
      return { orders, next: null, every: 1 };
    },
  });
  return () => asked;
};
const told = () => vi.spyOn(engines, 'tell');

test('when nothing else is to do, pages and past orders come, and the orders are told to the worker', async () => {
  const asked = opened([order(1), order(2)]);
  const tell = told();
  await screen.findByRole('heading', { name: 'Check' });
  expect(asked()).toBe(0);
  await quiet();
  // The panels and every page, each after a moment of its own.
  expect(idle.length).toBeGreaterThan(20);
  expect(asked()).toBe(1);
  expect(tell.mock.calls.some(([, basis]) => basis.orders?.length === 2)).toBe(true);
  fireEvent.keyDown(document.body, { key: 'k', ctrlKey: true });
  expect(await screen.findByRole('dialog')).toBeDefined();
});

test('once the screen is left, nothing more is fetched', async () => {
  const asked = opened([order(1)]);
  await screen.findByRole('heading', { name: 'Check' });
  cleanup();
  idle[0]?.();
  await quiet();
  expect([idle.length, asked()]).toEqual([1, 0]);
});
