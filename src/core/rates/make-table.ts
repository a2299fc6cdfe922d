import {
  amountText,
  type Currency,
  err,
  kept,
  minor,
  nothing,
  ok,
  type Problem,
  parseAmount,
  type Result,
} from '../exact/index.ts';
import type { RateBody } from './rate.ts';

/** What one supplier asks for the first unit, and for each further one. */
export interface Supplier {
  readonly first: string;
  readonly further: string;
}

export interface Making {
  readonly suppliers: readonly Supplier[];
  /** Where suppliers differ: the mean, or the dearest, of what each asks for a count. */
  readonly by: 'mean' | 'dearest';
  /** How many units the table reaches. */
  readonly count: number;
}

/** The most breaks that a table holds. */
const most = 100;

/**
 * A table by units from what suppliers ask, in a currency, for the first unit and each further one: a break for each
 * count, the mean rounded once, half up. Says how many units it reaches; beyond, nothing is offered.
 * @example madeTable({ suppliers: [{ first: '4.30', further: '1.45' }], by: 'mean', count: 8 }, 'EUR') // 1 → 4.30, 2 →
 * 5.75 … 8 → 14.45
 */
export function madeTable(
  { suppliers, by, count }: Making,
  currency: Currency,
): Result<{ rate: RateBody & { is: 'table' }; reach: number }> {
  if (suppliers.length === 0) return err(['suppliers'], { is: 'missing', what: 'supplier' });
  if (!Number.isInteger(count) || count < 1 || count > most)
    return err(['count'], { is: 'no count', text: String(count), most });
  const problems: Problem[] = [];
  const read = (text: string, i: number, field: keyof Supplier): bigint =>
    BigInt(kept(parseAmount(text, currency), ['suppliers', i, field], problems, nothing));
  const asks = suppliers.map((one, i) => ({
    first: read(one.first, i, 'first'),
    further: read(one.further, i, 'further'),
  }));
  if (problems.length > 0) return { ok: false, problems };
  const breaks = Array.from({ length: count }, (_, i) => {
    const charges = asks.map((one) => one.first + one.further * BigInt(i));
    const size = BigInt(charges.length);
    const amount =
      by === 'dearest'
        ? // biome-ignore lint/complexity/useMathMinMax: they are big integers
          charges.reduce((a, b) => (b > a ? b : a))
        : (2n * charges.reduce((a, b) => a + b, 0n) + size) / (2n * size);
    return { to: String(i + 1), amount: amountText(minor(Number(amount)), currency) };
  });
  return ok({ rate: { is: 'table', unit: 'units', from: null, breaks }, reach: count });
}
