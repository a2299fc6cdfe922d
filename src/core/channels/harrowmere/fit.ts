import { gram, type Mass, type Minor, minor } from '../../exact/index.ts';
import { stated } from '../bounds.ts';
import type { PlainRate } from '../plain.ts';

/**
 * A straight line in started lots of 250 g that stays as near to a table as one can, and the most by which it leaves
 * it.
 */
export interface Fit {
  readonly once: Minor;
  readonly per: Minor;
  readonly bound: Minor;
}

const lot = 250 * gram;

/**
 * The amount once and the amount a started 250 g with the least greatest distance from a table, over all masses the
 * table covers within the stated bounds. Whole minor units; of equal fits the one that rises less.
 */
export function fitLots(rate: PlainRate & { is: 'table' }): Fit {
  const reach = Math.min(stated.mass, rate.open ? stated.mass : (rate.edges.at(-1) ?? 0));
  const lots = Math.ceil(reach / lot);
  const low: number[] = [];
  const high: number[] = [];
  for (let k = 1; k <= lots; k += 1) {
    const within = rate.amounts.filter(
      (_, i) => (rate.edges[i] ?? Number.POSITIVE_INFINITY) > (k - 1) * lot && (rate.edges[i - 1] ?? 0) < k * lot,
    );
    low.push(Math.min(...within));
    high.push(Math.max(...within));
  }
  const dearest = Math.max(...high);
  let best: Fit | null = null;
  for (let per = 0; per <= dearest; per += 1) {
    let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (let i = 0; i < lots; i += 1) {
      least = Math.min(least, (low[i] ?? 0) - per * (i + 1));
      most = Math.max(most, (high[i] ?? 0) - per * (i + 1));
    }
    const once = Math.max(0, Math.floor((least + most) / 2));
    const bound = Math.max(most - once, once - least);
    if (!best || bound < best.bound) best = { once: minor(once), per: minor(per), bound: minor(bound) };
    // The greatest distance is convex in the slope: once it grows it only grows.
    else if (bound > best.bound) break;
  }
  return best ?? { once: minor(0), per: minor(0), bound: minor(0) };
}

/** The upper edges of the lots within the stated bounds. */
export const lotEdges = (): Mass[] =>
  Array.from({ length: Math.ceil(stated.mass / lot) }, (_, i) => ((i + 1) * lot) as Mass);
