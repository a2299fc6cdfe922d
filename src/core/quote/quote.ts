import type { CompiledBook } from '../book/index.ts';
import { type Mass, type Minor, minor, nothing, percentOf, splitByLargestRemainder } from '../exact/index.ts';
import { mayAdd, type Offer, type WhyNot } from '../offers/index.ts';
import { patternText } from '../places/index.ts';
import { chargeOf, type Lane } from '../rates/index.ts';
import type { Answer, Choice, Missing, Step } from './answer.ts';
import type { Question } from './question.ts';

/** What the book means for a question: every service with its discount and charge, or why it is missing. */
export function quote(book: CompiledBook, question: Question): Answer {
  const basket = basketOf(question);
  const fall = book.zoneOf(question.place);
  if (!fall) {
    const missing = book.services.map((service): Missing => ({ service: service.id, why: 'not delivered to' }));
    return { zone: null, ...basket, choices: [], missing };
  }
  const zone = fall.zone.id;
  const lanes = book.lanes.get(zone);
  const live = book.offers.filter((offer) => barred(offer, question, zone, basket.goods) === null);
  const choices: Choice[] = [];
  const missing: Missing[] = [];
  for (const { id: service } of book.services) {
    const lane = lanes?.get(service);
    const rated = lane && chargeOf(lane.rate, basket.mass);
    if (!lane || !rated) missing.push({ service, why: 'no lane' });
    else if (!rated.ok) missing.push({ service, why: rated.why });
    else {
      const { discount, delivery, used } = bestSet(live, service, lane, rated.amount, basket.goods);
      choices.push({ service, discount, delivery, total: minor(basket.goods - discount + delivery), used: used.map((offer) => offer.id) });
    }
  }
  return { zone, ...basket, choices: choices.sort((a, b) => a.delivery - b.delivery), missing };
}

/** The steps of one offered choice, every offer of the book among them: used, or why not. Empty where it is not offered. */
export function explain(book: CompiledBook, question: Question, service: string): Step[] {
  const { goods, mass } = basketOf(question);
  const fall = book.zoneOf(question.place);
  const lane = fall && book.lanes.get(fall.zone.id)?.get(service);
  const rated = lane && chargeOf(lane.rate, mass);
  if (!fall || !lane || !rated?.ok) return [];
  const zone = fall.zone.id;
  const live = book.offers.filter((offer) => barred(offer, question, zone, goods) === null);
  const best = bestSet(live, service, lane, rated.amount, goods);
  const steps: Step[] = [
    { step: 'place', zone, pattern: patternText(fall.pattern) },
    { step: 'goods', value: goods, mass },
  ];
  for (const { offer, took } of best.cuts) {
    if (offer.benefit.is !== 'percent off order') continue;
    const values = question.lines.map((line) => line.price * line.units);
    const lines = goods > 0 ? splitByLargestRemainder(took, values) : values.map(() => nothing);
    steps.push({ step: 'discount', offer: offer.id, percent: offer.benefit.percent, took, lines });
  }
  const { rate } = lane;
  const at = rated.at ?? 0;
  steps.push(rate.is === 'table' ? { step: 'rate', kind: 'table', above: rate.edges[at - 1] ?? null, upTo: rate.edges[at] ?? null } : { step: 'rate', kind: rate.is });
  steps.push({ step: 'charge', amount: rated.amount });
  if (lane.freeFrom) {
    const value = lane.freeFrom.test === 'after' ? minor(goods - best.discount) : goods;
    const met = value >= lane.freeFrom.value;
    steps.push({ step: 'threshold', threshold: lane.freeFrom, value, met, took: met ? rated.amount : nothing });
  }
  const charge = freed(lane, rated.amount, goods, best.discount);
  for (const offer of best.used) if (offer.level === 'delivery') steps.push({ step: 'offer', offer: offer.id, took: charge });
  for (const offer of book.offers) {
    if (best.used.includes(offer)) continue;
    const why = barred(offer, question, zone, goods) ?? unhelpful(offer, service, charge, minor(goods - best.discount)) ?? { why: 'outweighed', by: best.used.map((one) => one.id) };
    steps.push({ step: 'unused', offer: offer.id, why });
  }
  steps.push({ step: 'pays', goods, discount: best.discount, delivery: best.delivery, total: minor(goods - best.discount + best.delivery) });
  return steps;
}

function basketOf(question: Question): { goods: Minor; mass: Mass | null } {
  let goods = 0;
  let mass: number | null = 0;
  for (const line of question.lines) {
    goods += line.price * line.units;
    mass = mass === null || line.mass === null ? null : mass + line.mass * line.units;
  }
  if (!Number.isSafeInteger(goods) || !Number.isSafeInteger(mass ?? 0)) throw new RangeError('The basket is worth or weighs more than can be counted exactly');
  return { goods: minor(goods), mass: mass as Mass | null };
}

/** What keeps an offer from this basket whatever else is used; null where nothing does. */
function barred(offer: Offer, question: Question, zone: string, goods: Minor): WhyNot | null {
  if (offer.from !== null && question.moment < offer.from) return { why: 'not begun', from: offer.from };
  if (offer.until !== null && question.moment >= offer.until) return { why: 'ended', until: offer.until };
  if (offer.code !== null && !question.codes.includes(offer.code)) return { why: 'code not entered', code: offer.code };
  if (offer.zones && !offer.zones.has(zone)) return { why: 'place' };
  // Nothing lies before order offers in working order, so theirs and every "before" look at list value.
  if (offer.asks && (offer.asks.test === 'before' || offer.level === 'order') && goods < offer.asks.value) return { why: 'missed', by: minor(offer.asks.value - goods) };
  return null;
}

/** What keeps a delivery offer from this service at this charge; null where it takes the charge off. */
function unhelpful(offer: Offer, service: string, charge: Minor, after: Minor): WhyNot | null {
  if (offer.level !== 'delivery') return null;
  if (offer.asks?.test === 'after' && after < offer.asks.value) return { why: 'missed', by: minor(offer.asks.value - after) };
  if (offer.benefit.is === 'free services' && !offer.benefit.services.has(service)) return { why: 'service' };
  if (offer.benefit.is === 'free up to' && charge > offer.benefit.cap) return { why: 'above the cap', charge, cap: offer.benefit.cap };
  return charge === 0 ? { why: 'nothing to take' } : null;
}

const freed = (lane: Lane, charge: Minor, goods: Minor, discount: Minor): Minor => {
  if (!lane.freeFrom) return charge;
  return (lane.freeFrom.test === 'after' ? goods - discount : goods) >= lane.freeFrom.value ? nothing : charge;
};

interface BestSet {
  readonly used: readonly Offer[];
  readonly cuts: readonly Cut[];
  readonly discount: Minor;
  readonly delivery: Minor;
}

/** What an order offer takes off. */
interface Cut {
  readonly offer: Offer;
  readonly took: Minor;
}

/**
 * Among the sets of offers that may add, the one by which the shopper pays least; ties go to fewer offers, then to those
 * earlier in the book. Every set is looked at: the codes of a basket bound the order offers (eight), and at most one
 * delivery offer acts on a service.
 */
function bestSet(live: readonly Offer[], service: string, lane: Lane, charge: Minor, goods: Minor): BestSet {
  if (live.length === 0) return { used: live, cuts: [], discount: nothing, delivery: freed(lane, charge, goods, nothing) };
  const orders = live.filter((offer) => offer.level === 'order');
  const deliveries = live.filter((offer) => offer.level === 'delivery');
  let best: BestSet | null = null;
  const consider = (chosen: readonly Offer[]) => {
    const cuts = cutsOf(chosen, goods);
    const discount = cuts.reduce((sum, cut) => sum + cut.took, 0) as Minor;
    const rate = freed(lane, charge, goods, discount);
    const plain: BestSet = { used: chosen, cuts, discount, delivery: rate };
    if (!best || better(plain, best)) best = plain;
    for (const offer of deliveries) {
      if (!chosen.every((other) => mayAdd(offer, other)) || unhelpful(offer, service, rate, minor(goods - discount))) continue;
      const free: BestSet = { used: [...chosen, offer].sort((a, b) => a.order - b.order), cuts, discount, delivery: nothing };
      if (better(free, best)) best = free;
    }
  };
  const extend = (chosen: readonly Offer[], from: number) => {
    consider(chosen);
    for (let i = from; i < orders.length; i += 1) {
      const next = orders[i];
      if (next && chosen.every((other) => mayAdd(next, other))) extend([...chosen, next], i + 1);
    }
  };
  extend([], 0);
  return best ?? { used: [], cuts: [], discount: nothing, delivery: charge };
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

function better(a: BestSet, b: BestSet): boolean {
  const paysA = a.delivery - a.discount;
  const paysB = b.delivery - b.discount;
  if (paysA !== paysB) return paysA < paysB;
  if (a.used.length !== b.used.length) return a.used.length < b.used.length;
  for (const [i, offer] of a.used.entries()) {
    const other = b.used[i];
    if (other && offer.order !== other.order) return offer.order < other.order;
  }
  return false;
}
