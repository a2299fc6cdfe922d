import { type Minor, minor } from '../../exact/index.ts';
import { allGoods, type Offer } from '../../offers/index.ts';
import { zonesWith } from '../atlas.ts';
import type { Listed } from '../dialect.ts';
import { bounded, exact, type Fidelity, unsayable, worstOf } from '../fidelity.ts';
import { wholeCountries } from '../reach.ts';
import type { Does } from './does.ts';
import type { Feed } from './feed.ts';
import type { DeliveredLane } from './groups.ts';

/** A gift: there it is packed for nothing, in the book as any line. */
export function givingAway(
  feed: Feed,
  offer: Offer,
  { sku, units }: { readonly sku: string; readonly units: number },
): Does | Fidelity {
  const { book, goods, groups, spoken, mostIn, inTarget } = feed;
  const item = goods.find((one) => one.sku === sku);
  if (!item) {
    const { countries } = wholeCountries(book, offer.zones, () => minor(0));
    return unsayable({ is: inTarget(countries).length === 0 ? 'reaches nothing' : 'gift not listed' }, 'live with it');
  }
  const off = addedBy(feed, item);
  const goesBy = (id: string) => (item.serves & (1 << book.services.findIndex((service) => service.id === id))) !== 0;
  const keptOff = spoken.flatMap(({ id }) => (goesBy(id) ? [] : [id]));
  const mayEnd = groups.some(({ lanes }) => lanes.some(({ ends }) => ends));
  const sent = { is: 'gift sent for nothing', off } as const;
  return {
    lines: [{ does: { kind: 'gift', gift: item.listing, count: units }, on: allGoods, from: null, zones: offer.zones }],
    most: minor(item.price * units),
    misplaced: (places) => mostIn(zonesWith(places)),
    capped: true,
    fidelity: worstOf([
      mayEnd ? unsayable(sent, 'live with it') : off > 0 ? bounded(off, sent, 'live with it') : exact,
      keptOff.length > 0 ? unsayable({ is: 'gift keeps off', services: keptOff }, 'live with it') : exact,
    ]),
  };
}

/**
 * The most that a gift adds to what the book charges for delivery, in minor units. Where the dearest pays alone it adds
 * nothing to a flat rate of its group, and beside other goods no more than its group is dearer than they are.
 */
function addedBy({ book, groups, mostIn }: Feed, item: Listed): Minor {
  const mixing = [book.mixedBy, ...book.mixing.map(({ by }) => by)];
  const plus = mixing.map((by) => (by.is === 'highest plus' ? by.further : 0));
  const most = minor(mostIn(null) + Math.max(...plus));
  const lanes = groups.flatMap((one) => one.lanes);
  const isPlain =
    (groups.length === 1 || mixing.every(({ is }) => is === 'highest')) &&
    groups.every(({ group }) => group.own === null) &&
    lanes.every(({ lost, threshold }) => lost === null && (threshold === null || threshold.over === 'value'));
  const own = groups.find(({ group }) => group.goods.includes(item));
  if (!own || !isPlain) return most;
  const others = lanes.filter((lane) => !own.lanes.includes(lane));
  const added = (lane: DeliveredLane): number =>
    lane.isFlat
      ? Math.max(0, ...others.map((other) => (isBeside(lane, other) ? lane.most - leastBeside(other, lane) : 0)))
      : lane.most;
  return minor(Math.max(0, ...own.lanes.map(added)));
}

/** Whether what the book charges for delivery goes by what discounts leave of the goods: a gift leaves all. */
export const isDeliveredByRest = ({ book, groups }: Feed): boolean =>
  groups.some(({ lanes }) => lanes.some(({ threshold, by }) => threshold?.test === 'after' || by.lane.after)) ||
  book.offers.some(({ level, values }) => level === 'delivery' && values.some(({ test }) => test === 'after'));

const isBeside = (one: DeliveredLane, other: DeliveredLane): boolean =>
  one.part === other.part && one.service === other.service;

/** What a lane pays at the least where another is not free: nothing where it may be so by itself. */
const leastBeside = ({ threshold, least }: DeliveredLane, { threshold: other }: DeliveredLane): Minor => {
  const areOfBasket = threshold?.of === 'basket' && other?.of === 'basket' && threshold.test === other.test;
  const isFreeWith = areOfBasket && other.value <= threshold.value;
  return threshold === null || isFreeWith ? least : minor(0);
};
