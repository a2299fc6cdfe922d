import { type CompiledBook, orderPercents } from '../book/index.ts';
import { type Decimal, gram, type Mass, type Minor, minor, percentOf } from '../exact/index.ts';
import { allGoods, type Benefit, type Off, type Offer, type Part } from '../offers/index.ts';
import { bounded, exact, type Fidelity, type MetRange, type Remedy } from './fidelity.ts';

/** Within what baskets answers are compared and bounds are stated. */
export const stated = {
  /** Minor units. */
  value: minor(100_000),
  mass: (30_000 * gram) as Mass,
  units: 20,
  codes: 2,
} as const;

/** From a value of the goods on, that itself counting, before or after discounts. */
export interface Threshold {
  readonly value: Minor;
  readonly test: 'before' | 'after';
  /** Of some goods or of a group by itself; else of the whole basket. */
  readonly of?: 'basket' | 'group';
  readonly goods?: Part;
}
const isOfWhole = ({ of = 'basket', goods = allGoods }: Threshold): boolean => of === 'basket' && goods === allGoods;

const takenBy = (value: number, percents: readonly Decimal[]): number =>
  percents.reduce((sum, percent) => sum + percentOf(minor(value), percent), 0);

/** The least whole number from `low` on for which a test holds that, once it holds, holds for all greater ones. */
function leastFor(low: number, holds: (value: number) => boolean): Minor {
  let [below, above] = [low, low * 2 + 100];
  while (!holds(above) && above < Number.MAX_SAFE_INTEGER / 1e4) above *= 2;
  while (below < above) {
    const middle = Math.floor((below + above) / 2);
    if (holds(middle)) above = middle;
    else below = middle + 1;
  }
  return minor(below);
}

/** Whether a percentage leaves nothing of an order. */
const takesAll = (percent: Decimal): boolean => takenBy(10_000, [percent]) >= 10_000;

/** The least list value whose value after these percentages is at least `after`. */
export const leastBefore = (after: Minor, percents: readonly Decimal[]): Minor =>
  leastFor(after, (value) => value - takenBy(value, percents) >= after);

/** The least list value off which these percentages take at least an amount. */
export const leastTaking = (amount: Minor, percents: readonly Decimal[]): Minor =>
  leastFor(0, (value) => takenBy(value, percents) >= amount);

/**
 * The most that offers take off an order which they keep below a value that it has without them: infinite where that is
 * not known. What the book frees by leaving them unused costs no more than they save.
 */
function mostLost(value: Minor, offers: readonly Offer[]): number {
  const percents: Decimal[] = [];
  let amounts = 0;
  for (const { benefit, kind } of offers) {
    const { is, off } = benefit as Benefit & { off?: Off };
    if (kind.sort === 'gift') continue;
    if ((is !== 'off order' && is !== 'off goods') || off === undefined) return Number.POSITIVE_INFINITY;
    if (off.by === 'percent') percents.push(off.percent);
    else amounts += is === 'off order' ? off.amount : off.amount * stated.units;
  }
  if (takenBy(10_000, percents) >= 10_000) return Number.POSITIVE_INFINITY;
  // Rounded line by line they may take a little more.
  const most = leastBefore(minor(value + amounts), percents);
  return takenBy(most, percents) + amounts + percents.length * stated.units;
}

/**
 * How far a channel that tests list value, before order codes, can follow a threshold. `most` is the most it can free;
 * `unseen` are the offers before which it tests: all that take something off the goods where nothing else is said. The
 * book takes what is best: an offer that would cost more than it saves it leaves, the channel does not.
 */
export function beforeOnly(
  book: CompiledBook,
  threshold: Threshold,
  most: Minor,
  unseen: (offer: Offer) => boolean = () => true,
): Fidelity {
  const codes = orderPercents(book).filter(({ offer }) => unseen(offer));
  const others = book.offers.filter(
    (offer) => offer.level !== 'delivery' && unseen(offer) && !codes.some((one) => one.offer === offer),
  );
  if (threshold.test === 'before' || codes.length + others.length === 0 || most === 0) return exact;
  const ranges: MetRange[] = [
    ...codes.map(({ offer, percent }) => ({
      from: threshold.value,
      to: takesAll(percent) ? null : minor(leastBefore(threshold.value, [percent]) - 1),
      offer: offer.id,
    })),
    ...others.map((offer) => ({ from: threshold.value, to: null, offer: offer.id })),
  ];
  // What takes all of an order leaves nothing that a higher threshold could be met by.
  const mayRaise = others.length === 0 && !codes.some(({ percent }) => takesAll(percent));
  const raised = (): Remedy => ({
    is: 'raised',
    to: minor(Math.max(...codes.map(({ percent }) => leastBefore(threshold.value, [percent])))),
  });
  // Of some goods the share that is taken is of all goods beside them too.
  const lost = isOfWhole(threshold)
    ? mostLost(threshold.value, [...codes.map(({ offer }) => offer), ...others])
    : Number.POSITIVE_INFINITY;
  const off = minor(Math.min(most, lost));
  if (off === 0) return exact;
  return bounded(
    off,
    { is: 'tested before discounts', ranges, most: off },
    ...(mayRaise ? [raised()] : []),
    'tested before discounts',
    'live with it',
  );
}
