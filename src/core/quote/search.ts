import type { Decimal } from '../exact/index.ts';
import { applyOffer, type Field, type Left, orderOff } from './field.ts';
import { type Candidate, deliveryWant, offOf } from './live.ts';

/** A set of candidates, by their places in the field, and what the shopper pays with it, gifts' worth taken off. */
export interface Found {
  /** In the field's order. */
  readonly used: readonly number[];
  readonly cost: number;
}

/** What a search came to: the best set it found, and what no set that it did not look at costs less than (infinite where it looked at all). */
export interface Searched {
  readonly found: Found | null;
  readonly open: number;
}

/** Delivery beside the set in hand: its charge after step 4, what free delivery waives, what stays; a charge below 0 is refused. */
export interface Carriage {
  rate: number;
  waivable: number;
  stays: number;
}

/** What a search asks of the service it is for. */
export interface Costing {
  /** What the set in hand costs, gifts' worth taken off; not a number where it cannot be used so. */
  cost(left: Left): number;
  /** Delivery beside the set in hand, as the last call of {@link cost} had it. */
  readonly carriage: Carriage;
  /** Whether delivery costs the same whatever discounts are used; else whether it costs no less the more are used. */
  readonly discounts: 'no matter' | 'only dearer' | 'any';
  /** The same of gifts. */
  readonly gifts: 'no matter' | 'only dearer' | 'any';
  /** The least and the largest tax rate added to lines, and that added to delivery; null where none is added. */
  readonly tax: { readonly least: number; readonly most: number; readonly delivery: number } | null;
}

/** Nodes looked at before a search is broken off: a count, never a clock, so that the same question always has the same answer. */
export const patience = 20_000;

/**
 * Among sets of candidates that may be used together, the one that leaves the shopper paying least; ties go to fewer offers,
 * then to the set whose first differing offer stands earlier in the book. Exact: branch and bound, gifts first, then goods,
 * order and delivery offers. A branch is left only where what its candidates could save at the most cannot beat what is
 * known. Sets that cost more than `bar` need not be found. `left` is the basket untouched, and is so again at the end. After
 * so many nodes it is broken off, and says what it left open.
 */
export function bestOf(field: Field, left: Left, list: readonly number[], costing: Costing, known: Found | null, bar = Number.POSITIVE_INFINITY, nodes = patience): Searched {
  const { candidates, joins } = field;
  const n = candidates.length;
  const bounding = boundsFor(field, costing);
  const used: number[] = [];
  let best = known;
  let bestCost = known?.cost ?? bar;
  let looked = 0;
  let open = Number.POSITIVE_INFINITY;

  function consider(cost: number): void {
    if (Number.isNaN(cost) || cost > bestCost) return;
    if (best && cost === bestCost && !goesBefore(field, used, best.used)) return;
    best = { used: [...used], cost };
    bestCost = cost;
  }

  function visit(rest: readonly number[]): void {
    const cost = costing.cost(left);
    consider(cost);
    if (rest.length === 0) return;
    const { floors, most } = bounding(rest, left);
    for (let k = 0; k < rest.length; k += 1) {
      const floor = floors[k] as number;
      // The later in the list, the fewer candidates are left: floors only rise.
      if (floor > bestCost) return;
      if (floor === bestCost && best && !mayTie(best, cost, rest, k, most)) continue;
      looked += 1;
      if (looked > nodes) {
        open = Math.min(open, floor);
        return;
      }
      const i = rest[k] as number;
      const took = applyOffer(field, candidates[i] as Candidate, left);
      if (!took) continue;
      used.push(i);
      const next: number[] = [];
      for (let m = k + 1; m < rest.length; m += 1) if (joins[i * n + (rest[m] as number)] === 1) next.push(rest[m] as number);
      visit(next);
      used.pop();
      took.back();
    }
  }

  /** Whether a set that goes on from the one in hand by candidates from the k-th on may cost the same as the best and go before it. */
  function mayTie(than: Found, cost: number, rest: readonly number[], k: number, most: Float64Array | null): boolean {
    let least = used.length + 1;
    if (most && !Number.isNaN(cost)) {
      const missing = fewestFor(cost - than.cost, rest, k, most);
      if (missing === null) return false;
      least = used.length + Math.max(1, missing);
    }
    if (least !== than.used.length) return least < than.used.length;
    return mayGoBefore(than.used, rest, k);
  }

  /** Of sets of one size: whether one within reach may have the earliest offer that the two do not share. */
  function mayGoBefore(than: readonly number[], rest: readonly number[], k: number): boolean {
    const order = (i: number) => (candidates[i] as Candidate).offer.order;
    const reachable = new Set([...used, ...rest.slice(k)]);
    let [theirs, ours] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (const i of than) if (!reachable.has(i)) theirs = Math.min(theirs, order(i));
    for (const i of reachable) if (!than.includes(i)) ours = Math.min(ours, order(i));
    return ours < theirs || (theirs === Number.POSITIVE_INFINITY && ours < Number.POSITIVE_INFINITY);
  }

  visit(list);
  return { found: best, open };
}

/** Whether a set goes before one that costs the same: it uses fewer offers, else has the earliest that the two do not share. */
export function goesBefore({ candidates }: Field, a: readonly number[], b: readonly number[]): boolean {
  if (a.length !== b.length) return a.length < b.length;
  let [mine, theirs] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (const i of a) if (!b.includes(i)) mine = Math.min(mine, (candidates[i] as Candidate).offer.order);
  for (const i of b) if (!a.includes(i)) theirs = Math.min(theirs, (candidates[i] as Candidate).offer.order);
  return mine < theirs;
}

/** How many of a list, from the k-th on, it takes at the least to save so much; null where all together do not. */
function fewestFor(missing: number, rest: readonly number[], k: number, most: Float64Array): number | null {
  if (missing <= 0) return 0;
  const savings = rest.slice(k).map((_, m) => most[k + m] as number);
  savings.sort((a, b) => b - a);
  let sum = 0;
  for (let count = 0; count < savings.length; count += 1) {
    sum += savings[count] as number;
    if (sum >= missing) return count + 1;
  }
  return null;
}

/** What sets that go on from the one in hand may come to. */
interface Bounds {
  /** For each place in the list: no set that goes on by candidates from there on costs less. */
  readonly floors: Float64Array;
  /** What each candidate alone can save at the most; null where that is not bounded. */
  readonly most: Float64Array | null;
}

/** Bounds are worked with fractions of a smallest unit; this much is forgiven. */
const hair = 1e-6;

/**
 * Makes the function that bounds what candidates of a list may save beside a set in hand. Goods: line by line, of each lot
 * only the largest cut, no more than is left. Order: what is left of the goods is least when all goods offers act, and a
 * share or an amount off it leaves the more the more there is; only steps of spending look at more. Delivery: by its charge
 * beside the set in hand, where more offers make it no cheaper.
 */
function boundsFor(field: Field, costing: Costing): (rest: readonly number[], left: Left) => Bounds {
  const { candidates, lotOf, lines } = field;
  const n = candidates.length;
  const width = lines.length;
  const lotLine = new Float64Array(n * width);
  const lineSum = new Float64Array(width);
  const lotMost = new Float64Array(n);
  const least = costing.tax?.least ?? 0;
  const addedMost = 1 + (costing.tax?.most ?? 0);
  // Tax is rounded line by line.
  const slackTax = costing.tax ? width / 2 : 0;

  return (rest, left) => {
    const size = rest.length;
    const floors = new Float64Array(size);
    const most = new Float64Array(size);
    lineSum.fill(0);
    lotLine.fill(0);
    lotMost.fill(0);
    const orders: number[] = [];
    const deliveries: Candidate[] = [];
    let [gifts, cuts] = [false, false];
    let [byLine, byLot] = [0, 0];
    let worth = 0;
    const delivered = deliveryFloor(costing, left);
    for (let k = size - 1; k >= 0; k -= 1) {
      const i = rest[k] as number;
      const candidate = candidates[i] as Candidate;
      const lot = lotOf[i] as number;
      switch (candidate.sort) {
        case 'gift':
          gifts = true;
          worth += raised(lotMost, lot, candidate.most);
          most[k] = candidate.most;
          break;
        case 'goods': {
          cuts = true;
          let whole = 0;
          for (const { line, amount } of candidate.cuts) {
            const room = left.lines[line] as number;
            whole += Math.min(amount, room);
            const more = raised(lotLine, lot * width + line, amount);
            if (more === 0) continue;
            const before = Math.min(room, lineSum[line] as number);
            lineSum[line] = (lineSum[line] as number) + more;
            byLine += Math.min(room, lineSum[line] as number) - before;
          }
          byLot += raised(lotMost, lot, whole);
          most[k] = whole;
          break;
        }
        case 'order':
          orders.push(i);
          most[k] = orderOff(field, candidate.offer, left, left.goods);
          break;
        case 'delivery':
          deliveries.push(candidate);
          most[k] = costing.carriage.rate >= 0 ? deliveryWant(candidate.offer, costing.carriage.rate).off + costing.carriage.waivable : 0;
          break;
      }
      // A share is rounded once each: half a unit each way.
      const slack = cuts ? orders.length / 2 : 0;
      most[k] = ((most[k] as number) + slack) * addedMost + (slackTax > 0 ? slackTax * 2 : 0);
      const goods = left.goods - Math.min(byLine, byLot);
      const remains = Math.max(0, leastBeside(field, orders, left, goods, cuts) - left.order - slack);
      const discounted = cuts || orders.length > 0;
      let floor = Number.POSITIVE_INFINITY;
      // What is left may be more than the least, and lets more delivery offers act.
      for (const level of levelsOf(deliveries, remains, left.goods, askedOf)) {
        const paid = level * (1 + least) - (costing.tax ? Math.min(slackTax, level * (1 + least)) : 0);
        const reached = deliveries.filter((one) => askedOf(one) <= level);
        floor = Math.min(floor, paid + delivered(gifts, discounted, reached));
      }
      floors[k] = Math.ceil(floor - left.worth - worth - hair);
    }
    const bounded = costing.discounts !== 'any' && (costing.gifts !== 'any' || !gifts);
    return { floors, most: bounded ? most : null };
  };
}

/** Raises an entry to at least a value; gives by how much. */
function raised(entries: Float64Array, at: number, value: number): number {
  const before = entries[at] as number;
  if (value <= before) return 0;
  entries[at] = value;
  return value - before;
}

/** The value after discounts that an offer asks for, of the whole or of a part of it: what is left has to be no less. */
function askedOf({ offer }: Candidate): number {
  let most = 0;
  for (const ask of offer.asks) if (ask.over === 'value' && ask.test === 'after') most = Math.max(most, ask.value);
  return most;
}

/** What may be left, from the least that it can be: that, and each value above it from which one more of some offers may act. */
function levelsOf<T>(offers: readonly T[], least: number, most: number, asked: (one: T) => number): readonly number[] {
  const levels = [least];
  for (const one of offers) {
    const value = asked(one);
    if (value > least && value <= most && !levels.includes(value)) levels.push(value);
  }
  return levels;
}

/**
 * The least that order offers of a list can leave of goods of at least `base`. An offer that asks for more acts only where
 * goods offers leave as much: the more of such offers act, the more is left to begin with. Between two such values an order
 * leaves the more the more there is.
 */
function leastBeside(field: Field, orders: readonly number[], left: Left, base: number, mayGrow: boolean): number {
  if (!mayGrow) return base - ordersOff(field, orders, left, base, mayGrow);
  const asked = (i: number) => askedOf(field.candidates[i] as Candidate);
  let least = Number.POSITIVE_INFINITY;
  for (const level of levelsOf(orders, base, left.goods, asked)) {
    const reached = orders.filter((i) => asked(i) <= level);
    least = Math.min(least, level - ordersOff(field, reached, left, level, mayGrow));
  }
  return least;
}

/** What order offers of a list can take off together at the most, of each lot only the largest, beside goods of at least `base`. */
function ordersOff(field: Field, orders: readonly number[], left: Left, base: number, mayGrow: boolean): number {
  if (orders.length === 0) return 0;
  let sum = 0;
  const lots = new Map<number, number>();
  for (const i of orders) {
    const { offer } = field.candidates[i] as Candidate;
    const { benefit, limits } = offer;
    // Where goods offers may still act, the base is not known: a share is bounded by itself, steps by what they reach now.
    const most = limits.most ?? Number.POSITIVE_INFINITY;
    const off =
      mayGrow && benefit.is === 'off order' ? Math.min(benefit.off.by === 'percent' ? shareOf(benefit.off.percent, base) : offOf(benefit.off, base), most) : orderOff(field, offer, left, base);
    const lot = field.lotOf[i] as number;
    const before = lots.get(lot) ?? 0;
    if (off > before) {
      lots.set(lot, off);
      sum += off - before;
    }
  }
  return sum;
}

const shareOf = (percent: Decimal, of: number): number => (of * Number(percent.digits)) / (100 * 10 ** percent.scale);

/** Makes the function that bounds what delivery costs beside sets that go on from the one in hand. */
function deliveryFloor(costing: Costing, left: Left): (gifts: boolean, discounts: boolean, deliveries: readonly Candidate[]) => number {
  const { rate, waivable, stays } = costing.carriage;
  const added = 1 + (costing.tax?.delivery ?? 0);
  return (gifts, discounts, deliveries) => {
    const any = (gifts && costing.gifts === 'any') || (discounts && costing.discounts === 'any');
    if (any) return 0;
    if (rate < 0) return Number.POSITIVE_INFINITY;
    const fixed = (!gifts || costing.gifts === 'no matter') && (!discounts || costing.discounts === 'no matter');
    let [off, waives, settles] = [0, false, true];
    for (const { offer } of [...left.delivering, ...deliveries]) {
      const want = deliveryWant(offer, rate);
      off += want.off;
      waives ||= fixed ? want.waives : offer.benefit.is === 'delivery' && offer.benefit.off.by === 'free';
      // At a higher charge, one that goes down to a price takes all the more.
      settles &&= !(offer.benefit.is === 'delivery' && offer.benefit.off.by === 'to');
    }
    const charge = fixed || settles || off === 0 ? Math.max(0, rate - off) : 0;
    const paid = charge + (waives ? 0 : waivable) + stays;
    return costing.tax ? Math.max(paid, paid * added - 0.5) : paid;
  };
}
