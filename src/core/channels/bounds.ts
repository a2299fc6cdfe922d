import { type CompiledBook, orderPercents } from '../book/index.ts';
import { amountText, type Decimal, gram, type Mass, type Minor, minor, percentOf } from '../exact/index.ts';
import { sharedCode } from '../offers/index.ts';
import type { Fidelity } from './dialect.ts';

/** Within what baskets answers are compared and bounds are stated. */
export const stated = {
  /** Minor units. */
  value: minor(100_000),
  mass: (30_000 * gram) as Mass,
  units: 20,
  codes: 2,
} as const;

/** From a value of the goods on, that itself counting, before or after discounts. */
export interface Threshold {
  readonly value: Minor;
  readonly test: 'before' | 'after';
}

export const exact: Fidelity = { is: 'exact' };

const takenBy = (value: number, percents: readonly Decimal[]): number =>
  percents.reduce((sum, percent) => sum + percentOf(minor(value), percent), 0);

/** The least whole number from `low` on for which a test holds that, once it holds, holds for all greater ones. */
function leastFor(low: number, holds: (value: number) => boolean): Minor {
  let [below, above] = [low, low * 2 + 100];
  while (!holds(above) && above < Number.MAX_SAFE_INTEGER / 1e4) above *= 2;
  while (below < above) {
    const middle = Math.floor((below + above) / 2);
    if (holds(middle)) above = middle;
    else below = middle + 1;
  }
  return minor(below);
}

/** The least list value whose value after these percentages is at least `after`. */
export const leastBefore = (after: Minor, percents: readonly Decimal[]): Minor =>
  leastFor(after, (value) => value - takenBy(value, percents) >= after);

/** The least list value off which these percentages take at least an amount. */
export const leastTaking = (amount: Minor, percents: readonly Decimal[]): Minor =>
  leastFor(0, (value) => takenBy(value, percents) >= amount);

/**
 * How far a channel that tests list value, before order codes, can follow a threshold. `most` is the most it can free.
 */
export function beforeOnly(book: CompiledBook, threshold: Threshold, most: Minor): Fidelity {
  const codes = orderPercents(book);
  const others = book.offers.filter((offer) => offer.level !== 'delivery' && !codes.some((one) => one.offer === offer));
  if (threshold.test === 'before' || codes.length + others.length === 0 || most === 0) return exact;
  const say = (value: number) => amountText(minor(value), book.currency);
  const ranges = [
    ...codes.map(
      ({ offer, percent }) =>
        `${say(threshold.value)} to ${say(leastBefore(threshold.value, [percent]) - 1)} with ${sharedCode(offer) ?? offer.id}`,
    ),
    ...others.map((offer) => `${say(threshold.value)} and more with ${offer.id}`),
  ];
  const raised = Math.max(...codes.map(({ percent }) => leastBefore(threshold.value, [percent])));
  return {
    is: 'bounded',
    bound: most,
    why: `Tested before discounts there: baskets of ${ranges.join(', ')} are charged up to ${say(most)} too little.`,
    remedies: [
      ...(others.length === 0 ? [`raise it to ${say(raised)}`] : []),
      'test it before discounts in the book',
      'live with it',
    ],
  };
}

/** Several things that keep a clause from being exact, as one: the largest bound, or unsayable if any part is. */
export function worstOf(parts: readonly Fidelity[]): Fidelity {
  const real = parts.filter((one) => one.is !== 'exact');
  const [first] = real;
  if (!first) return exact;
  const why = real.map((one) => one.why).join(' ');
  const remedies = [...new Set(real.flatMap((one) => one.remedies))];
  if (real.some((one) => one.is === 'unsayable')) return { is: 'unsayable', why, remedies };
  return {
    is: 'bounded',
    bound: minor(Math.max(...real.map((one) => (one.is === 'bounded' ? one.bound : 0)))),
    why,
    remedies,
  };
}
