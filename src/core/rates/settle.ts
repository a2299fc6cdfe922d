import { type Conversion, type Decimal, rounded } from '../exact/index.ts';
import { type Refused, refused } from './refusal.ts';

const tooLarge = refused('too large');

/** A whole amount of the rate's currency as a charge of the market's; what cannot be counted exactly is refused. */
export const settled = (whole: number, by: Conversion | null): number | Refused => {
  if (whole > Number.MAX_SAFE_INTEGER) return tooLarge;
  return by === null ? whole : settledExactly(BigInt(whole), 1n, by);
};

/** A whole amount and a share of another, amount · part / of, rounded once. */
export function settledShare(
  whole: number,
  amount: number,
  part: number,
  of: number,
  by: Conversion | null,
): number | Refused {
  if (whole > Number.MAX_SAFE_INTEGER) return tooLarge;
  const product = amount * part;
  if (by !== null || product > Number.MAX_SAFE_INTEGER)
    return settledExactly(BigInt(whole) * BigInt(of) + BigInt(amount) * BigInt(part), BigInt(of), by);
  const count = Math.floor(product / of);
  const rest = product - count * of;
  return whole + (rest < 0 ? count - 1 + Number((rest + of) * 2 >= of) : count + Number(rest * 2 >= of));
}

/** A fraction n / d of minor units as a charge, rounded once. */
export function settledExactly(n: bigint, d: bigint, by: Conversion | null): number | Refused {
  const value = by === null ? rounded(n, d, { is: 'nearest' }) : rounded(n * by.up, d * by.down, by.rounding);
  return Number.isSafeInteger(value) ? value : tooLarge;
}

/** What a currency is in another, as an exact fraction. */
interface Into {
  readonly up: bigint;
  readonly down: bigint;
}

/** What a carrier asks, so much per cent of it and a whole amount, as a charge, rounded once. */
export function settledQuote(
  quoted: number,
  { up, down }: Into,
  { digits, scale }: Decimal,
  whole: number,
  by: Conversion | null,
): number | Refused {
  if (!Number.isSafeInteger(whole)) return tooLarge;
  const over = 100n * 10n ** BigInt(scale);
  return settledExactly(BigInt(whole) * over * down + BigInt(quoted) * up * (over + digits), over * down, by);
}

/** How many of a size are started by a measure. Both whole; exact where a division of floating point would not be. */
export function started(measure: number, per: number): number {
  let count = Math.ceil(measure / per);
  while (count * per < measure) count += 1;
  while (count > 0 && (count - 1) * per >= measure) count -= 1;
  return count;
}
