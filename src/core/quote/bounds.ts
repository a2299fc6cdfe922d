import { type Costing, hair } from './costing.ts';
import { deliveryFloor } from './delivery-floor.ts';
import { type Field, type Left, orderOff } from './field.ts';
import { askedOf, type Candidate, deliveryWant, ranks } from './live.ts';
import { type Outlook, outlookOn } from './outlook.ts';

/** What sets that go on from the one in hand may come to. */
export interface Bounds {
  /** For each place in the list: no set that goes on by candidates from there on costs less. */
  readonly floors: Float64Array;
  /** How many more order and delivery offers it takes at the least to come to the bar, where that is their floor. */
  readonly fewest: number;
  /** Where the list's goods offers stand, and those of the order and of delivery. */
  readonly goodsAt: number;
  readonly orderAt: number;
  /** What order and delivery offers can make of what goods offers leave; null where some are in hand. */
  readonly outlook: Outlook | null;
  /** What each candidate alone can save at the most; null where that is not bounded. */
  most(): Float64Array | null;
}

/**
 * Makes the function that bounds what candidates of a list may save beside a set in hand. Goods: line by line, of each
 * lot
 * only the largest cut, no more than is left. Order and delivery: by the outlook on what goods offers leave, then by
 * what is
 * left in fact.
 */
export function boundsFor(
  field: Field,
  costing: Costing,
): (rest: readonly number[], left: Left, bar: number) => Bounds {
  const { candidates, lotOf, lines } = field;
  const n = candidates.length;
  const width = lines.length;
  const lotLine = new Float64Array(n * width);
  const lineSum = new Float64Array(width);
  const lotMost = new Float64Array(n);
  const addedMost = 1 + (costing.tax?.most ?? 0);
  // Tax is rounded line by line.
  const slackTax = costing.tax ? width / 2 : 0;
  const taxed = (value: number) => value + Math.max(0, value * (costing.tax?.least ?? 0) - slackTax);
  const outlooks = new Map<string, Outlook>();

  /** The outlook by the order and delivery offers that may still be used beside the set in hand. */
  function outlookBeside(rest: readonly number[], left: Left, moreGifts: boolean): Outlook {
    const { rate, waivable, stays } = costing.carriage;
    const tail = rest.slice(placeOf(rest, 'order'));
    const key = `${moreGifts} ${rate} ${waivable} ${stays} ${tail.join(' ')}`;
    let outlook = outlooks.get(key);
    if (!outlook) {
      outlook = outlookOn(field, tail, left, costing, moreGifts);
      outlooks.set(key, outlook);
    }
    return outlook;
  }

  /** The first place in a list of a candidate of a sort, or of one that comes later. */
  function placeOf(rest: readonly number[], sort: Candidate['sort']): number {
    const at = rest.findIndex((i) => ranks[(candidates[i] as Candidate).sort] >= ranks[sort]);
    return at < 0 ? rest.length : at;
  }

  /** Order and delivery offers, the last first: what is left of the goods is known. */
  function floorsOfTail(floors: Float64Array, rest: readonly number[], from: number, left: Left): void {
    const delivered = deliveryFloor(costing, costing.carriage, left);
    const deliveries: Candidate[] = [];
    lotMost.fill(0);
    let [off, discounted] = [0, false];
    for (let k = rest.length - 1; k >= from; k -= 1) {
      const i = rest[k] as number;
      const candidate = candidates[i] as Candidate;
      if (candidate.sort === 'delivery') deliveries.push(candidate);
      else {
        discounted = true;
        off += raised(lotMost, lotOf[i] as number, orderOff(field, candidate.offer, left, left.goods));
      }
      const remains = Math.max(0, left.goods - left.order - off);
      let floor = Number.POSITIVE_INFINITY;
      // What is left may be more than the least, and lets more delivery offers act.
      for (const level of levelsOf(deliveries, remains, left.goods)) {
        const reached = deliveries.filter((one) => askedOf(one) <= level);
        floor = Math.min(floor, taxed(level) + delivered(false, discounted, reached));
      }
      floors[k] = Math.ceil(floor - left.worth - hair);
    }
  }

  /** Goods offers, the last first: what they can leave at the least, and what comes of it. */
  function floorsOfGoods(
    floors: Float64Array,
    rest: readonly number[],
    from: number,
    to: number,
    left: Left,
    outlook: Outlook,
  ): void {
    lineSum.fill(0);
    lotLine.fill(0);
    lotMost.fill(0);
    let [byLine, byLot] = [0, 0];
    for (let k = to - 1; k >= from; k -= 1) {
      const i = rest[k] as number;
      const lot = lotOf[i] as number;
      let whole = 0;
      for (const { line, amount } of (candidates[i] as Candidate).cuts) {
        const room = left.lines[line] as number;
        whole += Math.min(amount, room);
        const more = raised(lotLine, lot * width + line, amount);
        if (more === 0) continue;
        const before = Math.min(room, lineSum[line] as number);
        lineSum[line] = (lineSum[line] as number) + more;
        byLine += Math.min(room, lineSum[line] as number) - before;
      }
      byLot += raised(lotMost, lot, whole);
      floors[k] = Math.ceil(outlook.from(left.goods - Math.min(byLine, byLot)) - left.worth - hair);
    }
  }

  /** Gifts, the last first: each is worth what it is worth, beside whatever goods offers can leave. */
  function floorsOfGifts(floors: Float64Array, rest: readonly number[], to: number, goodsTo: number, left: Left): void {
    const outlook = outlookBeside(rest, left, true);
    const most = Math.min(
      lineSum.reduce((sum, one, line) => sum + Math.min(one, left.lines[line] as number), 0),
      left.goods,
    );
    const floor = goodsTo > to ? outlook.from(left.goods - most) : outlook.at(left.goods, Number.NEGATIVE_INFINITY);
    let worth = 0;
    lotMost.fill(0);
    for (let k = to - 1; k >= 0; k -= 1) {
      const i = rest[k] as number;
      worth += raised(lotMost, lotOf[i] as number, (candidates[i] as Candidate).most);
      floors[k] = Math.ceil(floor - left.worth - worth - hair);
    }
  }

  function mostOf(rest: readonly number[], left: Left): Float64Array | null {
    if (costing.discounts === 'any' || (costing.gifts === 'any' && placeOf(rest, 'goods') > 0)) return null;
    // A share is rounded once each: half a unit each way.
    const orderAt = placeOf(rest, 'order');
    const slack = orderAt > placeOf(rest, 'goods') ? (placeOf(rest, 'delivery') - orderAt) / 2 : 0;
    return Float64Array.from(
      rest,
      (i) => (savedBy(candidates[i] as Candidate, left) + slack) * addedMost + slackTax * 2,
    );
  }

  /** What a candidate alone can save at the most beside the set in hand. */
  function savedBy({ sort, offer, most, cuts }: Candidate, left: Left): number {
    switch (sort) {
      case 'gift':
        return most;
      case 'goods':
        return cuts.reduce((sum, { line, amount }) => sum + Math.min(amount, left.lines[line] as number), 0);
      case 'order':
        return orderOff(field, offer, left, left.goods);
      case 'delivery':
        return costing.carriage.rate >= 0
          ? deliveryWant(offer, costing.carriage.rate).off + costing.carriage.waivable
          : 0;
    }
  }

  return (rest, left, bar) => {
    const floors = new Float64Array(rest.length);
    const [goodsAt, orderAt] = [placeOf(rest, 'goods'), placeOf(rest, 'order')];
    floorsOfTail(floors, rest, orderAt, left);
    let [outlook, fewest]: [Outlook | null, number] = [null, 1];
    if (left.order === 0 && left.delivering.length === 0) {
      outlook = outlookBeside(rest, left, false);
      const roof = bar + left.worth;
      const least = outlook.bends ? outlook.at(left.goods, roof) : 0;
      if (least > roof - 1 && least <= roof) fewest = Math.max(1, outlook.offersFor(left.goods, roof));
      for (let k = orderAt; k < rest.length; k += 1)
        floors[k] = Math.max(floors[k] as number, Math.ceil(least - left.worth - hair));
      floorsOfGoods(floors, rest, goodsAt, orderAt, left, outlook);
      if (goodsAt > 0) floorsOfGifts(floors, rest, goodsAt, orderAt, left);
    }
    return { floors, fewest, goodsAt, orderAt, outlook, most: () => mostOf(rest, left) };
  };
}

/** Raises an entry to at least a value; gives by how much. */
function raised(entries: Float64Array, at: number, value: number): number {
  const before = entries[at] as number;
  if (value <= before) return 0;
  entries[at] = value;
  return value - before;
}

/**
 * What may be left, from the least that it can be: that, and each value above it from which one more of some offers may
 * act.
 */
function levelsOf(offers: readonly Candidate[], least: number, most: number): readonly number[] {
  const levels = [least];
  for (const one of offers) {
    const value = askedOf(one);
    if (value > least && value <= most && !levels.includes(value)) levels.push(value);
  }
  return levels;
}
