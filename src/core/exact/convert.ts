import type { Decimal } from './decimal.ts';
import { type Minor, minor } from './money.ts';
import { divideRounded } from './rounding.ts';

/** How a market rounds what was converted into its currency. Steps and endings go up; nothing stays nothing. */
export type MarketRounding =
  /** To the nearest minor unit, half away from zero. */
  | { readonly is: 'nearest' }
  /** Up to the next multiple of a step, such as 0.05. */
  | { readonly is: 'step'; readonly step: Minor }
  /** Up to the next amount that ends so, such as x.99; `whole` is the minor units of one whole unit. */
  | { readonly is: 'ending'; readonly ending: Minor; readonly whole: number };

/**
 * From one currency into another: minor units there for a minor unit here, as an exact fraction, and how the market
 * rounds them.
 */
export interface Conversion {
  readonly up: bigint;
  readonly down: bigint;
  readonly rounding: MarketRounding;
}

/** The conversion at a listed rate: so many units of the other currency for one of this, digits of both minded. */
export function conversionAt(
  rate: Decimal,
  fromDigits: number,
  toDigits: number,
  rounding: MarketRounding,
): Conversion {
  return { up: rate.digits * 10n ** BigInt(toDigits), down: 10n ** BigInt(rate.scale + fromDigits), rounding };
}

/**
 * n / d minor units, not negative, rounded by a market's rule. @example rounded(1001n, 10n, { is: 'step', step: 5 }) //
 * 105
 */
export function rounded(n: bigint, d: bigint, rule: MarketRounding): Minor {
  if (n === 0n) return minor(0);
  switch (rule.is) {
    case 'nearest':
      return minor(Number(divideRounded(n, d)));
    case 'step':
      return minor(Number(ceiling(n, d * BigInt(rule.step))) * rule.step);
    case 'ending': {
      const above = Number(ceiling(n, d));
      const over = (((above - rule.ending) % rule.whole) + rule.whole) % rule.whole;
      return minor(over === 0 ? above : above + rule.whole - over);
    }
  }
}

/** An amount converted alone. */
export const converted = (amount: Minor, by: Conversion): Minor =>
  quick(amount, by) ?? rounded(BigInt(amount) * by.up, by.down, by.rounding);

/** The same where all that is worked with stays within the safe whole numbers; else null. */
function quick(amount: Minor, { up, down, rounding }: Conversion): Minor | null {
  const [n, d] = [amount * Number(up), Number(down)];
  if (rounding.is === 'ending' || amount < 0 || !(2 * n + d * (rounding.is === 'step' ? rounding.step : 1) <= safe))
    return null;
  if (rounding.is === 'nearest') return minor(over(2 * n + d, 2 * d));
  const step = d * rounding.step;
  return minor(over(n + step - 1, step) * rounding.step);
}

const safe = Number.MAX_SAFE_INTEGER / 2;
/** How often one whole number goes into another. */
const over = (a: number, b: number): number => (a - (a % b)) / b;

/** The edge of a table, a step or a threshold converted: what is above nothing stays at least one smallest unit. */
export const edgeIn = (value: Minor, by: Conversion): Minor =>
  value === 0 ? value : minor(Math.max(1, converted(value, by)));

const ceiling = (n: bigint, d: bigint): bigint => (n + d - 1n) / d;
