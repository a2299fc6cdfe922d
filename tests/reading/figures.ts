/** Exact figures for the second reading: fractions of whole numbers, and the roundings of the page. */
export interface Fraction {
  readonly n: bigint;
  readonly d: bigint;
}

export const whole = (n: bigint | number): Fraction => ({ n: BigInt(n), d: 1n });
export const plus = (a: Fraction, b: Fraction): Fraction => ({ n: a.n * b.d + b.n * a.d, d: a.d * b.d });
export const times = (a: Fraction, b: Fraction): Fraction => ({ n: a.n * b.n, d: a.d * b.d });
export const over = (a: Fraction, b: Fraction): Fraction => ({ n: a.n * b.d, d: a.d * b.n });
export const compare = (a: Fraction, b: Fraction): number =>
  a.n * b.d < b.n * a.d ? -1 : a.n * b.d > b.n * a.d ? 1 : 0;

/** A figure as text. */
export function fraction(text: string): Fraction {
  const [before = '0', after = ''] = text.split('.');
  return { n: BigInt(before + after), d: 10n ** BigInt(after.length) };
}

/** Half away from zero; nothing here is below it. */
export const nearest = ({ n, d }: Fraction): bigint => (2n * n + d) / (2n * d);
export const up = ({ n, d }: Fraction): bigint => (n + d - 1n) / d;

const digits: Record<string, number> = { JPY: 0, KWD: 3 };
export const digitsOf = (currency: string): number => digits[currency] ?? 2;

/** An amount as smallest units of its currency. */
export function units(text: string, currency: string): bigint {
  const { n, d } = times(fraction(text), whole(10n ** BigInt(digitsOf(currency))));
  if (n % d !== 0n) throw new Error(`${text} ${currency} is no whole number of units`);
  return n / d;
}

export const percentOf = (amount: bigint, percent: string): Fraction =>
  times(whole(amount), over(fraction(percent), whole(100)));

/** Parts of a sum by weights, by largest remainder; of equal remainders the earlier part gets the unit. */
export function parts(sum: bigint, weights: readonly bigint[]): bigint[] {
  const all = weights.reduce((a, b) => a + b, 0n);
  if (sum === 0n || all === 0n) return weights.map(() => 0n);
  const given = weights.map((weight) => (sum * weight) / all);
  const rests = weights.map((weight) => (sum * weight) % all);
  let left = sum - given.reduce((a, b) => a + b, 0n);
  while (left > 0n) {
    let at = 0;
    rests.forEach((rest, i) => {
      if (rest > (rests[at] as bigint)) at = i;
    });
    given[at] = (given[at] as bigint) + 1n;
    rests[at] = -1n;
    left -= 1n;
  }
  return given;
}

const grams: Record<string, string> = { g: '1', kg: '1000', lb: '453.59237', oz: '28.349523125' };
export const massOf = (mass: { value: string; unit: string }): Fraction =>
  times(fraction(mass.value), fraction(grams[mass.unit] ?? '0'));
const millimetres: Record<string, string> = { mm: '1', cm: '10', in: '25.4' };
export const lengthOf = (value: string, unit: string): Fraction =>
  times(fraction(value), fraction(millimetres[unit] ?? '0'));
const cubic: Record<string, string> = { cm3: '1000', l: '1000000', in3: '16387.064' };
export const volumeOf = (value: string, unit: string): Fraction => times(fraction(value), fraction(cubic[unit] ?? '0'));
export const isMass = (unit: string): boolean => unit in grams;
export const isLength = (unit: string): boolean => unit in millimetres;
