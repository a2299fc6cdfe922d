/** The largest of some whole numbers that are not negative; 0 of none. */
export const largest = (values: readonly bigint[]): bigint =>
  [0n, ...values].sort((a, b) => (a < b ? -1 : a > b ? 1 : 0)).at(-1) ?? 0n;

/**
 * a / b rounded to a whole number, half away from zero; b is positive.
 * @example divideRounded(5n, 2n) // 3n
 * @example divideRounded(-5n, 2n) // -3n
 */
export function divideRounded(a: bigint, b: bigint): bigint {
  const twice = 2n * (a < 0n ? -a : a) + b;
  const size = twice / (2n * b);
  return a < 0n ? -size : size;
}
