import { expect, test } from 'vitest';
import { dialectOf } from '../../src/core/channels/index.ts';
import { seedFrom, times } from '../trials.ts';
import { aloneWorld, widestAlone } from './alone.ts';
import { marketOffersWorldOf } from './books.ts';
import { boundOf, isClose, widestRates } from './widest.ts';

test(
  'what a rate at Harrowmere is said to be off at the most, some basket is off, within a tenth',
  () => {
    const from = seedFrom(1);
    const worlds = Array.from({ length: times(10) }, (_, i) => from + i);
    const all = worlds.flatMap((seed) =>
      widestRates(dialectOf('harrowmere'), marketOffersWorldOf(seed)).map((found) => ({ seed, found })),
    );
    for (const { seed, found } of all)
      expect(found.widest, `book ${seed}: ${JSON.stringify(found.note.clause)}`).toBeLessThanOrEqual(
        boundOf(found.note),
      );
    const close = all.filter(({ found }) => isClose(found)).length;
    expect(all.length).toBeGreaterThan(times(20));
    expect(close / all.length).toBeGreaterThan(0.97);
  },
  times(60_000),
);

/** How many books of a channel have but one inexact clause of a sort, and of how many some basket is as far off. */
function alone(id: 'lerrin-shop' | 'harrowmere' | 'findlark') {
  const dialect = dialectOf(id);
  const counts = new Map<string, { all: number; close: number }>();
  const from = seedFrom(1);
  for (let seed = from; seed < from + times(250); seed += 1)
    for (const found of widestAlone(dialect, aloneWorld(dialect, seed), 1500, seed)) {
      const { clause, fidelity } = found.note;
      expect(found.widest, `book ${seed}: ${JSON.stringify(clause)}`).toBeLessThanOrEqual(boundOf(found.note));
      const [loss, ...others] = fidelity.is === 'bounded' ? fidelity.losses : [];
      if (!loss || others.length > 0 || found.beside > 0) continue;
      const count = counts.get(loss.is) ?? { all: 0, close: 0 };
      counts.set(loss.is, count);
      count.all += 1;
      if (isClose(found)) count.close += 1;
    }
  return counts;
}

test.each([
  ['lerrin-shop', ['dearest group only', 'threshold of the basket']],
  ['harrowmere', ['all groups pay', 'spend on what is freed', 'fee of each item']],
  ['findlark', ['dearest group only', 'freed together', 'fee once']],
] as const)('of small books at %s that have one clause inexact some basket is as far off as is said', (id, sorts) => {
  const counts = alone(id);
  for (const sort of sorts) {
    const { all, close } = counts.get(sort) ?? { all: 0, close: 0 };
    expect(all, sort).toBeGreaterThan(times(5));
    // Of the rest no item costs little enough to be bought as often as is said.
    expect(close / all, sort).toBeGreaterThan(0.75);
  }
});
