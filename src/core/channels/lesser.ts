import { type Decimal, type Minor, minor, percentOf } from '../exact/index.ts';
import { allGoods, type Benefit, type Off, type Offer, partOf } from '../offers/index.ts';
import { stated } from './bounds.ts';

/** An offer that is told, and what it can take off an order at the most. */
interface Told {
  readonly offer: Offer;
  readonly most: number;
}

/**
 * The most that two offers take together in the book beyond the one that takes more: what offers on the order take is a
 * share of what goods offers leave, and goods offers take no more than the goods.
 */
function lesserOf(one: Told, other: Told): number {
  const least = Math.min(one.most, other.most);
  // A gift leaves the goods worth what they are.
  if (one.offer.kind.sort === 'gift' || other.offer.kind.sort === 'gift') return least;
  const [a, b] = [one, other].map(({ offer }) => wholeShare(offer));
  const isOfOrder = [one, other].map(({ offer }) => offer.level === 'order');
  const order = isOfOrder[0] ? a : b;
  const goods = isOfOrder[0] ? b : a;
  if (isOfOrder[0] === isOfOrder[1])
    return a && b && !isOfOrder[0] ? Math.min(least, leftBy(a, stated.value), leftBy(b, stated.value)) : least;
  if (!order) return least;
  return Math.min(leftBy(order, least), goods ? percentOf(leftBy(goods, stated.value), order) : least) + 1;
}

/** Of more offers than these all are taken to act together. */
const mostLookedAt = 12;

/** The most that some offers add to one that takes more than each, those that keep each other out not together. */
export function lesserInAll<One extends Told>(
  one: One,
  others: readonly One[],
  excludes: (a: One, b: One) => boolean,
): number {
  const [first, ...rest] = others;
  if (first === undefined) return 0;
  // Of very many it is not looked which go together.
  const beside = rest.length > mostLookedAt ? rest : rest.filter((other) => !excludes(first, other));
  const withFirst = lesserOf(one, first) + lesserInAll(one, beside, excludes);
  return beside.length === rest.length ? withFirst : Math.max(withFirst, lesserInAll(one, rest, excludes));
}

/** What a percentage leaves of an amount. */
const leftBy = (percent: Decimal, amount: number): Minor => minor(amount - percentOf(minor(amount), percent));

/** The share of all goods that an offer takes; null where it takes something else. */
function wholeShare(offer: Offer): Decimal | null {
  const { is, off } = offer.benefit as Benefit & { off?: Off };
  if (off?.by !== 'percent') return null;
  return is === 'off order' || (is === 'off goods' && partOf(offer) === allGoods) ? off.percent : null;
}

/** The most by which an offer on goods takes less where they cost so much less. */
export function lessBy({ offer, most }: Told, lower: number): Minor {
  const benefit = offer.benefit as Benefit & { off?: Off };
  const share =
    benefit.is === 'buy and get' ? benefit.percent : benefit.off?.by === 'percent' ? benefit.off.percent : null;
  return minor(Math.min(most, share ? percentOf(minor(lower), share) + 1 : lower));
}
