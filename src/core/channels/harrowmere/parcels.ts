import { gram, type Mass, type Minor, minor, recalled } from '../../exact/index.ts';
import { type Line, leftBy, lotsOf, nearestLine } from './nearest-line.ts';
import { type Charges, isUneven, jumpsOf, parted, type Single } from './runs.ts';
import type { Aim } from './settings.ts';
import { usualLine } from './usual-line.ts';

/** What a lane charges by mass, and what it charges some of the goods that go by it, each alone. */
export interface Priced {
  readonly charges: Charges;
  readonly singles: readonly Single[];
  /** Masses by which the rate itself goes up. */
  readonly steps: readonly Mass[];
}

/** The amounts of a lane, and the most by which they leave what is meant. */
export interface Fit extends Line {
  readonly off: Minor;
}
export interface Parcels {
  /** What a parcel holds; null: one holds all. */
  readonly holds: Mass | null;
  readonly fits: readonly Fit[];
}

/** More parcels than these within the stated bounds are not tried. */
const mostParcels = 120;
/** More edges than these of one lane are not tried: of a rate in proportion to weight any are as good. */
const mostEdges = 24;

/**
 * What parcels hold, one size for all lanes of a plan, and the amounts of each lane: so that the greatest distance of
 * any order is least, then the sum of the lanes' greatest distances; or so that single goods are left least in all,
 * then any order. Of sizes that leave as much the largest. Tried are those at which an edge is a whole number of
 * parcels: between two of them the same charges meet each parcel, and more of them than at either end, so that for any
 * order there is no better one.
 */
export const bestParcels = (lanes: readonly Priced[], aim: Aim): Parcels =>
  parcelsOf(lanes, bestSize({ lanes: lanes.filter(({ charges }) => isUneven(charges)), aim }), aim);

/** The amounts of each lane at a size. */
export const parcelsOf = (lanes: readonly Priced[], holds: Mass | null, aim: Aim): Parcels => ({
  holds,
  fits: lanes.map((lane) => {
    const { first, further, off } = fitted({ ...lane, charges: parted(lane.charges) }, holds, aim);
    return { first, further, off };
  }),
});

/** The most that amounts for parcels of a size leave of what a lane charges. */
export const offIn = (charges: Charges, holds: Mass | null, line: Line): Minor =>
  charges.length === 0
    ? minor(0)
    : leftBy(
        lotsOf(
          [...charges].sort((a, b) => a.to - b.to),
          holds,
        ),
        line,
      );

/** Of lanes that are charged unevenly; those that are not follow any size. */
const bestSize = recalled(200, ({ lanes, aim }: { lanes: readonly Priced[]; aim: Aim }): Mass | null => {
  const uneven = [...new Map(lanes.map((lane) => [JSON.stringify(lane), lane])).values()].map((lane) => ({
    ...lane,
    charges: parted(lane.charges),
  }));
  const jumps = uneven.flatMap(({ charges }) => jumpsOf(charges));
  let best: Tried = { holds: null, score: scoreOf(uneven, null, aim, null) ?? [0, 0] };
  const tried = (holds: Mass): Tried | null => {
    const score = scoreOf(uneven, holds, aim, best.score);
    return score && { holds, score };
  };
  if (best.score[0] > 0)
    for (const holds of sizesOf(uneven)) {
      // A parcel that a jump lies within is charged differently by all of it: no line is nearer than half.
      if (aim === 'any order' && jumps.some(({ at, by }) => by > 2 * best.score[0] && at % holds !== 0)) continue;
      const one = tried(holds);
      if (one && isLess(one.score, best.score)) best = one;
      if (best.score[0] === 0) break;
    }
  if (best.holds === null) return null;
  // Of sizes by which single goods are left as little people would rather read one than have all orders nearer.
  const isAsGood = (score: Score | undefined) =>
    score?.[0] === best.score[0] && (aim === 'single goods' || score[1] === best.score[1]);
  const least = leastSize(uneven);
  return roundOnes(best.holds).find((one) => one >= least && isAsGood(tried(one)?.score)) ?? best.holds;
});

/** A size, and how much it leaves of all lanes: what is looked at first, and then. */
interface Tried {
  readonly holds: Mass | null;
  readonly score: Score;
}
type Score = readonly [number, number];
const isLess = (a: Score, b: Score): boolean => a[0] < b[0] || (a[0] === b[0] && a[1] < b[1]);

/** Sizes near one that people would rather read, the roundest first; none is finer than a book can have it. */
const roundOnes = (holds: Mass): Mass[] =>
  [1000, 500, 100, 50, 10, 5, 1, 0.1, 0.01, 0.001]
    .map((grams) => Math.round(grams * gram))
    .flatMap((lot) => [Math.floor(holds / lot) * lot, Math.ceil(holds / lot) * lot])
    .filter((mass): mass is Mass => mass > 0);

/** How much some lanes are left at a size; null where it is more than the best so far. */
function scoreOf(lanes: readonly Priced[], holds: Mass | null, aim: Aim, best: Score | null): Score | null {
  let [most, sum, usual] = [0, 0, 0];
  for (const lane of lanes) {
    const { off, left } = fitted(lane, holds, aim);
    most = Math.max(most, off);
    sum += off;
    usual += left;
    if (best && (aim === 'any order' ? most : usual) > best[0]) return null;
  }
  return aim === 'any order' ? [most, sum] : [usual, most];
}

/** The amounts of a lane at a size, and what they leave of single goods in all. */
function fitted(
  { charges, singles }: Pick<Priced, 'charges' | 'singles'>,
  holds: Mass | null,
  aim: Aim,
): Fit & { left: number } {
  const lots = lotsOf(charges, holds);
  const line =
    aim === 'any order' || singles.length === 0 ? { ...nearestLine(lots), left: 0 } : usualLine(singles, holds);
  return { ...line, off: leftBy(lots, line) };
}

/** The size of which the most parcels are looked at. */
const leastSize = (lanes: readonly Priced[]): number =>
  Math.ceil(Math.max(...lanes.flatMap(({ charges }) => charges.map(({ to }) => to))) / mostParcels);

/** Sizes at which some edge is a whole number of parcels, or as nearly as masses are counted; the largest first. */
function sizesOf(lanes: readonly Priced[]): Mass[] {
  const least = leastSize(lanes);
  const sizes = new Set<number>();
  for (const { charges, steps } of lanes) {
    // Of a run of one mass what lies just below it is no edge of its own.
    const edges = [...new Set(charges.flatMap(({ after, to }) => (to - after > 1 ? [after, to] : [to])))].filter(
      (edge) => edge > 0,
    );
    edges.sort((a, b) => a - b);
    for (const edge of new Set([...edges.slice(0, mostEdges), ...edges.slice(-1), ...steps]))
      for (let parcels = 1; edge >= least * parcels; parcels += 1) {
        sizes.add(Math.ceil(edge / parcels));
        if (edge >= (least + 1) * parcels) sizes.add(Math.floor(edge / parcels));
      }
  }
  return [...sizes].sort((a, b) => b - a) as Mass[];
}
