import { type Costing, hair } from './costing.ts';
import { deliveryFloor } from './delivery-floor.ts';
import type { Field, Left } from './field.ts';
import { askedOf, type Candidate, goesDownTo } from './live.ts';

/** So many order offers are put together in every way. */
const mostOrders = 12;

/** Values from one on, to before another. */
export interface Window {
  readonly from: number;
  readonly before: number;
}

/** What order and delivery offers can make of goods that others left. */
export interface Outlook {
  /** Goods left at so much come to no less; looked at closely only where a rough look stays within `bar`. */
  at(goods: number, bar: number): number;
  /** How many offers it takes at the least for goods left at so much to come to no more than `bar`. */
  offersFor(goods: number, bar: number): number;
  /** Goods left at so much or more come to no less. */
  from(goods: number): number;
  /** Where goods have to be left to come to no more than `bar`; outside they come to more. Rising, apart. */
  windows(bar: number): readonly Window[];
  /** Whether less left may be more paid: some offer asks for a value after discounts, or some lane turns free by it. */
  readonly bends: boolean;
}

/**
 * The outlook beside a set in hand that has no order or delivery offers, by the list of those that may still be used.
 * An ask of a part of the basket is taken as one of the whole, and of either/or only what lots say: so it is never
 * above what a set costs.
 */
export function outlookOn(
  field: Field,
  list: readonly number[],
  left: Left,
  costing: Costing,
  moreGifts: boolean,
): Outlook {
  const { orders, deliveries } = partedBySort(field, list);
  /** From each of these on more order offers act. */
  const edges = [...new Set([0, ...orders.flat().flatMap(turnsOfOrder)])].sort((a, b) => a - b);
  const slack = costing.tax ? field.lines.length / 2 : 0;
  const paying = payingBy(levelsOf(deliveries, left, costing, moreGifts), costing.tax?.least ?? 0, slack);

  const rough = new Map<number, number>();
  const close = new Map<number, number>();
  let counts = { bar: Number.NaN, known: new Map<number, number>() };
  return {
    bends: edges.length > 1 || paying.levels.length > 1,
    at(goods, bar) {
      const cost = remembered(rough, goods, () =>
        paying.from(
          leastLeft(orders, goods, (one) => orderOffAt(one, goods)),
          goods,
        ),
      );
      return cost > bar || orders.length > mostOrders
        ? cost
        : remembered(close, goods, () => closely(orders, paying, goods));
    },
    offersFor(goods, bar) {
      if (orders.length > mostOrders) return 0;
      if (counts.bar !== bar) counts = { bar, known: new Map() };
      return remembered(counts.known, goods, () => fewest(orders, paying, goods, bar));
    },
    from(goods) {
      let lowest = atLeast(orders, paying, goods);
      for (const turn of edges) if (turn > goods) lowest = Math.min(lowest, atLeast(orders, paying, turn));
      return lowest;
    },
    windows(bar) {
      const above = (goods: number) => atLeast(orders, paying, goods) > bar;
      return edges.flatMap((from, k) => windowBelow(above, from, edges[k + 1] ?? field.setting.goods + 1));
    },
  };
}

/** Order offers of which one at the most acts. */
type Lot = readonly Candidate[];

function partedBySort(field: Field, list: readonly number[]): { orders: Lot[]; deliveries: Candidate[] } {
  const lots = new Map<number, Candidate[]>();
  const deliveries: Candidate[] = [];
  for (const i of list) {
    const candidate = field.candidates[i] as Candidate;
    if (candidate.sort === 'delivery') deliveries.push(candidate);
    else lots.set(field.lotOf[i] as number, [...(lots.get(field.lotOf[i] as number) ?? []), candidate]);
  }
  return { orders: [...lots.values()], deliveries };
}

/** What delivery costs at the least where so much or more is left in all. */
interface Level {
  readonly from: number;
  /** With all its offers that act by then, and with none. */
  readonly delivery: number;
  readonly bare: number;
  /** What each of them saves at the most beside any others, the most first. */
  readonly wants: readonly number[];
}

/** From so much left in all, delivery costs no less than this: more of its offers act, more lanes turn free. */
function levelsOf(deliveries: readonly Candidate[], left: Left, costing: Costing, moreGifts: boolean): Level[] {
  const inHand = deliveryFloor(costing, costing.carriage, left);
  const alike = costing.gifts !== 'any' || left.gifts.length === 0;
  return [...new Set([0, ...deliveries.map(askedOf), ...costing.turns])]
    .sort((a, b) => a - b)
    .map((from) => {
      const acting = deliveries.filter((one) => askedOf(one) <= from);
      const floors = alike ? [inHand, deliveryFloor(costing, costing.carriageFrom(from), left)] : [inHand];
      const floorWith = (some: readonly Candidate[]) =>
        Math.max(...floors.map((floor) => floor(moreGifts, true, some)));
      const bare = floorWith([]);
      // One that goes down to a price may save all that others leave.
      const wants = acting
        .map((one) =>
          goesDownTo(one.offer)
            ? bare
            : Math.max(...floors.map((floor) => floor(moreGifts, true, []) - floor(moreGifts, true, [one]))),
        )
        .sort((a, b) => b - a);
      return { from, delivery: floorWith(acting), bare, wants };
    });
}

/** What is paid at the least, by what order offers leave. */
interface Paying {
  readonly levels: readonly Level[];
  readonly leastDelivery: number;
  levelAt(value: number): Level;
  /** Where so much is left in all. */
  at(value: number): number;
  /** Where so much is left, or up to `most`. */
  from(value: number, most: number): number;
}

function payingBy(levels: readonly Level[], tax: number, slack: number): Paying {
  function levelAt(value: number): Level {
    let k = levels.length - 1;
    while (k > 0 && (levels[k] as Level).from > value) k -= 1;
    return levels[k] as Level;
  }
  const at = (value: number): number => value + Math.max(0, value * tax - slack) + levelAt(value).delivery - hair;
  return {
    levels,
    leastDelivery: Math.min(...levels.map((level) => level.delivery)),
    levelAt,
    at,
    from(value, most) {
      let lowest = at(value);
      for (const { from } of levels) if (from > value && from <= most) lowest = Math.min(lowest, at(from));
      return lowest;
    },
  };
}

/** The least that order offers leave, by what each takes. */
function leastLeft(orders: readonly Lot[], goods: number, offOf: (one: Candidate) => number): number {
  let most = 0;
  for (const lot of orders) {
    let dearest = 0;
    for (const one of lot) dearest = Math.max(dearest, offOf(one));
    most += dearest;
  }
  return Math.max(0, goods - most);
}

/** What the offers of each lot take, the most first, and what lots take at the most from each on. */
function offsAt(orders: readonly Lot[], goods: number): { offs: number[][]; after: number[] } {
  const offs = orders.map((lot) =>
    lot
      .map((one) => orderOffAt(one, goods))
      .filter((off) => off > 0)
      .sort((a, b) => b - a),
  );
  return { offs, after: offs.map((_, k) => offs.slice(k).reduce((sum, lot) => sum + (lot[0] ?? 0), 0)) };
}

/** The least paid by every way to put order offers together, each lot's largest tried first. */
function closely(orders: readonly Lot[], paying: Paying, goods: number): number {
  const { offs, after } = offsAt(orders, goods);
  let lowest = Number.POSITIVE_INFINITY;
  function take(k: number, remains: number): void {
    if (Math.max(0, remains - (after[k] ?? 0)) + paying.leastDelivery >= lowest) return;
    const lot = offs[k];
    if (!lot) lowest = Math.min(lowest, paying.at(Math.max(0, remains)));
    else for (const off of [...lot, 0]) take(k + 1, remains - off);
  }
  take(0, goods);
  return lowest;
}

/** The same for the fewest offers within a bar. */
function fewest(orders: readonly Lot[], paying: Paying, goods: number, bar: number): number {
  const { offs, after } = offsAt(orders, goods);
  let count = Number.POSITIVE_INFINITY;
  function take(k: number, remains: number, used: number): void {
    if (used >= count || Math.max(0, remains - (after[k] ?? 0)) + paying.leastDelivery > bar) return;
    const lot = offs[k];
    const value = Math.max(0, remains);
    if (lot) for (const off of [...lot, 0]) take(k + 1, remains - off, off > 0 ? used + 1 : used);
    else if (paying.at(value) <= bar) count = Math.min(count, used + deliveriesFor(paying.levelAt(value), value, bar));
  }
  take(0, goods, 0);
  return count;
}

/** How many delivery offers it takes at the least to stay within a bar with so much left in all. */
function deliveriesFor({ bare, wants }: Level, value: number, bar: number): number {
  let missing = value + bare - bar;
  let count = 0;
  while (missing > 0 && count < wants.length) {
    missing -= wants[count] as number;
    count += 1;
  }
  return count;
}

/** Between two edges goods come to the more the more they are, but for the rounding of shares, half a unit each way. */
function atLeast(orders: readonly Lot[], paying: Paying, goods: number): number {
  const remains = leastLeft(orders, goods, (one) => unroundedOffAt(one, goods));
  return paying.from(Math.max(0, remains - orders.length / 2), Number.POSITIVE_INFINITY);
}

/** The stretch from one value on, to before another, that is not above the bar: it ends where it once is. */
function windowBelow(above: (goods: number) => boolean, from: number, to: number): Window[] {
  if (from >= to || above(from)) return [];
  let [within, beyond] = [from, to];
  while (beyond - within > 1) {
    const middle = Math.floor((within + beyond) / 2);
    if (above(middle)) beyond = middle;
    else within = middle;
  }
  return [{ from, before: beyond }];
}

function remembered(known: Map<number, number>, key: number, work: () => number): number {
  const before = known.get(key);
  if (before !== undefined) return before;
  const value = work();
  known.set(key, value);
  return value;
}

/** The values of goods left from which an order offer takes more at a stroke. */
function turnsOfOrder(candidate: Candidate): readonly number[] {
  const { benefit, kind } = candidate.offer;
  return [askedOf(candidate), ...(kind.sort === 'order' ? kind.turns(benefit) : [])].filter((value) => value > 0);
}

/** What an order offer takes at the most where goods offers left exactly so much. */
function orderOffAt(candidate: Candidate, goods: number): number {
  const { benefit, kind, limits } = candidate.offer;
  if (kind.sort !== 'order' || askedOf(candidate) > goods) return 0;
  return Math.min(kind.mostAt(benefit, goods, candidate.most), limits.most ?? Number.POSITIVE_INFINITY);
}

/** The same, a share of the order not rounded. */
function unroundedOffAt(candidate: Candidate, goods: number): number {
  const { benefit, kind, limits } = candidate.offer;
  const share = kind.sort === 'order' ? kind.share(benefit) : null;
  if (share === null) return orderOffAt(candidate, goods);
  const { digits, scale } = share;
  return askedOf(candidate) > goods
    ? 0
    : Math.min((goods * Number(digits)) / (100 * 10 ** scale), limits.most ?? Number.POSITIVE_INFINITY);
}
