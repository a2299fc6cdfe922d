import { expect, test } from 'vitest';
import { dialectOf } from '../../src/core/channels/index.ts';
import { seedFrom, times } from '../trials.ts';
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
