import type { CompiledBook } from '../../book/index.ts';
import { memo, minor, once, percentOf } from '../../exact/index.ts';
import { lies, type Offer, partOf } from '../../offers/index.ts';
import type { Lane } from '../../rates/index.ts';
import type { Acting } from '../acting.ts';
import { type FreedLevels, mayTakeAll } from '../after-goods.ts';
import { roundedByLine, stated } from '../bounds.ts';
import { type Level, levelsOf } from '../charged-for-goods.ts';
import type { Listed } from '../dialect.ts';
import { type GoodsGroup, isAlone, laneFor, takenBy } from '../goods-groups.ts';
import { shapeOf } from '../of-goods.ts';
import { chargedAs } from '../together.ts';
import type { ShopPlaces } from './places.ts';

/** What is in a basket beside goods of a lane. */
export interface Beside extends Pick<FreedLevels, 'paid' | 'taken'>, Pick<Required<Acting>, 'zones' | 'acts'> {
  /** The same where the same goods go along by the same lanes. */
  readonly key: string;
  /** What another group pays at the least; null where there is none. */
  readonly any: number | null;
  /** Whether it is a part of what the book charges as one there. */
  readonly isPart: boolean;
  /** The most that goods come to which go there together. */
  readonly worth: number;
}

/** Where nothing is known of what else is in a basket. */
export const besideAnything: Beside = {
  key: '',
  zones: null,
  acts: () => true,
  any: 0,
  isPart: false,
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

/** The groups of which goods go to a zone by a service, and what tells these lanes from others. */
interface Going {
  laneOf(group: GoodsGroup): Lane | undefined;
  readonly there: readonly GoodsGroup[];
  /** What the dearest of the goods costs. */
  readonly dearest: number;
  readonly key: string;
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
  const goingTo = memo(({ zones }: ShopPlaces) =>
    once((service: string): Going => {
      const laneOf = ({ template }: GoodsGroup) => {
        const at = places.get(template.id) ?? 0;
        return book.templates[at]?.lanes.get(zones[at] ?? '')?.get(service);
      };
      const all = groups.flatMap((group, i) => {
        const lane = laneOf(group);
        const taken = lane ? takenBy(laneFor(book, group, lane), group.goods) : [];
        const key = `${i} ${zones[places.get(group.template.id) ?? 0]}`;
        return taken.length > 0 ? [{ group, key, dearest: shapeOf(taken).dearest }] : [];
      });
      return {
        laneOf,
        there: all.map(({ group }) => group),
        dearest: Math.max(0, ...all.map((one) => one.dearest)),
        key: all.map(({ key }) => key).join(),
      };
    }, String),
  );
  return (own, place, service) => {
    const { laneOf, there, dearest, key } = goingTo(place)(service);
    const paidBy = (some: Iterable<GoodsGroup>, upTo: number = stated.value): number => {
      let least = Number.POSITIVE_INFINITY;
      for (const group of some) {
        const lane = laneOf(group);
        const charges = lane ? levelsOf(laneFor(book, group, lane), group.goods).map(({ charge }) => charge) : [];
        if (charges.length > 0) least = Math.min(least, mayBeFree(lane, upTo) ? 0 : Math.min(...charges));
      }
      return least;
    };
    const least = paidBy(groups.filter((group) => group !== own));
    return {
      key,
      zones: place.zones,
      acts: (offer) => there.some((group) => actedOn(offer).some.has(group)),
      any: Number.isFinite(least) ? least : null,
      isPart: there.some((group) => group !== own && areOne(group, own, laneOf(own))),
      worth: Math.min(stated.value, dearest * stated.units),
      paid(offer, upTo) {
        const { some } = actedOn(offer);
        return some.has(own) ? 0 : paidBy(some, upTo);
      },
      taken(offer, level, worth, others) {
        const { whole, cheapest } = actedOn(offer);
        // No basket is worth more than as many of the dearest as are compared.
        if (worth > dearest * stated.units) return Number.POSITIVE_INFINITY;
        if (mayTakeAll([offer, ...others], cheapest)) return 0;
        const any = leastTaken(offer, { cheapest, dearest, value: cheapest, units: 1 });
        const isOfAll = there.every((group) => whole.has(group));
        const ofAll = isOfAll ? takenOfAll(offer, level, worth, { cheapest, dearest }) : 0;
        // Of so many the cheapest may be others than those that are freed.
        const least = offer.benefit.is === 'buy and get' ? cheapest : shapeOf(own.goods).cheapest;
        const { value, units } = level;
        const ofOwn = leastTaken(offer, { cheapest: least, dearest, value, units });
        return Math.max(any, ofAll, whole.has(own) ? ofOwn : 0);
      },
    };
  };
}

/** Whether the book charges two groups as one by a lane. */
const areOne = (a: GoodsGroup, b: GoodsGroup, lane: Lane | undefined): boolean =>
  lane !== undefined &&
  a.own === null &&
  b.own === null &&
  chargedAs(a, { alone: isAlone(a, lane) }) === chargedAs(b, { alone: isAlone(b, lane) });

/** Whether a threshold may free a lane of a basket that is worth no more than so much. */
const mayBeFree = (lane: Lane | undefined, upTo: number): boolean =>
  lane?.freeFrom != null && !(lane.freeFrom.over === 'value' && lane.freeFrom.value > upTo);

/** Whether an offer on goods takes anything off an item: not what costs no more than its fixed price. */
const isTakenOff = ({ benefit }: Offer, { price }: Listed): boolean =>
  benefit.is !== 'fixed price' || price > benefit.price;

/** What units cost at the least and at the most, in minor units. */
type Prices = { readonly cheapest: number; readonly dearest: number };

/** The same of a whole basket, where it acts on all: what goods that are freed are not worth themselves, others are. */
function takenOfAll(offer: Offer, level: Pick<Level, 'value' | 'upTo'>, worth: number, prices: Prices): number {
  const least = (value: number): number =>
    leastTaken(offer, { ...prices, value, units: Math.ceil(value / Math.max(1, prices.dearest)) });
  const { benefit, limits } = offer;
  const isByUnit = benefit.is === 'off goods' && benefit.off.by === 'amount' && limits.most === null;
  // The more there is in one unit the less is taken off each: it is least where one part is as small as it may be.
  const parted = [level.value, level.upTo].map((own) => least(Math.min(own, worth)) + least(Math.max(0, worth - own)));
  return isByUnit ? Math.min(...parted) : least(worth);
}

/**
 * What an offer takes at the least of goods that it acts on, which are worth so much in so many units at the least;
 * infinite where there are none of them.
 */
function leastTaken(
  { benefit, limits }: Offer,
  { cheapest, dearest, value, units }: Prices & { readonly value: number; readonly units: number },
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
          ? Math.max(units * Math.min(benefit.off.amount, cheapest), offUnits(benefit.off.amount, worth, dearest))
          : percentOf(minor(worth), benefit.off.percent) - roundedByLine;
      default:
        return 0;
    }
  };
  return Math.min(taken(), limits.most ?? Number.POSITIVE_INFINITY);
}

/** An amount off each unit takes least where the units are as dear as they may be. */
const offUnits = (amount: number, worth: number, dearest: number): number =>
  dearest > 0 ? Math.floor(worth / dearest) * Math.min(amount, dearest) + Math.min(amount, worth % dearest) : 0;
