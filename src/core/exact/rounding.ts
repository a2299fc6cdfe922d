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
