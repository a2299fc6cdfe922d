import type { CompiledBook } from '../../book/index.ts';
import { type Minor, minor, percentOf } from '../../exact/index.ts';
import { allGoods, lies, type Offer, type Part, partOf } from '../../offers/index.ts';
import { afterGoodsOnly, freedAlways } from '../after-goods.ts';
import { beforeOnly, highestBelow, type LostUpTo, stated, type Threshold } from '../bounds.ts';
import type { Listed } from '../dialect.ts';
import { bounded, exact, type Fidelity, worstOf } from '../fidelity.ts';
import { excludes, type KeepsOut } from '../keeping-out.ts';
import { lessBy } from '../lesser.ts';
import { type TakenOff, takesOff } from '../taken-off.ts';
import { manifest } from './manifest.ts';

/** Goods offers that are told as sale prices of their goods. */
export interface Sales {
  readonly offers: ReadonlyMap<Offer, SaleOffer>;
  /** What each item costs by its sale, and by which offer; nothing for those without one. */
  readonly of: ReadonlyMap<Listed, { readonly price: Minor; readonly offer: Offer }>;
}
interface SaleOffer {
  readonly goods: number;
  readonly most: Minor;
  /** A percentage is rounded unit by unit there; in the book line by line. */
  readonly fidelity: Fidelity;
}

/** What sells at sale prices: a book’s goods. */
interface Selling {
  readonly book: CompiledBook;
  readonly goods: readonly Listed[];
  readonly sales: Sales;
}

type Unit = Extract<TakenOff, { is: 'percent' | 'amount' | 'price' }>;

/**
 * The offers that are told as sale prices: what a unit costs is all they say, for everybody and everywhere; no offer
 * keeps them out, as sales act beside all promotions; and their goods have no other sale.
 */
export function salesOf(
  goods: readonly Listed[],
  offers: readonly Offer[],
  keepsOut: (a: Offer, b: Offer) => KeepsOut,
): Sales {
  const found = new Map<Offer, SaleOffer>();
  const of = new Map<Listed, { price: Minor; offer: Offer }>();
  for (const offer of offers) {
    const does = isPlainSale(offer) ? takesOff(goods, offer) : null;
    const off = does?.steps[0]?.off;
    if (!does || !off || !isOfUnits(off)) continue;
    const beside = offers.filter((other) => other !== offer && other.level !== 'delivery');
    if (beside.some((other) => keepsOut(offer, other) !== 'never')) continue;
    const some = goods.filter((item) => lies(item, off.part));
    if (some.length === 0 || some.some((item) => of.has(item))) continue;
    for (const item of some) {
      const price = costing(off, item.price);
      if (price < item.price) of.set(item, { price, offer });
    }
    const rounded = off.is === 'percent' && some.some(({ price }) => !isWhole(off, price));
    found.set(offer, {
      goods: some.length,
      most: does.most,
      fidelity: rounded ? bounded(stated.units / 2, { is: 'rounded by unit' }, 'live with it') : exact,
    });
  }
  return { offers: found, of };
}

const isPlainSale = (offer: Offer): boolean =>
  offer.level === 'goods' &&
  partOf(offer) !== null &&
  offer.code === null &&
  offer.zones === null &&
  offer.needs === null &&
  offer.segments === null &&
  offer.conditions.length === 0 &&
  Object.values(offer.limits).every((limit) => limit === null);

const isOfUnits = (off: TakenOff): off is Unit => off.is === 'percent' || off.is === 'amount' || off.is === 'price';

function costing(off: Unit, price: Minor): Minor {
  switch (off.is) {
    case 'percent':
      return minor(price - percentOf(price, off.percent));
    case 'amount':
      return minor(Math.max(0, price - off.amount));
    case 'price':
      return minor(Math.min(price, off.price));
  }
}

/** Whether a percentage of a price is whole, so that of many units it is so many times as much. */
const isWhole = ({ percent: { digits, scale } }: Extract<Unit, { is: 'percent' }>, price: Minor): boolean =>
  (digits * BigInt(price)) % (100n * 10n ** BigInt(scale)) === 0n;

/** What is tested: the value of some goods, for an offer of a level or a threshold, and the most that it can take. */
export interface Tested {
  readonly part: Part;
  readonly level: Offer['level'];
  readonly most: LostUpTo;
  /** Null for a threshold. */
  readonly of: Offer | null;
}

/**
 * How far a value that the channel tests, of some goods after sales alone, follows what the book asks. Sales lower it
 * whatever the book tests, and act there even where the book leaves them unused, as they would cost more than they
 * save.
 */
export function testedAfterSales(
  { book, goods, sales }: Selling,
  threshold: Threshold,
  { part, level, most, of }: Tested,
): Fidelity {
  const offers = [...sales.offers.keys()].filter((offer) =>
    goods.some((item) => sales.of.get(item)?.offer === offer && (part === allGoods || lies(item, part))),
  );
  const acting = { book, channel: manifest.id, zones: null };
  const unseen = (offer: Offer) =>
    !sales.offers.has(offer) && (level === 'delivery' || offer.level === 'goods') && !(of && excludes(book, of, offer));
  // It takes no more of what is worth so much that sales may leave less than is asked.
  const below = highestBelow(threshold.value, offers);
  const lost = minor(of && level !== 'delivery' ? lessBy({ offer: of, most: most(below) }, below) : most(stated.value));
  return worstOf([
    // What is rounded by the unit there may lie below where it does not in the book.
    part === allGoods && offers.every((offer) => sales.offers.get(offer)?.fidelity.is === 'exact')
      ? afterGoodsOnly(acting, threshold, freedAlways(most(below)), offers)
      : offers.length === 0 || lost === 0
        ? exact
        : bounded(
            lost,
            { is: 'tested after goods offers', offers: offers.map(({ id }) => id), most: lost },
            'live with it',
          ),
    level === 'goods' ? exact : beforeOnly(acting, threshold, most, unseen),
  ]);
}
