import type { CompiledBook } from '../../book/index.ts';
import { memo, minor, percentOf } from '../../exact/index.ts';
import { lies, type Offer, partOf } from '../../offers/index.ts';
import type { Acting } from '../acting.ts';
import type { FreedLevels } from '../after-goods.ts';
import { roundedByLine, stated } from '../bounds.ts';
import { levelsOf } from '../charged-for-goods.ts';
import type { Listed } from '../dialect.ts';
import { type GoodsGroup, laneFor, takenBy } from '../goods-groups.ts';
import { shapeOf } from '../of-goods.ts';
import type { ShopPlaces } from './places.ts';

/** What is in a basket beside goods of a lane. */
export interface Beside extends Pick<FreedLevels, 'paid' | 'taken'>, Pick<Acting, 'zones'> {
  /** What another group pays at the least; null where there is none. */
  readonly any: number | null;
  /** The most that goods come to which go there together. */
  readonly worth: number;
}

/** Where nothing is known of what else is in a basket. */
export const besideAnything: Beside = {
  zones: null,
  any: 0,
  worth: stated.value,
  paid: () => 0,
  taken: () => 0,
};

/** What is beside a group, in a zone of the shop's and for a service. */
export type BesideAt = (group: GoodsGroup, zone: ShopPlaces, service: string) => Beside;

/** The groups with goods that an offer acts on, those of which it acts on all, and the cheapest of these goods. */
interface ActedOn {
  readonly some: ReadonlySet<GoodsGroup>;
  readonly whole: ReadonlySet<GoodsGroup>;
  readonly cheapest: number;
}

export function besideIn(book: CompiledBook, groups: readonly GoodsGroup[]): BesideAt {
  const places = new Map(book.templates.map(({ id }, at) => [id, at]));
  const actedOn = memo((offer: Offer): ActedOn => {
    const part = partOf(offer);
    if (part === null) return { some: new Set(groups), whole: new Set(groups), cheapest: 0 };
    const [some, whole] = [new Set<GoodsGroup>(), new Set<GoodsGroup>()];
    let cheapest = Number.POSITIVE_INFINITY;
    for (const group of groups) {
      const own = group.goods.filter((item) => lies(item, part) && isTakenOff(offer, item));
      if (own.length > 0) some.add(group);
      if (own.length === group.goods.length) whole.add(group);
      for (const { price } of own) if (price < cheapest) cheapest = price;
    }
    return { some, whole, cheapest };
  });
  return (own, { zones }, service) => {
    const laneOf = ({ template }: GoodsGroup) => {
      const at = places.get(template.id) ?? 0;
      return book.templates[at]?.lanes.get(zones[at] ?? '')?.get(service);
    };
    const dearest = Math.max(
      0,
      ...groups.map((group) => {
        const lane = laneOf(group);
        return lane ? shapeOf(takenBy(laneFor(book, group, lane), group.goods)).dearest : 0;
      }),
    );
    const paidBy = (some: Iterable<GoodsGroup>): number => {
      let least = Number.POSITIVE_INFINITY;
      for (const group of some) {
        const lane = laneOf(group);
        const charges = lane ? levelsOf(laneFor(book, group, lane), group.goods).map(({ charge }) => charge) : [];
        // What may be free itself pays nothing.
        if (charges.length > 0) least = Math.min(least, lane?.freeFrom ? 0 : Math.min(...charges));
      }
      return least;
    };
    const least = paidBy(groups.filter((group) => group !== own));
    return {
      zones,
      any: Number.isFinite(least) ? least : null,
      worth: Math.min(stated.value, dearest * stated.units),
      paid(offer) {
        const { some } = actedOn(offer);
        return some.has(own) ? 0 : paidBy(some);
      },
      taken(offer, { value, units }, worth) {
        const { whole, cheapest } = actedOn(offer);
        const any = leastTaken(offer, { cheapest, value: cheapest, units: 1 });
        // No basket is worth more than as many of the dearest as are compared.
        if (worth > dearest * stated.units) return Number.POSITIVE_INFINITY;
        const isOfAll = whole.size === groups.length;
        const all = { cheapest, value: worth, units: Math.ceil(worth / Math.max(1, dearest)) };
        const ofAll = isOfAll ? leastTaken(offer, all) : 0;
        // Of so many the cheapest may be others than those that are freed.
        const least = offer.benefit.is === 'buy and get' ? cheapest : shapeOf(own.goods).cheapest;
        const ofOwn = leastTaken(offer, { cheapest: least, value, units });
        return Math.max(any, ofAll, whole.has(own) ? ofOwn : 0);
      },
    };
  };
}

/** Whether an offer on goods takes anything off an item: not what costs no more than its fixed price. */
const isTakenOff = ({ benefit }: Offer, { price }: Listed): boolean =>
  benefit.is !== 'fixed price' || price > benefit.price;

/**
 * What an offer takes at the least of goods that it acts on, which are worth so much in so many units at the least;
 * infinite where there are none of them.
 */
function leastTaken(
  { benefit, limits }: Offer,
  { cheapest, value, units }: { readonly cheapest: number; readonly value: number; readonly units: number },
): number {
  if (!Number.isFinite(cheapest)) return cheapest;
  const worth = Math.max(value, units * cheapest);
  const taken = (): number => {
    switch (benefit.is) {
      case 'buy and get': {
        // Where it acts there is a set of its goods, whatever else is there.
        const sets = Math.max(1, Math.floor(units / (benefit.buy + benefit.get)));
        return percentOf(minor(sets * benefit.get * cheapest), benefit.percent) - roundedByLine;
      }
      case 'fixed price':
        return units * Math.max(0, cheapest - benefit.price);
      case 'off goods':
        return benefit.off.by === 'amount'
          ? units * Math.min(benefit.off.amount, cheapest)
          : percentOf(minor(worth), benefit.off.percent) - roundedByLine;
      default:
        return 0;
    }
  };
  return Math.min(taken(), limits.most ?? Number.POSITIVE_INFINITY);
}
