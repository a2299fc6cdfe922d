import { type Instant, type Minor, minor, splitByLargestRemainder } from '../exact/index.ts';
import { seeded } from './random.ts';
import type { Use } from './usage.ts';

/** What is spent by the end of a day in a tenth, half and nine tenths of the runs. */
export interface SpentBy {
  /** Days since the start, from 1. */
  readonly day: number;
  readonly low: Minor;
  readonly middle: Minor;
  readonly high: Minor;
}

/** How a budget may fare, by resampling the orders of a like stretch of time. */
export interface BudgetRun {
  readonly days: readonly SpentBy[];
  /**
   * In how many of the runs an order was refused for want of budget, and on which day of the offer: in a tenth, half
   * and nine tenths of those.
   */
  readonly dry: {
    readonly runs: number;
    readonly early: number;
    readonly middle: number;
    readonly late: number;
  } | null;
  readonly runs: number;
}

const dayLong = 86_400_000;

/**
 * Spends a budget on orders drawn anew: as many as there were, each any of them, on the day it was placed. An order is
 * only granted where what is left covers its whole saving, as the offer says. Seeded: the same orders give the same
 * answer.
 */
export function budgetRun(
  uses: readonly Use[],
  from: Instant,
  days: number,
  budget: Minor | null,
  runs = 400,
  seed = 1,
): BudgetRun {
  const pool = uses.flatMap((use) => {
    const day = Math.floor((use.at - from) / dayLong);
    return day >= 0 && day < days ? [{ day, saves: use.saves }] : [];
  });
  const random = seeded(seed);
  const spent = Array.from({ length: days }, () => new Float64Array(runs));
  const dry: number[] = [];
  for (let run = 0; run < runs; run += 1) {
    const drawn = pool
      .map(() => pool[Math.floor(random() * pool.length)] as (typeof pool)[number])
      .sort((a, b) => a.day - b.day);
    let [sum, refusedOn, at] = [0, -1, 0];
    for (let day = 0; day < days; day += 1) {
      for (; at < drawn.length && (drawn[at]?.day ?? 0) <= day; at += 1) {
        const { saves } = drawn[at] as (typeof pool)[number];
        if (budget === null || sum + saves <= budget) sum += saves;
        else if (refusedOn < 0) refusedOn = day;
      }
      (spent[day] as Float64Array)[run] = sum;
    }
    if (refusedOn >= 0) dry.push(refusedOn + 1);
  }
  dry.sort((a, b) => a - b);
  return {
    days: spent.map((each, day) => {
      const sorted = each.sort();
      return { day: day + 1, low: quantile(sorted, 0.1), middle: quantile(sorted, 0.5), high: quantile(sorted, 0.9) };
    }),
    dry:
      dry.length === 0
        ? null
        : { runs: dry.length, early: quantile(dry, 0.1), middle: quantile(dry, 0.5), late: quantile(dry, 0.9) },
    runs,
  };
}

/** The value below which a share of sorted values lies, of the whole run one of them. */
const quantile = (sorted: ArrayLike<number>, share: number): Minor =>
  minor(sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0);

/** How a channel's part of a budget is said: an amount, a share of what amounts leave, or by what it has needed. */
export type PartOfBudget = { readonly channel: string } & (
  | { readonly by: 'amount'; readonly amount: Minor }
  | { readonly by: 'share'; readonly weight: number }
  | { readonly by: 'need'; readonly need: Minor }
);

/**
 * Splits a budget over channels: amounts first, in their order, as long as there is some left; the rest by shares where
 * there are any, else by need; largest remainder, so that the parts add up. What nobody is to have is left over.
 */
export function splitBudget(
  budget: Minor,
  parts: readonly PartOfBudget[],
): { parts: { channel: string; amount: Minor }[]; left: Minor } {
  let left: number = budget;
  const given = parts.map((part) => {
    const amount = part.by === 'amount' ? Math.min(part.amount, left) : 0;
    left -= amount;
    return amount;
  });
  for (const by of ['share', 'need'] as const) {
    const weights = parts.map((part) => (part.by !== by ? 0 : part.by === 'share' ? part.weight : part.need));
    if (left === 0 || weights.every((weight) => weight === 0)) continue;
    splitByLargestRemainder(minor(left), weights).forEach((amount, i) => {
      given[i] = (given[i] ?? 0) + amount;
    });
    left = 0;
  }
  return {
    parts: parts.map((part, i) => ({ channel: part.channel, amount: minor(given[i] ?? 0) })),
    left: minor(left),
  };
}
