// How benchmarks measure, and say what they did.

/** Milliseconds that some work takes. */
export async function timed(work) {
  const began = performance.now();
  await work();
  return performance.now() - began;
}
/** A line of what was measured. */
export const row = (name, value) => console.log(`${name.padEnd(64)} ${value}`);
