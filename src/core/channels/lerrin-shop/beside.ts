import type { CompiledBook } from '../../book/index.ts';
import { memo, minor, percentOf } from '../../exact/index.ts';
import { lies, type Offer, partOf } from '../../offers/index.ts';
import type { FreedLevels } from '../after-goods.ts';
import { roundedByLine } from '../bounds.ts';
import { type GoodsGroup, laneFor, reachWithFees } from '../goods-groups.ts';
import type { ShopPlaces } from './places.ts';

/** What is in a basket beside goods of a lane. */
export interface Beside extends Pick<FreedLevels, 'paid' | 'taken'> {
  /** What another group pays at the least; null where there is none. */
  readonly any: number | null;
}

/** Where nothing is known of what else is in a basket. */
export const besideAnything: Beside = { any: 0, paid: () => 0, taken: () => 0 };

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
      const own = group.goods.filter((item) => lies(item, part));
      if (own.length > 0) some.add(group);
      if (own.length === group.goods.length) whole.add(group);
      for (const { price } of own) if (price < cheapest) cheapest = price;
    }
    return { some, whole, cheapest };
  });
  return (own, { zones }, service) => {
    const paidBy = (some: Iterable<GoodsGroup>): number => {
      let least = Number.POSITIVE_INFINITY;
      for (const group of some) {
        const at = places.get(group.template.id) ?? 0;
        const lane = book.templates[at]?.lanes.get(zones[at] ?? '')?.get(service);
        // What may be free itself pays nothing.
        if (lane) least = Math.min(least, lane.freeFrom ? 0 : reachWithFees(laneFor(book, group, lane)).least);
      }
      return least;
    };
    const least = paidBy(groups.filter((group) => group !== own));
    return {
      any: Number.isFinite(least) ? least : null,
      paid(offer) {
        const { some } = actedOn(offer);
        return some.has(own) ? 0 : paidBy(some);
      },
      taken(offer, units) {
        const { whole, cheapest } = actedOn(offer);
        return leastTaken(offer, cheapest, whole.has(own) ? units : 0);
      },
    };
  };
}

/**
 * What an offer on the cheapest of so many takes at the least where it acts, and so many units of its goods are there
 * at the least; infinite where there are no goods of it.
 */
function leastTaken({ benefit }: Offer, cheapest: number, units: number): number {
  if (benefit.is !== 'buy and get') return 0;
  if (!Number.isFinite(cheapest)) return cheapest;
  const { buy, get, percent } = benefit;
  const sets = Math.max(1, Math.floor(units / (buy + get)));
  return percentOf(minor(sets * get * cheapest), percent) - roundedByLine;
}
