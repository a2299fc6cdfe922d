import { type CompiledBook, orderPercents } from '../book/index.ts';
import { type Decimal, gram, type Mass, type Minor, minor, percentOf } from '../exact/index.ts';
import { allGoods, type Benefit, type Off, type Offer, type Part, soleValueCondition } from '../offers/index.ts';
import { bounded, exact, type Fidelity, type MetRange, type Remedy } from './fidelity.ts';

/** Within what baskets answers are compared and bounds are stated. */
export const stated = {
  /** Minor units. */
  value: minor(100_000),
  mass: (30_000 * gram) as Mass,
  units: 20,
  codes: 2,
} as const;

/** What rounding line by line may add or leave. */
export const roundedByLine = Math.ceil(stated.units / 2);

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

/** Offers that act together: from which value on they leave a threshold met, and the most they take off below it. */
interface Lowering {
  readonly to: number;
  readonly lost: number;
}

/** Infinite where that is not known. What the book frees by leaving offers unused costs no more than they save. */
function loweringOf(value: Minor, offers: readonly Offer[]): Lowering {
  const unknown = { to: Number.POSITIVE_INFINITY, lost: Number.POSITIVE_INFINITY };
  const percents: Decimal[] = [];
  let [amounts, byLine] = [0, 0];
  for (const { benefit, kind } of offers) {
    const { is, off } = benefit as Benefit & { off?: Off };
    if (kind.sort === 'gift') continue;
    if ((is !== 'off order' && is !== 'off goods') || off === undefined) return unknown;
    if (off.by === 'percent') {
      percents.push(off.percent);
      if (is === 'off goods') byLine += 1;
    } else amounts += is === 'off order' ? off.amount : off.amount * stated.units;
  }
  if (takenBy(10_000, percents) >= 10_000) return unknown;
  const more = byLine * roundedByLine;
  const to = leastBefore(minor(value + amounts + more), percents);
  return { to, lost: takenBy(to, percents) + amounts + more };
}

/** The list value from which on some offers leave a value reached; the highest that is compared where none is known. */
export const reachedBelow = (value: Minor, offers: readonly Offer[]): Minor =>
  minor(Math.min(loweringOf(value, offers).to, stated.value));

/** Of some offers those that act on baskets which all of them together may bring below a value. */
export function bringingBelow(value: Minor, offers: readonly Offer[]): readonly Offer[] {
  const { to } = loweringOf(value, offers);
  const within = offers.filter((offer) => (soleValueCondition(offer)?.value ?? 0) < to);
  return within.length === offers.length ? offers : bringingBelow(value, within);
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
  if (threshold.test === 'before' || most === 0) return exact;
  const all = book.offers.filter((offer) => offer.level !== 'delivery' && unseen(offer));
  // Of some goods, or of a group, what others take is no matter of how much is in all.
  const lowering = isOfWhole(threshold) ? bringingBelow(threshold.value, all) : all;
  const codes = orderPercents(book).filter(({ offer }) => lowering.includes(offer));
  const others = lowering.filter((offer) => !codes.some((one) => one.offer === offer));
  if (lowering.length === 0) return exact;
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
  const lost = isOfWhole(threshold) ? loweringOf(threshold.value, lowering).lost : Number.POSITIVE_INFINITY;
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
