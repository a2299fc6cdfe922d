import type { CompiledBook } from '../book/index.ts';
import { type Minor, minor, nothing, percentOf } from '../exact/index.ts';
import { mayAdd, type Offer, type WhyNot } from '../offers/index.ts';
import { type Sorted, takeOff } from './basket.ts';
import { type Charged, charge } from './charge.ts';
import type { Question } from './question.ts';

/** A set of offers used for a service, and what comes of it. */
export interface BestSet {
  readonly used: readonly Offer[];
  readonly cuts: readonly Cut[];
  readonly discount: Minor;
  /** What is paid for delivery; below 0 the service is not offered. */
  readonly delivery: number;
  /** The charge after step 4, and fees that an offer would drop. */
  readonly rate: number;
  readonly droppable: number;
}

/** What an order offer takes off. */
export interface Cut {
  readonly offer: Offer;
  readonly took: Minor;
}

/** Order offers used together, and what they take off. */
export interface OrderSet {
  readonly used: readonly Offer[];
  readonly cuts: readonly Cut[];
  readonly discount: Minor;
}

/** The offers that nothing keeps from a basket: every set of order offers that may add (none at all first), and the delivery offers. */
export interface Live {
  readonly sets: readonly OrderSet[];
  readonly deliveries: readonly Offer[];
}

const without: OrderSet = { used: [], cuts: [], discount: nothing };
const nothingLive: Live = { sets: [without], deliveries: [] };

/** Sorts out which offers could act on a basket. The codes of a basket bound the order offers (eight), so every set is looked at. */
export function liveFor(book: CompiledBook, question: Question, zone: string | null, goods: Minor): Live {
  let live: Offer[] | null = null;
  for (const offer of book.offers) {
    if (barred(offer, question, zone, goods) !== null) continue;
    if (live) live.push(offer);
    else live = [offer];
  }
  if (!live) return nothingLive;
  const sets: OrderSet[] = [];
  addSets(
    sets,
    live.filter((offer) => offer.level === 'order'),
    [],
    0,
    goods,
  );
  return { sets, deliveries: live.filter((offer) => offer.level === 'delivery') };
}

function addSets(sets: OrderSet[], orders: readonly Offer[], used: readonly Offer[], from: number, goods: Minor): void {
  const cuts = cutsOf(used, goods);
  sets.push({ used, cuts, discount: minor(cuts.reduce((sum, cut) => sum + cut.took, 0)) });
  for (let i = from; i < orders.length; i += 1) {
    const next = orders[i];
    if (next && used.every((other) => mayAdd(next, other))) addSets(sets, orders, [...used, next], i + 1, goods);
  }
}

/** What keeps an offer from this basket whatever else is used; null where nothing does. */
export function barred(offer: Offer, question: Question, zone: string | null, goods: number): WhyNot | null {
  if (offer.from !== null && question.moment < offer.from) return { why: 'not begun', from: offer.from };
  if (offer.until !== null && question.moment >= offer.until) return { why: 'ended', until: offer.until };
  if (offer.code !== null && !question.codes.includes(offer.code)) return { why: 'code not entered', code: offer.code };
  if (offer.zones && (zone === null || !offer.zones.has(zone))) return { why: 'place' };
  // Nothing lies before order offers in working order, so theirs and every "before" look at list value.
  if (offer.asks && (offer.asks.test === 'before' || offer.level === 'order') && goods < offer.asks.value) return { why: 'missed', by: minor(offer.asks.value - goods) };
  return null;
}

/** What keeps a delivery offer from a service at a charge after step 4; null where it takes something off. */
export function unhelpful(offer: Offer, service: string, rate: number, droppable: number, after: number): WhyNot | null {
  if (offer.level !== 'delivery') return null;
  if (offer.asks?.test === 'after' && after < offer.asks.value) return { why: 'missed', by: minor(offer.asks.value - after) };
  if (offer.benefit.is === 'free services' && !offer.benefit.services.has(service)) return { why: 'service' };
  if (offer.benefit.is === 'free up to' && rate > offer.benefit.cap) return { why: 'above the cap', charge: minor(rate), cap: offer.benefit.cap };
  return rate + droppable === 0 ? { why: 'nothing to take' } : null;
}

const scratch: Charged = { rate: 0, droppable: 0, stays: 0 };

/**
 * Among the sets of offers that may add, the one by which the shopper pays least for a service; ties go to fewer offers,
 * then to those earlier in the book. At most one delivery offer acts on a service. Leaves the basket as the set has it.
 */
export function bestSet(book: CompiledBook, basket: Sorted, live: Live, service: number): BestSet {
  const id = book.services[service]?.id ?? '';
  const goods = basket.load.value;
  let bestOrders = without;
  let bestOffer: Offer | null = null;
  let [bestDelivery, bestRate, bestDroppable] = [Number.NaN, 0, 0];
  let charged = false;
  for (const set of live.sets) {
    if (basket.load.after !== goods - set.discount) takeOff(book, basket, set.discount);
    // Where no lane minds discounts, one look at the charge does for all sets.
    if (!charged || book.minds) charge(book, basket, service, scratch, null);
    charged = true;
    const { rate, droppable, stays } = scratch;
    for (let i = -1; i < live.deliveries.length; i += 1) {
      const offer = live.deliveries[i] ?? null;
      if (offer && (rate < 0 || !joins(offer, set) || unhelpful(offer, id, rate, droppable, goods - set.discount))) continue;
      const delivery = rate < 0 ? rate : (offer ? 0 : rate + droppable) + stays;
      if (!Number.isNaN(bestDelivery) && !isBetter(delivery, set, offer, bestDelivery, bestOrders, bestOffer)) continue;
      bestOrders = set;
      bestOffer = offer;
      bestDelivery = delivery;
      bestRate = rate;
      bestDroppable = droppable;
    }
  }
  if (basket.load.after !== goods - bestOrders.discount) takeOff(book, basket, bestOrders.discount);
  return { used: usedIn(bestOrders, bestOffer), cuts: bestOrders.cuts, discount: bestOrders.discount, delivery: bestDelivery, rate: bestRate, droppable: bestDroppable };
}

function joins(offer: Offer, set: OrderSet): boolean {
  for (const other of set.used) if (!mayAdd(offer, other)) return false;
  return true;
}

const usedIn = (set: OrderSet, offer: Offer | null): readonly Offer[] => (offer ? [...set.used, offer].sort((a, b) => a.order - b.order) : set.used);

/** Whether one set with its delivery offer goes before another: it leaves the shopper paying less, else uses fewer offers, else earlier ones. */
function isBetter(delivery: number, set: OrderSet, offer: Offer | null, bestDelivery: number, best: OrderSet, bestOffer: Offer | null): boolean {
  // A set under which the service is not offered is worse than any under which it is.
  if (delivery < 0 || bestDelivery < 0) return bestDelivery < 0 && delivery >= 0;
  const [pays, bestPays] = [delivery - set.discount, bestDelivery - best.discount];
  if (pays !== bestPays) return pays < bestPays;
  const [size, bestSize] = [set.used.length + (offer ? 1 : 0), best.used.length + (bestOffer ? 1 : 0)];
  if (size !== bestSize) return size < bestSize;
  const others = usedIn(best, bestOffer);
  for (const [i, one] of usedIn(set, offer).entries()) {
    const other = others[i];
    if (other && one.order !== other.order) return one.order < other.order;
  }
  return false;
}

/** Order offers all work on the amount the level began with; their sum is cut to it, the book's last first. */
function cutsOf(orders: readonly Offer[], goods: Minor): Cut[] {
  let left: number = goods;
  return orders.map((offer) => {
    const took = offer.benefit.is === 'percent off order' ? minor(Math.min(percentOf(goods, offer.benefit.percent), left)) : nothing;
    left -= took;
    return { offer, took };
  });
}
