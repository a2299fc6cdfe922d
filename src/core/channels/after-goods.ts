import { minor, percentOf } from '../exact/index.ts';
import { allGoods, type Benefit, type Off, type Offer, partOf } from '../offers/index.ts';
import { type Acting, loweringAt } from './acting.ts';
import {
  asksWorth,
  bringingBelow,
  highestBelow,
  mostTaken,
  mostTakenOff,
  roundedByLine,
  stated,
  type Threshold,
} from './bounds.ts';
import type { Level } from './charged-for-goods.ts';
import { bounded, exact, type Fidelity } from './fidelity.ts';

/** What a threshold frees: charges, each of goods that are worth so much at the least, in so many units. */
export interface FreedLevels {
  readonly levels: readonly FreedLevel[];
  /** What a basket worth no more than so much pays all the same in which an offer acts, as the dearest pays alone. */
  paid(offer: Offer, upTo: number): number;
  /**
   * What an offer that acts takes at the least, beside others that act, where goods that are freed come to no less than
   * a level asks, and all to no less than `worth`.
   */
  taken(offer: Offer, level: FreedLevel, worth: number, others: readonly Offer[]): number;
}
type FreedLevel = Omit<Level, 'mass'>;

/** One amount, of whatever goods. */
export const freedAlways = (charge: number): FreedLevels => ({
  levels: [{ charge, value: 0, upTo: stated.value, units: 1 }],
  paid: () => 0,
  taken: () => 0,
});

/**
 * How far a channel that tests the value of the basket after goods offers, whatever the book tests, follows a
 * threshold. Where the book tests list value, all that is freed is charged there once an offer brings the value below;
 * where it tests what is left, it keeps an offer unused that would cost more than it saves, and the channel does not.
 */
export function afterGoodsOnly(
  acting: Acting,
  threshold: Threshold,
  freed: FreedLevels,
  offers: readonly Offer[],
): Fidelity {
  const lowering = loweringAt(acting);
  const { exclusions } = acting.book;
  const bringing = bringingBelow(threshold.value, offers);
  const highest = highestBelow(threshold.value, bringing);
  const levels = freed.levels.filter(({ value }) => value <= highest);
  const losing = bringing.flatMap((offer) => {
    // In its place the book may take what it keeps out.
    const rivals = lowering.filter((other) => other !== offer && exclusions(offer, other) !== 'none');
    const instead = mostTakenBy(rivals, highest, exclusions);
    const orders = lowering.filter((other) => other.level === 'order' && !rivals.includes(other));
    const off = Math.max(
      ...levels.map((level) => {
        if (threshold.test === 'before') return level.charge;
        const worth = Math.max(threshold.value, level.value, asksWorth(offer));
        const others = bringing.filter((other) => other !== offer);
        const least = Math.max(
          leastLowering(offer, others, worth, threshold),
          freed.taken(offer, level, worth, others),
        );
        return level.charge - Math.max(0, leftOver(least, orders, threshold) - instead);
      }),
    );
    // What a single offer brings below what is asked is worth no more than that and what it may take in vain.
    const isAlone = threshold.test === 'after' && bringing.length === 1;
    const dearest = Math.max(...levels.map(({ charge }) => charge));
    const paid = freed.paid(offer, isAlone ? Math.min(highest, threshold.value + dearest) : highest);
    return off > paid ? [{ offer, off: off - paid }] : [];
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
 * Whether some goods offers may take all of an item that costs no less than so much, in minor units: then each of them
 * takes less beside the others than alone.
 */
export function mayTakeAll(offers: readonly Offer[], cheapest: number): boolean {
  if (offers.length < 2) return false;
  let left = cheapest;
  let share = 0;
  for (const { benefit } of offers) {
    const { off } = benefit as Benefit & { off?: Off };
    const percent = benefit.is === 'buy and get' ? benefit.percent : off?.by === 'percent' ? off.percent : null;
    if (percent !== null) share += percentOf(minor(10_000), percent) / 10_000;
    else if (off?.by === 'amount') left -= off.amount;
    // What costs a lot is brought down to a fixed price, and by the others to nothing.
    else return true;
  }
  return share >= 1 || left < cheapest * share;
}

/** What some offers take off a basket worth no more than so much, in minor units: one where no two act together. */
function mostTakenBy(rivals: readonly Offer[], worth: number, exclusions: Acting['book']['exclusions']): number {
  const each = rivals.map((one) => mostTakenOff(one, worth));
  const areApart = rivals.every((one, i) => rivals.slice(i + 1).every((other) => exclusions(one, other) === 'order'));
  return areApart ? Math.max(0, ...each) : each.reduce((sum, one) => sum + one, 0);
}

/**
 * What is saved by taking so much off goods, at the least, where offers on the order take off what is left: of a share
 * they take that much less, and of an amount no more than there is. Without it they leave what is asked.
 */
function leftOver(taken: number, orders: readonly Offer[], threshold: Threshold): number {
  if (orders.length === 0) return taken;
  const shares = orders.flatMap(({ benefit }) =>
    benefit.is === 'off order' && benefit.off.by === 'percent' ? [benefit.off.percent] : [],
  );
  const less = shares.reduce((sum, percent) => sum + percentOf(minor(taken), percent) + 1, 0);
  return Math.min(taken - less, threshold.value);
}

/**
 * The least that an offer takes off a basket that is worth so much, in minor units, where what it leaves is worth less
 * than is asked, whatever others take: the book may leave it alone unused.
 */
function leastLowering(offer: Offer, others: readonly Offer[], worth: number, threshold: Threshold): number {
  const below = Math.max(1, worth - mostTaken(others, worth) - threshold.value + 1);
  const { is, off } = offer.benefit as Benefit & { off?: Off };
  const isWhole = is === 'off goods' && partOf(offer) === allGoods && offer.limits.most === null;
  if (!isWhole || off === undefined || mayTakeAll([offer, ...others], 0)) return below;
  const taken =
    off.by === 'amount' ? Math.min(off.amount, worth) : percentOf(minor(worth), off.percent) - roundedByLine;
  return Math.max(below, taken);
}
