import { expect, test } from 'vitest';
import { seeded, seedFrom, times } from '../../../../tests/trials.ts';
import { gram } from '../../exact/index.ts';
import { bestParcels } from './parcels.ts';
import type { Charges, Single } from './runs.ts';
import type { Aim } from './settings.ts';

const best = (lanes: readonly Charges[], singles: readonly (readonly Single[])[] = [], aim: Aim = 'any order') =>
  bestParcels(
    lanes.map((charges, i) => ({ charges, singles: singles[i] ?? [], steps: [] })),
    aim,
  );

/** The most by which a first and a further amount leave a lane, asked mass by mass. */
function offBy(lane: Charges, holds: number | null, first: number, further: number): number {
  let off = 0;
  for (const { after, to, least, most } of lane)
    for (let mass = after + 1; mass <= to; mass += 1) {
      const charge = first + (holds === null ? 0 : Math.ceil(mass / holds) - 1) * further;
      off = Math.max(off, charge - least, most - charge);
    }
  return off;
}

/** The least greatest distance of a lane at a size, by trying every pair of amounts. */
function leastOff(lane: Charges, holds: number | null, dearest: number): number {
  let best = Number.POSITIVE_INFINITY;
  for (let further = 0; further <= (holds === null ? 0 : dearest); further += 1)
    for (let first = 0; first <= dearest; first += 1) best = Math.min(best, offBy(lane, holds, first, further));
  return best;
}

test('no other size and no other amounts leave small worlds less', () => {
  const from = seedFrom(300);
  for (let seed = from; seed < from + times(60); seed += 1) {
    const random = seeded(seed);
    const below = (most: number) => Math.floor(random() * most);
    const dearest = 9;
    const reach = 4 + below(12);
    const lanes = Array.from({ length: 1 + below(3) }, (): Charges => {
      const edges = [...new Set(Array.from({ length: 1 + below(4) }, () => 1 + below(reach - 1)))].sort(
        (a, b) => a - b,
      );
      return [...edges, reach].flatMap((to, i, all) => {
        const [after, least] = [all[i - 1] ?? 0, below(dearest)];
        return to > after ? [{ after, to, least, most: Math.min(dearest, least + below(2)) }] : [];
      });
    });
    const { holds, fits } = best(lanes);
    fits.forEach(({ first, further, off }, i) => {
      expect(offBy(lanes[i] as Charges, holds, first, further), `world ${seed}`).toBe(off);
    });
    const found = [Math.max(...fits.map(({ off }) => off)), fits.reduce((sum, { off }) => sum + off, 0)];
    const every = [null, ...Array.from({ length: reach }, (_, i) => i + 1)].map((size) => {
      const all = lanes.map((lane) => leastOff(lane, size, dearest));
      return [Math.max(...all), all.reduce((sum, one) => sum + one, 0)] as const;
    });
    const [most, sum] = every.reduce((a, b) => (b[0] < a[0] || (b[0] === a[0] && b[1] < a[1]) ? b : a));
    expect(found, `world ${seed}: ${JSON.stringify(lanes)}`).toEqual([most, sum]);
  }
});

test('for single goods no other amounts, and no other size of those tried, leave less in all', () => {
  const from = seedFrom(700);
  for (let seed = from; seed < from + times(60); seed += 1) {
    const random = seeded(seed);
    const below = (most: number) => Math.floor(random() * most);
    const [dearest, reach] = [9, 4 + below(12)];
    const edge = 1 + below(reach - 1);
    const lane: Charges = [
      { after: 0, to: edge, least: below(dearest), most: dearest },
      { after: edge, to: reach, least: below(dearest), most: dearest },
    ];
    const singles = Array.from({ length: 1 + below(8) }, () => ({
      mass: (1 + below(reach)) as Single['mass'],
      charge: below(dearest),
    }));
    const leftBy = (holds: number | null, first: number, further: number) =>
      singles.reduce(
        (sum, { mass, charge }) =>
          sum + Math.abs(first + (holds === null ? 0 : Math.ceil(mass / holds) - 1) * further - charge),
        0,
      );
    const least = (holds: number | null) => {
      let found = Number.POSITIVE_INFINITY;
      for (let first = 0; first <= dearest; first += 1)
        for (let further = 0; further <= dearest; further += 1) found = Math.min(found, leftBy(holds, first, further));
      return found;
    };
    const { holds, fits } = best([lane], [singles], 'single goods');
    const [fit] = fits;
    const sizes = [edge, reach].flatMap((one) =>
      Array.from({ length: one }, (_, i) => [Math.floor(one / (i + 1)), Math.ceil(one / (i + 1))]).flat(),
    );
    expect(leftBy(holds, fit?.first ?? 0, fit?.further ?? 0), `world ${seed}`).toBe(
      Math.min(least(null), ...sizes.map(least)),
    );
    expect(offBy(lane, holds, fit?.first ?? 0, fit?.further ?? 0), `world ${seed}`).toBe(fit?.off);
  }
});

test('a charge that goes by started lots is met exactly, one that does not by half of what parts it', () => {
  const steps = (...charges: number[]): Charges =>
    charges.map((charge, i) => ({ after: i * 250 * gram, to: (i + 1) * 250 * gram, least: charge, most: charge }));
  expect(best([steps(525, 550, 575, 600)])).toEqual({
    holds: 250 * gram,
    fits: [{ first: 525, further: 25, off: 0 }],
  });
  expect(best([steps(400, 600, 400)])).toEqual({ holds: null, fits: [{ first: 500, further: 0, off: 100 }] });
  // One size for all lanes: lots of 250 g meet both.
  expect(best([steps(100, 200, 300, 400), steps(500, 500, 500, 500)]).fits.map(({ off }) => off)).toEqual([0, 0]);
});

test('of sizes that leave as little one that people would rather read is taken', () => {
  const run = (after: number, to: number, charge: number) => ({
    after: after * gram,
    to: to * gram,
    least: charge,
    most: charge,
  });
  // Any size from 700 to 750 g meets these.
  const lane = [run(0, 700, 400), run(750, 1400, 600), run(1500, 2100, 800)];
  expect(best([lane])).toEqual({ holds: 700 * gram, fits: [{ first: 400, further: 200, off: 0 }] });
});
