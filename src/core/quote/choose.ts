import type { CompiledBook } from '../book/index.ts';
import { type Decimal, type Minor, minor, nothing, percentOf } from '../exact/index.ts';
import type { Offer, WhyNot } from '../offers/index.ts';
import { type Sorted, sorted, takeOff } from './basket.ts';
import { type Charged, charge } from './charge.ts';
import { cheapestOf } from './cheapest.ts';
import type { Carriage, Costing } from './costing.ts';
import { afterOrder, applyOffer, type Field, fieldOf, type Left, missedAfter, untouched } from './field.ts';
import { type Candidate, candidatesFor, deliveryWant, goesDownTo, type Setting, settingOf, taxRateOf } from './live.ts';
import type { Line, Question } from './question.ts';
import { bestOf, type Found, type Searched } from './search.ts';
import { sharesOf } from './shares.ts';
import { chargedFrom, type Slope, slopeOfDiscounts, slopeOfGifts, thresholdsAfter } from './slope.ts';
import { allJoin, startOf, within } from './start.ts';

/** All that offers need of one basket; used for one service after the other. */
export interface Deal {
  readonly book: CompiledBook;
  readonly question: Question;
  readonly basket: Sorted;
  readonly setting: Setting;
  readonly field: Field;
  /** What the set in hand leaves; whole again between searches. */
  readonly left: Left;
  /** The rates that are added to the prices shown, a line each, and to delivery; null where none is. */
  readonly added: { readonly lines: readonly (Decimal | null)[]; readonly delivery: Decimal | null } | null;
  /** Gifts, goods and order offers, by their places in the field. */
  readonly before: readonly number[];
  /** The best set of them, whatever it does to delivery; sought once. */
  relaxed: Searched | null;
  /** The service that is the cheapest choice with no offer used; sought once. */
  cheapest: number | null | undefined;
  /** The basket with gifts beside it, by their SKUs. */
  readonly gifted: Map<string, Sorted>;
}

/** The one choice of a basket that its channel stocks, in place of a service. */
export const ofTheChannel = -1;

/** A set of offers used for a service, and what comes of it. */
export interface BestSet {
  /** By their places in the field. */
  readonly used: readonly number[];
  /** What the goods cost less; gifts not counted. */
  readonly discount: Minor;
  /** What is paid for delivery; below 0 the service is not offered. */
  readonly delivery: number;
  /** False where the search was broken off: some set may save up to `gap` more, or as much with fewer offers. */
  readonly proved: boolean;
  readonly gap: Minor;
}

/** What one offer of a set took: off goods and order, in all and off each line of the basket, or off delivery. */
export interface Cut {
  readonly offer: Offer;
  readonly took: Minor;
  readonly lines: readonly Minor[];
}

/** A set worked out in full. */
export interface Settled {
  readonly cuts: readonly Cut[];
  /** What is off each line, its share of order offers in it. */
  readonly off: readonly Minor[];
  readonly gifts: readonly Line[];
  /** The basket as it is delivered, gifts in it. */
  readonly basket: Sorted;
  readonly charged: Charged;
  /** Whether a delivery offer waives what free delivery waives. */
  readonly waives: boolean;
}

/** Makes ready what offers may do to a basket. */
export function dealFor(book: CompiledBook, question: Question, basket: Sorted): Deal {
  let goods = 0;
  for (const { item, units } of question.lines) goods += item.price * units;
  const setting = settingOf(book, question, goods, basket.stocked);
  const field = fieldOf(setting, candidatesFor(setting));
  const before: number[] = [];
  for (let i = 0; i < field.candidates.length; i += 1)
    if ((field.candidates[i] as Candidate).sort !== 'delivery') before.push(i);
  return {
    book,
    question,
    basket,
    setting,
    field,
    left: untouched(setting),
    added: book.market.body.tax === 'added' && book.body.taxes.length > 0 ? addedTo(book, question) : null,
    before,
    relaxed: null,
    cheapest: undefined,
    gifted: new Map(),
  };
}

const addedTo = (book: CompiledBook, question: Question): NonNullable<Deal['added']> => ({
  lines: question.lines.map(({ item }) => taxRateOf(book, question, item.taxClass)),
  delivery: taxRateOf(book, question, book.body.deliveryClass),
});

const scratch: Charged = { rate: 0, waivable: 0, stays: 0 };

/** The delivery offers that may act on a service, by their places in the field. */
function actingOn(deal: Deal, service: number): number[] {
  const { book, field, before } = deal;
  const acting: number[] = [];
  for (let i = before.length; i < field.candidates.length; i += 1)
    if (reaches(deal, (field.candidates[i] as Candidate).offer, service, book.services[service]?.id ?? ''))
      acting.push(i);
  return acting;
}

function reaches(deal: Deal, { benefit, kind }: Offer, service: number, id: string): boolean {
  if (kind.sort !== 'delivery') return false;
  const named = kind.services(benefit);
  if (named !== null) return named.has(id);
  if (deal.cheapest === undefined) deal.cheapest = cheapestOf(deal.book, sorted(deal.question));
  return deal.cheapest === service;
}

/**
 * Among the sets of offers that keep every either/or, the one by which the shopper pays least for a service (its place
 * in the book), gifts counted at their worth; ties go to fewer offers, then to those earlier in the book.
 */
export function bestSet(deal: Deal, service: number): BestSet {
  const { field, left, before } = deal;
  const acting = actingOn(deal, service);
  const costing = new ServiceCosting(deal, service);
  const plain = costing.cost(left);
  if (before.length + acting.length === 0)
    return ofUse(deal, service, { used: [], cost: plain }, Number.POSITIVE_INFINITY);
  const bounded = costing.discounts !== 'any' && costing.gifts !== 'any';
  // Where more offers never make delivery cheaper, what is refused without any is refused with them.
  if (Number.isNaN(plain) && bounded) return refusedBy(costing.carriage.rate);
  if (bounded) {
    const quick = apartBest(deal, acting, costing);
    if (quick) return ofUse(deal, service, quick, Number.POSITIVE_INFINITY);
  }
  const all = [...before, ...acting];
  const searched = bestOf(
    field,
    left,
    all,
    costing,
    all.length > 6 ? startOf(field, left, all, costing, deal.relaxed?.found?.used ?? []) : null,
  );
  return searched.found
    ? ofUse(deal, service, searched.found, searched.open)
    : refusedBy(chargedPlainly(deal, service));
}

function ofUse(deal: Deal, service: number, found: Found, open: number): BestSet {
  if (Number.isNaN(found.cost)) return refusedBy(chargedPlainly(deal, service));
  const discount = within(deal.field, deal.left, found.used, () =>
    minor(deal.setting.goods - deal.left.goods + deal.left.order),
  );
  const delivery = within(deal.field, deal.left, found.used, () => delivered(deal, service, deal.left));
  // A set left open that costs the same may go before it.
  const proved = open > found.cost;
  return { used: found.used, discount, delivery, proved, gap: proved ? nothing : minor(found.cost - open) };
}

const refusedBy = (rate: number): BestSet => ({
  used: [],
  discount: nothing,
  delivery: rate,
  proved: true,
  gap: nothing,
});

function chargedPlainly(deal: Deal, service: number): number {
  chargeLeft(deal, service, deal.left);
  return scratch.rate;
}

/**
 * The best set where goods and order offers on one side, delivery offers on the other, each at their best, can be used
 * together and delivery costs no more for it: then no set costs less. Null where that is not so.
 */
function apartBest(deal: Deal, acting: readonly number[], costing: Costing): Found | null {
  const { field, left, before } = deal;
  deal.relaxed ??=
    before.length === 0
      ? { found: nobody, open: Number.POSITIVE_INFINITY }
      : bestOf(
          field,
          left,
          before,
          goodsAlone(deal),
          before.length > 6 ? startOf(field, left, before, goodsAlone(deal), []) : null,
        );
  const { found, open } = deal.relaxed;
  if (!found || open < found.cost) return null;
  const fixed =
    costing.discounts === 'no matter' && !found.used.some((i) => (field.candidates[i] as Candidate).sort === 'gift');
  const settles = acting.every((i) => !goesDownTo((field.candidates[i] as Candidate).offer));
  if (acting.length > 0 && !fixed && !settles) return null;
  const delivery =
    acting.length === 0
      ? { found: { used: [], cost: costing.cost(left) }, open: Number.POSITIVE_INFINITY }
      : bestOf(field, left, acting, costing, null);
  if (!delivery.found || delivery.open < delivery.found.cost) return null;
  const least = within(deal.field, deal.left, delivery.found.used, () => paidBy(deal, left, costing.carriage));
  const used = [...found.used, ...delivery.found.used];
  if (!allJoin(field, used)) return null;
  return within(deal.field, deal.left, used, () => {
    const cost = costing.cost(left);
    const paid = Number.isNaN(cost) ? Number.NaN : paidBy(deal, left, costing.carriage);
    return paid === least ? { used, cost } : null;
  });
}

const nobody: Found = { used: [], cost: 0 };

/** What sets cost by a service; how delivery goes with more than one is worked out when it is asked. */
class ServiceCosting implements Costing {
  readonly carriage = { rate: 0, waivable: 0, stays: 0 };
  readonly tax: Costing['tax'];
  readonly #deal: Deal;
  readonly #service: number;
  #known = false;
  #discounts: Slope | null = null;

  constructor(deal: Deal, service: number) {
    this.#deal = deal;
    this.#service = service;
    this.tax = taxBounds(deal);
  }

  cost(left: Left): number {
    const deal = this.#deal;
    const service = this.#service;
    // Where no lane dependsOnDiscounts discounts, one look at the charge does for all sets without gifts.
    if (!this.#known || left.gifts.length > 0 || this.discounts !== 'no matter') {
      chargeLeft(deal, service, left);
      this.carriage.rate = scratch.rate;
      this.carriage.waivable = scratch.waivable;
      this.carriage.stays = scratch.stays;
      this.#known = left.gifts.length === 0;
    }
    const paid = paidBy(deal, left, this.carriage);
    if (Number.isNaN(paid)) return paid;
    const cost = paidFor(deal, left, paid);
    return raisedByGift(deal, service, left, cost) ? Number.NaN : cost - left.worth;
  }

  get discounts(): Slope {
    const { book, basket } = this.#deal;
    this.#discounts ??=
      this.#service === ofTheChannel ? 'no matter' : slopeOfDiscounts(book, basket, this.#service, giftsOf(this.#deal));
    return this.#discounts;
  }

  get gifts(): Slope {
    const { book, basket } = this.#deal;
    return this.#service === ofTheChannel
      ? 'no matter'
      : slopeOfGifts(book, basket, this.#service, giftsOf(this.#deal));
  }

  get turns(): readonly number[] {
    return this.#service === ofTheChannel ? [] : thresholdsAfter(this.#deal.basket, this.#service);
  }

  carriageFrom(value: number): Readonly<Carriage> {
    return this.discounts === 'no matter'
      ? this.carriage
      : chargedFrom(this.#deal.book, this.#deal.basket, this.#service, value);
  }
}

const noGifts: readonly Line[] = [];
/** The gifts that may be used; they stand first in the field. */
const giftsOf = ({ field: { candidates } }: Deal): readonly Line[] =>
  candidates[0]?.gift ? candidates.flatMap((one) => one.gift ?? []) : noGifts;

/** What sets cost where delivery is left out of it. */
function goodsAlone(deal: Deal): Costing {
  const carriage = { rate: 0, waivable: 0, stays: 0 };
  return {
    carriage,
    cost: (left) => paidFor(deal, left, 0) - left.worth,
    turns: [],
    carriageFrom: () => carriage,
    discounts: 'no matter',
    gifts: 'no matter',
    tax: taxBounds(deal),
  };
}

function taxBounds({ added }: Deal): Costing['tax'] {
  if (!added) return null;
  const share = (rate: Decimal | null) => (rate === null ? 0 : Number(rate.digits) / (100 * 10 ** rate.scale));
  const lines = added.lines.map(share);
  return {
    least: Math.min(...lines),
    most: Math.max(...lines, share(added.delivery)),
    delivery: share(added.delivery),
  };
}

/** What the shopper pays in all with a set in hand, tax that is added in it. */
function paidFor({ added }: Deal, left: Left, delivery: number): number {
  const paid = left.goods - left.order + delivery;
  if (!added) return paid;
  let tax = added.delivery ? percentOf(minor(delivery), added.delivery) : 0;
  const shares = left.order > 0 ? sharesOf(left.lines, left.order) : null;
  for (let i = 0; i < left.lines.length; i += 1) {
    const rate = added.lines[i];
    if (rate) tax += percentOf(minor((left.lines[i] as number) - (shares?.[i] ?? 0)), rate);
  }
  return paid + tax;
}

/** Whether an offer without a code brings a gift for which the shopper would pay more than without it. */
function raisedByGift(deal: Deal, service: number, left: Left, cost: number): boolean {
  if (left.gifts.length === 0 || service === ofTheChannel) return false;
  for (const gift of left.gifts) {
    const candidate = deal.field.candidates.find((one) => one.gift === gift);
    if (candidate?.offer.code !== null) continue;
    const others = { ...left, gifts: left.gifts.filter((one) => one !== gift), worth: left.worth - candidate.most };
    chargeLeft(deal, service, others);
    // What takes only of the dearer delivery that the gift brings would not act without it.
    const paid = paidBy(deal, { ...others, delivering: acting(left.delivering, scratch) }, scratch);
    if (!(paid >= 0)) continue;
    if (paidFor(deal, others, paid) < cost) return true;
  }
  return false;
}

/**
 * What is paid for delivery with a set in hand; not a number where the service is refused, or a delivery offer of the
 * set cannot be used so.
 */
function delivered(deal: Deal, service: number, left: Left): number {
  chargeLeft(deal, service, left);
  return paidBy(deal, left, scratch);
}

/** The same where the charge is known. */
function paidBy(deal: Deal, left: Left, { rate, waivable, stays }: Charged): number {
  if (rate < 0) return Number.NaN;
  const taken = takenOff(deal, left, rate, waivable);
  return taken === null ? Number.NaN : rate - taken.off + (taken.waives ? 0 : waivable) + stays;
}

interface Taken {
  readonly off: number;
  readonly waives: boolean;
  /** What each delivery offer of the set saved, waived fees with the first that waives them. */
  readonly each: readonly number[];
}
const untaken: Taken = { off: 0, waives: false, each: [] };

/**
 * What the delivery offers of a set take off a charge, the book's last giving way; null where one of them takes
 * nothing, misses what it asks, or would break its budget.
 */
function takenOff(deal: Deal, left: Left, rate: number, waivable: number): Taken | null {
  if (left.delivering.length === 0) return untaken;
  let [off, waives] = [0, false];
  const each: number[] = [];
  for (const { offer, left: budget } of left.delivering) {
    if (missedAfter(deal.field, offer, left) !== null) return null;
    const want = deliveryWant(offer, rate);
    const took = Math.min(want.off, rate - off);
    const saved = took + (want.waives && !waives ? waivable : 0);
    if (saved === 0 || saved > budget) return null;
    off += took;
    waives ||= want.waives;
    each.push(saved);
  }
  return { off, waives, each };
}

/** Those of some delivery offers, in order, that take something of a charge. */
function acting(delivering: readonly Candidate[], { rate, waivable }: Charged): Candidate[] {
  let [off, waives] = [0, false];
  return delivering.filter(({ offer }) => {
    const want = deliveryWant(offer, rate);
    const took = Math.min(want.off, rate - off);
    const saves = took > 0 || (want.waives && !waives && waivable > 0);
    if (saves) [off, waives] = [off + took, waives || want.waives];
    return saves;
  });
}

/**
 * Charges the basket for a service with what a set leaves of it, into the scratch; gives the basket as it is delivered.
 */
function chargeLeft(deal: Deal, service: number, left: Left): Sorted {
  const { book, question } = deal;
  let { basket } = deal;
  if (left.gifts.length > 0) {
    const key = left.gifts.map((gift) => `${gift.units} ${gift.item.sku}`).join(', ');
    basket = deal.gifted.get(key) ?? sorted(question, [...left.gifts]);
    deal.gifted.set(key, basket);
  }
  if (service === ofTheChannel) {
    scratch.rate = 0;
    scratch.waivable = 0;
    scratch.stays = 0;
    return basket;
  }
  takeOff(book, basket, left);
  charge(book, basket, service, scratch, null);
  return basket;
}

/** The offers of a set, in the book's order. */
export const usedIn = ({ field }: Deal, { used }: Pick<BestSet, 'used'>): Offer[] =>
  used.map((i) => (field.candidates[i] as Candidate).offer).sort((a, b) => a.order - b.order);

/** Works a set out in full; leaves its basket as the set has it. */
export function settle(deal: Deal, best: BestSet, service: number): Settled {
  const { field, left } = deal;
  const cuts: Cut[] = [];
  const undo: (() => void)[] = [];
  const none = field.lines.map(() => nothing);
  for (const i of best.used) {
    const candidate = field.candidates[i] as Candidate;
    const took = applyOffer(field, candidate, left);
    if (!took) continue;
    undo.push(took.back);
    if (candidate.sort === 'delivery') continue;
    const lines = candidate.sort === 'order' ? sharesOf(left.lines, took.saved) : [...none];
    candidate.cuts.forEach((cut, k) => {
      lines[cut.line] = minor(took.lines[k] ?? 0);
    });
    cuts.push({ offer: candidate.offer, took: candidate.gift ? nothing : minor(took.saved), lines });
  }
  const gifts = [...left.gifts];
  const basket = chargeLeft(deal, service, left);
  const charged = { ...scratch };
  const taken = (charged.rate < 0 ? null : takenOff(deal, left, charged.rate, charged.waivable)) ?? untaken;
  left.delivering.forEach(({ offer }, k) => {
    cuts.push({ offer, took: minor(taken.each[k] ?? 0), lines: none });
  });
  const remaining = afterOrder(left);
  const off = field.lines.map((line, i) => minor(line.item.price * line.units - (remaining[i] ?? 0)));
  for (const back of undo.reverse()) back();
  return { cuts, off, gifts, basket, charged, waives: taken.waives };
}

/** Why an offer that nothing bars is not used for a service, beside what is. */
export function whyUnused(deal: Deal, offer: Offer, best: BestSet, settled: Settled, service: number): WhyNot {
  const at = deal.field.candidates.findIndex((one) => one.offer === offer);
  const candidate = deal.field.candidates[at];
  const outweighed: WhyNot = { why: 'outweighed', by: usedIn(deal, best).map((one) => one.id) };
  if (!candidate) return { why: 'nothing to take' };
  const { benefit, kind } = offer;
  if (candidate.most > candidate.left) return { why: 'budget', left: minor(candidate.left), saving: candidate.most };
  const missed = within(deal.field, deal.left, best.used, () => missedAfter(deal.field, offer, deal.left));
  if (missed !== null) return { why: 'missed', by: missed };
  if (kind.sort === 'delivery') {
    const id = deal.book.services[service]?.id ?? '';
    if (!reaches(deal, offer, service, id))
      return { why: kind.services(benefit) === null ? 'not the cheapest' : 'service' };
    const { rate, waivable } = settled.charged;
    const want = deliveryWant(offer, rate);
    const saving = minor(want.off + (want.waives ? waivable : 0));
    if (saving === 0) return { why: 'nothing to take' };
    return saving > candidate.left ? { why: 'budget', left: minor(candidate.left), saving } : outweighed;
  }
  if (
    candidate.gift &&
    offer.code === null &&
    allJoin(
      deal.field,
      [...best.used, at].sort((a, b) => a - b),
    )
  ) {
    const paid = (used: readonly number[]) =>
      within(deal.field, deal.left, used, () => {
        const delivery = delivered(deal, service, deal.left);
        return Number.isNaN(delivery) ? delivery : paidFor(deal, deal.left, delivery);
      });
    const more = paid([...best.used, at].sort((a, b) => a - b)) - paid(best.used);
    if (more > 0) return { why: 'gift costs', more: minor(more) };
  }
  return outweighed;
}
