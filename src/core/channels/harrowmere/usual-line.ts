import { type Mass, minor } from '../../exact/index.ts';
import type { Line } from './nearest-line.ts';
import type { Single } from './runs.ts';

/** So many baskets of so many parcels that are charged the same; `further`: parcels beyond the first. */
interface Point {
  readonly further: number;
  readonly charge: number;
  readonly weight: number;
}

/** A line, and by how much it leaves some baskets in all. */
export interface UsualLine extends Line {
  readonly left: number;
}

/**
 * The whole amounts by which baskets of single items are left least in all, of equal ones those that rise least. For a
 * rise the first amount is a median of what it would have to be for each basket; what is left is convex in the rise.
 */
export function usualLine(singles: readonly Single[], holds: Mass | null): UsualLine {
  const points = pointsOf(singles, holds);
  const dearest = Math.max(0, ...points.map(({ charge }) => charge));
  let [below, above] = [0, points.some(({ further }) => further > 0) ? dearest : 0];
  while (below < above) {
    const middle = (below + above) >> 1;
    if (atRise(points, middle + 1).left >= atRise(points, middle).left) above = middle;
    else below = middle + 1;
  }
  return atRise(points, below);
}

function pointsOf(singles: readonly Single[], holds: Mass | null): Point[] {
  const points = new Map<string, Point>();
  for (const { mass, charge } of singles) {
    const further = holds === null ? 0 : Math.max(0, Math.ceil(mass / holds) - 1);
    const key = `${further} ${charge}`;
    points.set(key, { further, charge, weight: (points.get(key)?.weight ?? 0) + 1 });
  }
  return [...points.values()];
}

function atRise(points: readonly Point[], rise: number): UsualLine {
  const firsts = points.map(({ further, charge, weight }) => ({ at: charge - further * rise, weight }));
  firsts.sort((a, b) => a.at - b.at);
  const half = firsts.reduce((sum, { weight }) => sum + weight, 0) / 2;
  let passed = 0;
  const median = firsts.find(({ weight }) => {
    passed += weight;
    return passed >= half;
  });
  const first = Math.max(0, median?.at ?? 0);
  const left = firsts.reduce((sum, { at, weight }) => sum + weight * Math.abs(at - first), 0);
  return { first: minor(first), further: minor(rise), left };
}
