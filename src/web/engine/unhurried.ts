import type { Pace } from '../../core/plan/index.ts';

/** Milliseconds between two words of how far a piece of work is. */
const apart = 250;

/** The same pace, told four times a second at most: each word costs the page a drawing of its own. */
export function unhurried(pace: Pace): Pace {
  let told = Number.NEGATIVE_INFINITY;
  return (done, all) => {
    const now = performance.now();
    if (now - told < apart) return;
    told = now;
    pace(done, all);
  };
}
