import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { times } from '../../../../tests/trials.ts';
import { lettered } from './letters.ts';

type Competes = (a: number, b: number) => boolean;

/** Which pairs of `n` things compete. */
const pairs = (n: number) =>
  fc.array(fc.boolean(), { minLength: n * n, maxLength: n * n }).map(
    (all): Competes =>
      (a, b) =>
        all[Math.min(a, b) * n + Math.max(a, b)] === true,
  );

const wrongPairs = (letters: readonly number[], competes: Competes): number =>
  letters.reduce(
    (sum, letter, a) =>
      sum + letters.slice(a + 1).filter((other, i) => (letter === other) !== competes(a, a + 1 + i)).length,
    0,
  );

/** The fewest wrong pairs of all ways to give letters, tried one by one. */
function fewest(n: number, competes: Competes, most: number): number {
  let best = Number.POSITIVE_INFINITY;
  const letters: number[] = [];
  const from = (used: number): void => {
    if (letters.length === n) {
      best = Math.min(best, wrongPairs(letters, competes));
      return;
    }
    for (let letter = 0; letter <= Math.min(used, most - 1); letter += 1) {
      letters.push(letter);
      from(Math.max(used, letter + 1));
      letters.pop();
    }
  };
  from(0);
  return best;
}

describe('letters', () => {
  test('treat as few pairs otherwise than meant as any letters could', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 8 }).chain((n) => fc.tuple(fc.constant(n), pairs(n))),
        ([n, competes]) => {
          const { letters, wrong, least } = lettered(n, competes, 26);
          expect(letters.length).toBe(n);
          expect(wrong).toBe(wrongPairs(letters, competes));
          expect(wrong).toBe(fewest(n, competes, 26));
          expect(least).toBe(wrong);
        },
      ),
      { numRuns: times(300) },
    );
  });
  test('are proved the best for twenty campaigns, however they compete', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 0.95, noNaN: true }), fc.integer(), (share, seed) => {
        const random = fc.sample(fc.double({ min: 0, max: 1, noNaN: true }), { numRuns: 400, seed });
        const { wrong, least } = lettered(
          20,
          (a, b) => (random[Math.min(a, b) * 20 + Math.max(a, b)] ?? 0) < share,
          26,
        );
        expect(least).toBe(wrong);
      }),
      { numRuns: times(25) },
    );
  });
  test('of more than can be proved the bound lies under what was found', () => {
    fc.assert(
      fc.property(pairs(60), (competes) => {
        const { letters, wrong, least } = lettered(60, competes, 26);
        expect(Math.max(...letters)).toBeLessThan(26);
        expect(wrong).toBe(wrongPairs(letters, competes));
        expect(least).toBeLessThanOrEqual(wrong);
      }),
      { numRuns: times(2), endOnFailure: true },
    );
  }, 120_000);
  test('of three of which the first and the last compete with the one between, one pair goes wrong', () => {
    const competes: Competes = (a, b) => Math.abs(a - b) === 1;
    expect(lettered(3, competes, 26)).toMatchObject({ wrong: 1, least: 1 });
  });
  test('apart there are no more than are left', () => {
    expect(lettered(30, () => false, 26).letters.filter((one) => one === 25).length).toBe(5);
  });
});
