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
 * lot only the largest cut, no more than is left. Order and delivery: by the outlook on what goods offers leave, then
 * by what is left in fact.
 */
export function boundsFor(
  field: Field,
  costing: Costing,
): (rest: readonly number[], left: Left, bar: number) => Bounds {
  const [n, width] = [field.candidates.length, field.lines.length];
  const work: Work = {
    field,
    costing,
    outlookBeside: outlooks(field, costing),
    lotLine: new Float64Array(n * width),
    lineSum: new Float64Array(width),
    lotMost: new Float64Array(n),
  };
  return (rest, left, bar) => {
    const floors = new Float64Array(rest.length);
    const [goodsAt, orderAt] = [placeOf(field, rest, 'goods'), placeOf(field, rest, 'order')];
    floorsOfTail(work, floors, rest, orderAt, left);
    let [outlook, fewest]: [Outlook | null, number] = [null, 1];
    if (left.order === 0 && left.delivering.length === 0) {
      outlook = work.outlookBeside(rest, left, false);
      const roof = bar + left.worth;
      const least = outlook.bends ? outlook.at(left.goods, roof) : 0;
      if (least > roof - 1 && least <= roof) fewest = Math.max(1, outlook.offersFor(left.goods, roof));
      for (let k = orderAt; k < rest.length; k += 1)
        floors[k] = Math.max(floors[k] as number, Math.ceil(least - left.worth - hair));
      floorsOfGoods(work, floors, rest, goodsAt, orderAt, left, outlook);
      if (goodsAt > 0) floorsOfGifts(work, floors, rest, goodsAt, orderAt, left);
    }
    return { floors, fewest, goodsAt, orderAt, outlook, most: () => mostOf(work, rest, left) };
  };
}

/** What bounds are worked out with; the arrays are room to work in, and hold nothing from one call to the next. */
interface Work {
  readonly field: Field;
  readonly costing: Costing;
  /** The outlook by the order and delivery offers that may still be used beside the set in hand. */
  readonly outlookBeside: (rest: readonly number[], left: Left, moreGifts: boolean) => Outlook;
  readonly lotLine: Float64Array;
  readonly lineSum: Float64Array;
  readonly lotMost: Float64Array;
}

function outlooks(field: Field, costing: Costing): Work['outlookBeside'] {
  const known = new Map<string, Outlook>();
  return (rest, left, moreGifts) => {
    const { rate, waivable, stays } = costing.carriage;
    const tail = rest.slice(placeOf(field, rest, 'order'));
    const key = `${moreGifts} ${rate} ${waivable} ${stays} ${tail.join(' ')}`;
    let outlook = known.get(key);
    if (!outlook) {
      outlook = outlookOn(field, tail, left, costing, moreGifts);
      known.set(key, outlook);
    }
    return outlook;
  };
}

/** The first place in a list of a candidate of a sort, or of one that comes later. */
function placeOf({ candidates }: Field, rest: readonly number[], sort: Candidate['sort']): number {
  const at = rest.findIndex((i) => ranks[(candidates[i] as Candidate).sort] >= ranks[sort]);
  return at < 0 ? rest.length : at;
}

/** What tax may be rounded by in all: line by line, half a unit each. */
const slackOfTax = ({ field, costing }: Work): number => (costing.tax ? field.lines.length / 2 : 0);

/** Order and delivery offers, the last first: what is left of the goods is known. */
function floorsOfTail(work: Work, floors: Float64Array, rest: readonly number[], from: number, left: Left): void {
  const { field, costing, lotMost } = work;
  const [least, slack] = [costing.tax?.least ?? 0, slackOfTax(work)];
  const delivered = deliveryFloor(costing, costing.carriage, left);
  const deliveries: Candidate[] = [];
  lotMost.fill(0);
  let [off, discounted] = [0, false];
  for (let k = rest.length - 1; k >= from; k -= 1) {
    const i = rest[k] as number;
    const candidate = field.candidates[i] as Candidate;
    if (candidate.sort === 'delivery') deliveries.push(candidate);
    else {
      discounted = true;
      off += raised(lotMost, field.lotOf[i] as number, orderOff(field, candidate.offer, left, left.goods));
    }
    const remains = Math.max(0, left.goods - left.order - off);
    let floor = Number.POSITIVE_INFINITY;
    // What is left may be more than the least, and lets more delivery offers act.
    for (const level of levelsOf(deliveries, remains, left.goods)) {
      const reached = deliveries.filter((one) => askedOf(one) <= level);
      const taxed = level + Math.max(0, level * least - slack);
      floor = Math.min(floor, taxed + delivered(false, discounted, reached));
    }
    floors[k] = Math.ceil(floor - left.worth - hair);
  }
}

/** Goods offers, the last first: what they can leave at the least, and what comes of it. */
function floorsOfGoods(
  { field, lotLine, lineSum, lotMost }: Work,
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
    const lot = field.lotOf[i] as number;
    let whole = 0;
    for (const { line, amount } of (field.candidates[i] as Candidate).cuts) {
      const room = left.lines[line] as number;
      whole += Math.min(amount, room);
      const more = raised(lotLine, lot * lineSum.length + line, amount);
      if (more === 0) continue;
      const before = Math.min(room, lineSum[line] as number);
      lineSum[line] = (lineSum[line] as number) + more;
      byLine += Math.min(room, lineSum[line] as number) - before;
    }
    byLot += raised(lotMost, lot, whole);
    floors[k] = Math.ceil(outlook.from(left.goods - Math.min(byLine, byLot)) - left.worth - hair);
  }
}

/**
 * Gifts, the last first: each is worth what it is worth, beside whatever goods offers can leave, whose sums by line
 * stand from before.
 */
function floorsOfGifts(
  { field, outlookBeside, lineSum, lotMost }: Work,
  floors: Float64Array,
  rest: readonly number[],
  to: number,
  goodsTo: number,
  left: Left,
): void {
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
    worth += raised(lotMost, field.lotOf[i] as number, (field.candidates[i] as Candidate).most);
    floors[k] = Math.ceil(floor - left.worth - worth - hair);
  }
}

function mostOf(work: Work, rest: readonly number[], left: Left): Float64Array | null {
  const { field, costing } = work;
  const [goodsAt, orderAt] = [placeOf(field, rest, 'goods'), placeOf(field, rest, 'order')];
  if (costing.discounts === 'any' || (costing.gifts === 'any' && goodsAt > 0)) return null;
  // A share is rounded once each: half a unit each way.
  const slack = orderAt > goodsAt ? (placeOf(field, rest, 'delivery') - orderAt) / 2 : 0;
  const [withTax, slackTax] = [1 + (costing.tax?.most ?? 0), slackOfTax(work)];
  return Float64Array.from(
    rest,
    (i) => (savedBy(work, field.candidates[i] as Candidate, left) + slack) * withTax + slackTax * 2,
  );
}

/** What a candidate alone can save at the most beside the set in hand. */
function savedBy({ field, costing }: Work, { sort, offer, most, cuts }: Candidate, left: Left): number {
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
