import { minor, percentOf } from '../exact/index.ts';
import { allGoods, type Benefit, type Off, type Offer, partOf, soleValueCondition } from '../offers/index.ts';
import { bringingBelow, roundedByLine, type Threshold } from './bounds.ts';
import { bounded, exact, type Fidelity } from './fidelity.ts';

/**
 * How far a channel that tests the value of the basket after goods offers, whatever the book tests, follows a
 * threshold. Where the book tests list value, all that is freed is charged there once an offer brings the value below;
 * where it tests what is left, it keeps an offer unused that would cost more than it saves, and the channel does not.
 */
export function afterGoodsOnly(threshold: Threshold, most: number, offers: readonly Offer[]): Fidelity {
  const losing = bringingBelow(threshold.value, offers).flatMap((offer) => {
    const off = threshold.test === 'before' ? most : most - leastLowering(offer, threshold.value);
    return off > 0 ? [{ offer, off }] : [];
  });
  if (losing.length === 0) return exact;
  const off = minor(Math.max(...losing.map((one) => one.off)));
  return bounded(
    off,
    { is: 'tested after goods offers', offers: losing.map(({ offer }) => offer.id), most: off },
    'live with it',
  );
}

/**
 * The least that an offer and others with it take off a basket that is worth so much, in minor units, where what is
 * left is worth less.
 */
function leastLowering(offer: Offer, value: number): number {
  const asked = soleValueCondition(offer);
  const from = Math.max(value, asked?.value ?? 0);
  const below = from - value + 1;
  const { is, off } = offer.benefit as Benefit & { off?: Off };
  const isWhole = is === 'off goods' && partOf(offer) === allGoods && offer.limits.most === null;
  if (!isWhole || off === undefined) return below;
  const taken = off.by === 'amount' ? Math.min(off.amount, from) : percentOf(minor(from), off.percent) - roundedByLine;
  return Math.max(below, taken);
}
