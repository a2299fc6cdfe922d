import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { useScreenFirst } from './screen-first.ts';

/** What the browser does once it has nothing else to do. */
const idle = new Map<number, () => void>();
const quiet = () =>
  act(() => {
    for (const [key, work] of [...idle]) {
      idle.delete(key);
      work();
    }
  });
beforeEach(() => {
  vi.stubGlobal('requestIdleCallback', (work: () => void) => idle.set(idle.size + 1, work).size);
  vi.stubGlobal('cancelIdleCallback', (key: number) => idle.delete(key));
});
afterEach(() => {
  cleanup();
  idle.clear();
  vi.unstubAllGlobals();
});

function List({ rows }: { rows: readonly number[] }) {
  return (
    <ul aria-label="Long list">
      {useScreenFirst(rows).map((row) => (
        <li key={row}>{row}</li>
      ))}
    </ul>
  );
}
const rows = (many: number) => Array.from({ length: many }, (_, i) => i);
const drawn = () => screen.getByRole('list', { name: 'Long list' }).children.length;

test('of a long list a screen is drawn, then all of it; what changes later is drawn at once', () => {
  const { rerender } = render(<List rows={rows(100)} />);
  expect(drawn()).toBe(24);
  quiet();
  expect(drawn()).toBe(100);
  rerender(<List rows={rows(120)} />);
  expect(drawn()).toBe(120);
});

test('a list that comes later than its page comes in the same way', () => {
  const { rerender } = render(<List rows={[]} />);
  quiet();
  rerender(<List rows={rows(30)} />);
  expect(drawn()).toBe(24);
  quiet();
  expect(drawn()).toBe(30);
});

test('a page that is left draws no more; a browser that does not tell when it is idle draws it soon', async () => {
  render(<List rows={rows(30)} />).unmount();
  expect(idle.size).toBe(0);
  vi.unstubAllGlobals();
  render(<List rows={rows(30)} />);
  await vi.waitFor(() => expect(drawn()).toBe(30));
});
