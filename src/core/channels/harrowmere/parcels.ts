import { gram, type Mass, type Minor, minor, recalled } from '../../exact/index.ts';

/** A run of masses, above `after` and up to `to`, and the least and the most that is charged somewhere in it. */
export interface Run {
  readonly after: number;
  readonly to: number;
  readonly least: number;
  readonly most: number;
}
/** What a lane charges, over all masses it takes within the stated bounds. Runs may overlap. */
export type Charges = readonly Run[];

/** An amount for the first parcel and one for each further, and the most by which they leave what is meant. */
export interface Fit {
  readonly first: Minor;
  readonly further: Minor;
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
const mostEdges = 12;

/**
 * What parcels hold, one size for all lanes of a plan, so that the greatest distance of any lane is least, then the sum
 * of their distances; of sizes alike the largest. Only sizes at which an edge is a whole number of parcels need be
 * tried: between two of them the same charges meet each parcel, and more of them than at either end.
 */
export function bestParcels(lanes: readonly Charges[]): Parcels {
  const holds = bestSize(lanes.filter(isUneven));
  return { holds, fits: lanes.map((lane) => lineThrough(lotsOf(parted(lane), holds))) };
}

/** Of lanes that are charged unevenly; those that are not follow any size. */
const bestSize = recalled(200, (lanes: readonly Charges[]): Mass | null => {
  const uneven = [...new Map(lanes.map((lane) => [JSON.stringify(lane), parted(lane)])).values()];
  const jumps = uneven.flatMap(jumpsOf).sort((a, b) => b.by - a.by);
  let best: Tried = { holds: null, score: scoreOf(uneven, null, null) ?? none };
  const tried = (holds: Mass): Tried | null => {
    const score = scoreOf(uneven, holds, best.score);
    return score && { holds, score };
  };
  if (best.score.most > 0)
    for (const holds of sizesOf(uneven)) {
      // A parcel that a jump lies within is charged differently by all of it: no line is nearer than half.
      if (jumps.some(({ at, by }) => by > 2 * best.score.most && at % holds !== 0)) continue;
      const one = tried(holds);
      if (one && isBetter(one.score, best.score)) best = one;
      if (best.score.most === 0) break;
    }
  if (best.holds === null) return null;
  return roundOnes(best.holds).find((one) => isAlike(tried(one), best)) ?? best.holds;
});

/** A size, and how far it leaves all lanes. */
interface Tried {
  readonly holds: Mass | null;
  readonly score: Score;
}
const isAlike = (a: Tried | null, { score }: Tried): boolean =>
  a?.score.most === score.most && a.score.sum === score.sum;

/** Sizes near one that people would rather read, the roundest first. */
const roundOnes = (holds: Mass): Mass[] =>
  [1000, 500, 100, 50, 10, 5, 1]
    .flatMap((grams) =>
      [Math.floor(holds / (grams * gram)), Math.ceil(holds / (grams * gram))].map((one) => one * grams),
    )
    .filter((grams) => grams > 0)
    .map((grams) => (grams * gram) as Mass);

interface Score {
  readonly most: number;
  readonly sum: number;
}
const none: Score = { most: 0, sum: 0 };
const isBetter = (a: Score, b: Score): boolean => a.most < b.most || (a.most === b.most && a.sum < b.sum);

const isUneven = (lane: Charges): boolean =>
  lane.some(({ least, most }) => least !== most || least !== (lane[0] as Run).least);

/** The same in runs that do not overlap. */
function parted(lane: Charges): Charges {
  const edges = [...new Set(lane.flatMap(({ after, to }) => [after, to]))].sort((a, b) => a - b);
  return edges.flatMap((to, i): Run[] => {
    const after = edges[i - 1];
    const here = after === undefined ? [] : lane.filter((run) => run.after <= after && to <= run.to);
    if (after === undefined || here.length === 0) return [];
    const [least, most] = [Math.min(...here.map((run) => run.least)), Math.max(...here.map((run) => run.most))];
    return [{ after, to, least, most }];
  });
}

/** By how much a charge differs on both sides of a mass. */
const jumpsOf = (lane: Charges): { at: number; by: number }[] =>
  lane.flatMap((run, i) => {
    const next = lane[i + 1];
    if (next?.after !== run.to) return [];
    return [{ at: run.to, by: Math.max(run.most, next.most) - Math.min(run.least, next.least) }];
  });

/** How far some lanes are left at a size; null where one is farther than the best so far. */
function scoreOf(lanes: readonly Charges[], holds: Mass | null, best: Score | null): Score | null {
  let [most, sum] = [0, 0];
  for (const lane of lanes) {
    const lots = lotsOf(lane, holds);
    // No line is nearer than half of what one parcel is charged differently for.
    if (best && lots.widest > 2 * best.most) return null;
    const { off } = lineThrough(lots);
    most = Math.max(most, off);
    sum += off;
    if (best && most > best.most) return null;
  }
  return { most, sum };
}

/** Sizes at which some edge is a whole number of parcels, or as nearly as masses are counted; the largest first. */
function sizesOf(lanes: readonly Charges[]): Mass[] {
  const reach = Math.max(...lanes.flatMap((lane) => lane.map(({ to }) => to)));
  const least = Math.ceil(reach / mostParcels);
  const sizes = new Set<number>();
  for (const lane of lanes) {
    const edges = [...new Set(lane.flatMap(({ after, to }) => [after, to]))].filter((edge) => edge > 0);
    edges.sort((a, b) => a - b);
    for (const edge of [...edges.slice(0, mostEdges), ...edges.slice(-1)])
      for (let parcels = 1; edge >= least * parcels; parcels += 1) {
        sizes.add(Math.ceil(edge / parcels));
        if (edge >= (least + 1) * parcels) sizes.add(Math.floor(edge / parcels));
      }
  }
  return [...sizes].sort((a, b) => b - a) as Mass[];
}

/**
 * What baskets of one, two … parcels are charged, at the least and the most, by their count less one: of these those
 * alone that a straight line may come to lie on, from either side.
 */
interface Lots {
  readonly low: Hull;
  readonly high: Hull;
  /** The most by which one count of parcels is charged differently. */
  readonly widest: number;
  readonly dearest: number;
}

function lotsOf(lane: Charges, holds: Mass | null): Lots {
  const many = holds === null ? 1 : Math.ceil((lane.at(-1) as Run).to / holds);
  const low = new Float64Array(many).fill(Number.POSITIVE_INFINITY);
  const high = new Float64Array(many).fill(Number.NEGATIVE_INFINITY);
  for (const { after, to, least, most } of lane) {
    const [from, until] = holds === null ? [0, 0] : [Math.floor(after / holds), Math.ceil(to / holds) - 1];
    for (let at = from; at <= until; at += 1) {
      if (least < (low[at] as number)) low[at] = least;
      if (most > (high[at] as number)) high[at] = most;
    }
  }
  let [widest, dearest] = [0, 0];
  const [below, above] = [new Hull(low, -1), new Hull(high, 1)];
  for (let at = 0; at < many; at += 1) {
    const [least, most] = [low[at] as number, high[at] as number];
    if (most < least) continue;
    widest = Math.max(widest, most - least);
    dearest = Math.max(dearest, most);
    below.take(at);
    above.take(at);
  }
  return { low: below, high: above, widest, dearest };
}

/** The points of a row of charges that no line between two others passes, on one side of it. */
class Hull {
  readonly #charges: Float64Array;
  readonly #side: 1 | -1;
  readonly #counts: Int32Array;
  #size = 0;

  constructor(charges: Float64Array, side: 1 | -1) {
    this.#charges = charges;
    this.#side = side;
    this.#counts = new Int32Array(charges.length);
  }

  get size(): number {
    return this.#size;
  }

  /** Takes the charge of a count, larger than all before. */
  take(count: number): void {
    const [charges, counts] = [this.#charges, this.#counts];
    while (this.#size > 1) {
      const [a, b] = [counts[this.#size - 2] as number, counts[this.#size - 1] as number];
      const [first, last, next] = [charges[a] as number, charges[b] as number, charges[count] as number];
      if (((last - first) * (count - a) - (next - first) * (b - a)) * this.#side > 0) break;
      this.#size -= 1;
    }
    counts[this.#size] = count;
    this.#size += 1;
  }

  /** What the first amount would have to be for the point that a rise leaves farthest out. */
  farthest(further: number): number {
    let found = Number.NEGATIVE_INFINITY * this.#side;
    for (let i = 0; i < this.#size; i += 1) {
      const count = this.#counts[i] as number;
      const first = (this.#charges[count] as number) - count * further;
      if ((first - found) * this.#side > 0) found = first;
    }
    return found;
  }
}

/**
 * The whole amounts whose greatest distance is least, of equal ones those that rise less. For a rise the nearest first
 * amount is known, and how far it leaves is convex in the rise: the least is found by halving.
 */
function lineThrough(lots: Lots): Fit {
  if (lots.low.size === 0) return { first: minor(0), further: minor(0), off: minor(0) };
  /** Twice the distance that is left by a rise, were half cents to be had. */
  const left = (further: number): number => {
    const [least, most] = [lots.low.farthest(further), lots.high.farthest(further)];
    return least + most >= 0 ? most - least : -2 * least;
  };
  let [below, above] = [0, lots.dearest];
  while (below < above) {
    const middle = (below + above) >> 1;
    if (left(middle + 1) >= left(middle)) above = middle;
    else below = middle + 1;
  }
  const off = Math.ceil(left(below) / 2);
  // Of rises that leave as little the least.
  let [flatter, further] = [0, below];
  while (flatter < further) {
    const middle = (flatter + further) >> 1;
    if (Math.ceil(left(middle) / 2) <= off) further = middle;
    else flatter = middle + 1;
  }
  const [least, most] = [lots.low.farthest(further), lots.high.farthest(further)];
  const first = Math.max(0, Math.floor((least + most) / 2));
  return { first: minor(first), further: minor(further), off: minor(Math.max(most - first, first - least)) };
}
