import { type Mass, type Minor, minor } from '../../exact/index.ts';
import type { Charges, Run } from './runs.ts';

/** An amount for the first parcel and one for each further. */
export interface Line {
  readonly first: Minor;
  readonly further: Minor;
}

/**
 * What baskets of one, two … parcels are charged, at the least and the most, by their count less one: of these those
 * alone that a straight line may come to lie on, from either side.
 */
export interface Lots {
  readonly low: Hull;
  readonly high: Hull;
  readonly dearest: number;
}

export function lotsOf(lane: Charges, holds: Mass | null): Lots {
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
  let dearest = 0;
  const [below, above] = [new Hull(low, -1), new Hull(high, 1)];
  for (let at = 0; at < many; at += 1) {
    const [least, most] = [low[at] as number, high[at] as number];
    if (most < least) continue;
    dearest = Math.max(dearest, most);
    below.take(at);
    above.take(at);
  }
  return { low: below, high: above, dearest };
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
export function nearestLine(lots: Lots): Line {
  if (lots.low.size === 0) return { first: minor(0), further: minor(0) };
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
  return { first: minor(Math.max(0, Math.floor((least + most) / 2))), further: minor(further) };
}

/** The most by which a line leaves what is charged. */
export function leftBy({ low, high }: Lots, { first, further }: Line): Minor {
  if (low.size === 0) return minor(0);
  return minor(Math.max(high.farthest(further) - first, first - low.farthest(further)));
}
