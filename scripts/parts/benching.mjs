// How benchmarks measure, and say what they did.

/** Milliseconds that some work takes. */
export async function timed(work) {
  const began = performance.now();
  await work();
  return performance.now() - began;
}
/** A line of what was measured. */
export const row = (name, value) => console.log(`${name.padEnd(64)} ${value}`);

/**
 * Tells how fast the machine is at the moment, as its pace may change by more than what one measures. Gives what the
 * loop came to, so that it has to be gone through.
 */
export function pace() {
  const began = performance.now();
  let sum = 0;
  for (let i = 0; i < 300_000_000; i += 1) sum += i % 7;
  row('the machine’s own pace now, a fixed loop on one processor', `${Math.round(performance.now() - began)} ms`);
  return sum;
}
