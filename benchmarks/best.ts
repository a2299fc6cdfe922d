/** The least time of several runs, in milliseconds, each made ready first: the machine's other work only ever adds. */
export function bestOf(runs: number, ready: (run: number) => () => void): number {
  let least = Number.POSITIVE_INFINITY;
  for (let run = 0; run < runs; run += 1) {
    const work = ready(run);
    const began = performance.now();
    work();
    least = Math.min(least, performance.now() - began);
  }
  return least;
}

/** The same of what needs nothing made ready. */
export const best = (runs: number, work: () => void): number => bestOf(runs, () => work);
