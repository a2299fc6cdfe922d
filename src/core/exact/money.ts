import { type Currency, currencyDigits } from './currency.ts';
import { type Decimal, parseDecimal, quickDecimal, scaled } from './decimal.ts';
import { err, ok, type Result } from './result.ts';
import { divideRounded } from './rounding.ts';

/** An amount of money as a whole number of minor units (cents) of a currency known from where it stands. */
export type Minor = number & { readonly is: 'minor' };

export const minor = (value: number): Minor => value as Minor;
export const nothing = minor(0);

/** The largest amount Plemb takes: products of it with a percentage stay exact. */
const most = 10n ** 12n;

/**
 * Reads an amount that is not negative, with no more decimals than its currency has (ISO 4217).
 * @example parseAmount('4.9', 'EUR') // 490
 */
export function parseAmount(text: string, currency: Currency): Result<Minor> {
  const digits = currencyDigits(currency);
  const quick = quickDecimal(text, digits);
  if (quick !== null && quick <= Number(most)) return ok(minor(quick));
  const read = parseDecimal(text, digits);
  if (!read.ok) return read;
  const value = scaled(read.value, digits);
  if (value < 0n) return err([], { is: 'negative', text, unit: null });
  if (value > most) return err([], { is: 'too large', text, unit: null });
  return ok(minor(Number(value)));
}

/** An amount as text with all digits of its currency. @example amountText(490, 'EUR') // '4.90' */
export function amountText(value: Minor, currency: Currency): string {
  const digits = currencyDigits(currency);
  const all = String(Math.abs(value)).padStart(digits + 1, '0');
  const sign = value < 0 ? '-' : '';
  return digits === 0 ? `${sign}${all}` : `${sign}${all.slice(0, -digits)}.${all.slice(-digits)}`;
}

/** A percentage of an amount, rounded once, half away from zero. @example percentOf(4995, 10 %) // 500 */
export function percentOf(value: Minor, percent: Decimal): Minor {
  if (percent.digits < 1_000_000n && value < 1_000_000_000) {
    const product = value * Number(percent.digits);
    const over = 100 * 10 ** percent.scale;
    return minor(Math.floor((2 * product + over) / (2 * over)));
  }
  return minor(Number(divideRounded(BigInt(value) * percent.digits, 100n * 10n ** BigInt(percent.scale))));
}

/**
 * Splits a total over weights so that the parts add up: each gets its whole share, and what is left goes, a unit each,
 * to the largest remainders; ties to the earlier. Weights are not negative and not all 0.
 * @example splitByLargestRemainder(100, [1, 1, 1]) // [34, 33, 33]
 */
export function splitByLargestRemainder(total: Minor, weights: readonly number[]): Minor[] {
  return quickSplit(total, weights) ?? exactSplit(total, weights);
}

/** The same where every product stays within the safe whole numbers; else null. */
function quickSplit(total: number, weights: readonly number[]): Minor[] | null {
  let sum = 0;
  for (const weight of weights) sum += weight;
  if (!(total * sum <= Number.MAX_SAFE_INTEGER)) return null;
  let left = total;
  const parts: number[] = [];
  const rests: number[] = [];
  for (const weight of weights) {
    const rest = (total * weight) % sum;
    const part = (total * weight - rest) / sum;
    parts.push(part);
    rests.push(rest);
    left -= part;
  }
  // What is left is less than the count of weights: each time the largest remainder, the earlier of equal ones.
  for (; left > 0; left -= 1) {
    let most = 0;
    for (let i = 1; i < rests.length; i += 1) if ((rests[i] as number) > (rests[most] as number)) most = i;
    parts[most] = (parts[most] as number) + 1;
    rests[most] = -1;
  }
  return parts as Minor[];
}

function exactSplit(total: Minor, weights: readonly number[]): Minor[] {
  const sum = weights.reduce((a, b) => a + BigInt(b), 0n);
  const exact = weights.map((weight) => BigInt(total) * BigInt(weight));
  const parts = exact.map((share) => share / sum);
  let left = BigInt(total) - parts.reduce((a, b) => a + b, 0n);
  const order = exact
    .map((share, i) => ({ i, rest: share % sum }))
    .sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest < b.rest ? 1 : -1));
  for (const { i } of order) {
    if (left === 0n) break;
    parts[i] = (parts[i] ?? 0n) + 1n;
    left -= 1n;
  }
  return parts.map((part) => minor(Number(part)));
}
