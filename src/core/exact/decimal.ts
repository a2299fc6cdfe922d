import { err, ok, type Result } from './result.ts';

/** An exact decimal: `digits` divided by ten to the power of `scale`. 8.25 is {digits: 825n, scale: 2}. */
export interface Decimal {
  readonly digits: bigint;
  readonly scale: number;
}

const shape = /^(-?)(\d+)(?:\.(\d+))?$/;

/**
 * Reads a plain decimal such as `8`, `8.25` or `-0.5`: no exponent, no thousands mark, at most `places` decimals.
 * @example parseDecimal('8.25', 3) // { digits: 825n, scale: 2 }
 */
export function parseDecimal(text: string, places: number): Result<Decimal> {
  const found = shape.exec(text.trim());
  if (!found) return err([], { is: 'malformed', text, form: 'figure' });
  const decimals = found[3] ?? '';
  if (decimals.length > places) {
    return err([], { is: 'decimals', text, found: decimals.length, most: places });
  }
  return ok({ digits: BigInt(`${found[1]}${found[2]}${decimals}`), scale: decimals.length });
}

/** The decimal as a whole number of units of ten to the power of minus `scale`; `scale` is at least its own. */
export const scaled = (value: Decimal, scale: number): bigint => value.digits * 10n ** BigInt(scale - value.scale);

/** A decimal as plain text. @example decimalText({ digits: 825n, scale: 2 }) // '8.25' */
export function decimalText({ digits, scale }: Decimal): string {
  const all = String(digits < 0n ? -digits : digits).padStart(scale + 1, '0');
  const text = scale === 0 ? all : `${all.slice(0, -scale)}.${all.slice(-scale)}`.replace(/\.?0+$/, '');
  return digits < 0n ? `-${text}` : text;
}

/**
 * A short plain decimal that is not negative as a whole number of ten to the power of minus `places`: the common case,
 * read without big integers. Null where it is longer than fifteen digits in all, or not such a text; {@link
 * parseDecimal} tells why.
 * @example quickDecimal('8.25', 3) // 8250
 */
export function quickDecimal(text: string, places: number): number | null {
  let [digits, decimals, value] = [0, -1, 0];
  for (let i = 0; i < text.length; i += 1) {
    const code = text.charCodeAt(i);
    if (code === 46 && decimals < 0 && digits > 0) decimals = 0;
    else if (code < 48 || code > 57) return null;
    else {
      value = value * 10 + (code - 48);
      digits += 1;
      if (decimals >= 0) decimals += 1;
    }
  }
  if (digits === 0 || decimals === 0 || decimals > places) return null;
  const missing = places - Math.max(0, decimals);
  return digits + missing > 15 ? null : value * (powers[missing] ?? Number.NaN);
}

const powers = [1, 10, 100, 1000, 10_000];
