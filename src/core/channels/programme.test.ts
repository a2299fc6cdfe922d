import loadHighs from 'highs';
import { expect, test } from 'vitest';
import { seeded } from '../../../tests/trials.ts';
import { type Column, mostOf } from './programme.ts';

/** A linear programme as the solver beside reads it. */
function asText(allowed: readonly number[], columns: readonly Column[]): string {
  const sum = (terms: readonly number[]) =>
    terms.map((one, j) => `${one < 0 ? '-' : '+'} ${Math.abs(one)} x${j}`).join(' ');
  return [
    'Maximize',
    ` gives: ${sum(columns.map(({ gives }) => gives))}`,
    'Subject To',
    ...allowed.map((most, i) => ` row${i}: ${sum(columns.map(({ rows }) => rows[i] ?? 0))} <= ${most}`),
    'Bounds',
    ...columns.map(({ most }, j) => ` 0 <= x${j} <= ${most}`),
    'End',
  ].join('\n');
}

test('a bound of a linear programme is no less than what another solver finds, and hardly more', async () => {
  const highs = await loadHighs();
  const counts = { solved: 0, empty: 0 };
  for (let seed = 1; seed <= 120; seed += 1) {
    const random = seeded(seed);
    const figure = (most: number) => Math.round((random() * 2 - 0.6) * most * 1000) / 1000;
    const rowCount = 2 + Math.floor(random() * 6);
    const columns = Array.from(
      { length: 2 + Math.floor(random() * 30) },
      (): Column => ({
        most: 20,
        gives: figure(5000),
        // As of units no more than twenty in all, and of prices of a cent up to a thousand.
        rows: [1, ...Array.from({ length: rowCount }, (_, i) => figure(i % 2 === 0 ? 100_000 : 1))],
      }),
    );
    const allowed = [20, ...Array.from({ length: rowCount }, (_, i) => figure(i % 2 === 0 ? 100_000 : 20))];
    const found = highs.solve(asText(allowed, columns));
    const bound = mostOf(allowed, columns, 0);
    if (found.Status === 'Infeasible') {
      counts.empty += 1;
      continue;
    }
    expect(found.Status, `programme ${seed}`).toBe('Optimal');
    counts.solved += 1;
    const most = found.ObjectiveValue;
    expect(bound, `programme ${seed}`).toBeGreaterThan(most - 1e-6 * Math.max(1, Math.abs(most)));
    expect(bound, `programme ${seed}`).toBeLessThan(most + 1e-4 * Math.max(1, Math.abs(most)));
  }
  expect(counts.solved).toBeGreaterThan(40);
  expect(counts.empty).toBeGreaterThan(5);
});
