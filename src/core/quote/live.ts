import type { CompiledBook } from '../book/index.ts';
import { itemFor } from '../book/index.ts';
import { type Decimal, type Minor, minor, mondayOf, percentOf, splitByLargestRemainder } from '../exact/index.ts';
import {
  allGoods,
  type Budget,
  codeKindOf,
  conditionKindOf,
  type LineCut,
  lies,
  type Offer,
  partOf,
  valueIn,
  type WhyNot,
} from '../offers/index.ts';
import { firstZone, isStocked } from './basket.ts';
import type { Line, Question, Spent } from './question.ts';

/** An offer that nothing keeps from a basket, with what it could take there at the most. */
export interface Candidate {
  readonly offer: Offer;
  readonly sort: Offer['kind']['sort'];
  /** Off each line, where the offer is of the goods level. */
  readonly cuts: readonly LineCut[];
  /** The gift it brings: a line beside the basket. */
  readonly gift: Line | null;
  /** At most this, whatever else is used; a gift's worth. For delivery it depends on the charge, and is 0 here. */
  readonly most: Minor;
  /** What is left to be saved by it; infinite without a budget. */
  readonly left: number;
}

const fresh: Spent = { uses: 0, own: 0, rows: [] };

/** What is left of an offer's budget, in the market's minor units rounded down; infinite where it has none. */
export function budgetLeft(book: CompiledBook, offer: Offer, question: Question): number {
  const { budget } = offer.limits;
  if (budget === null) return Number.POSITIVE_INFINITY;
  const left = budgetOf(budget, question.shopper.channel) - spentOf(offer, budget, question);
  if (left <= 0) return 0;
  const { conversion } = book;
  return conversion ? Number((BigInt(left) * conversion.up) / conversion.down) : left;
}

const budgetOf = ({ amount, split }: Budget, channel: string | null): number =>
  split === null ? amount : channel === null ? 0 : (split.get(channel) ?? 0);

/**
 * What an offer has cost so far: this week alone where its budget is for a week, in this channel alone where it is
 * split.
 */
function spentOf(offer: Offer, budget: Budget, { shopper, moment }: Question): number {
  const { rows } = shopper.spent.get(offer.id) ?? fresh;
  if (rows.length === 0) return 0;
  const week = budget.per === 'week' ? mondayOf(moment, offer.zone) : null;
  let sum = 0;
  for (const row of rows)
    if ((week === null || row.week === week) && (budget.split === null || row.channel === shopper.channel))
      sum += row.amount;
  return sum;
}

/** What a basket is worked with before any offer. */
export interface Setting {
  readonly book: CompiledBook;
  readonly question: Question;
  /** List value of the goods. */
  readonly goods: number;
  /** Whether the basket's channel stocks some line, or every one. */
  readonly stocked: 'none' | 'some' | 'all';
  /** The zone of the first line, and of the first that the channel does not stock; null for none. */
  readonly zone: string | null;
  readonly ownZone: string | null;
}

export function settingOf(book: CompiledBook, question: Question, goods: number, stocked: Setting['stocked']): Setting {
  const zone = firstZone(question, true);
  return { book, question, goods, stocked, zone, ownZone: stocked === 'none' ? zone : firstZone(question, false) };
}

/**
 * The offers that nothing keeps from a basket: gifts, goods offers, order offers, delivery offers, each in the book's
 * order.
 */
export function candidatesFor(setting: Setting): Candidate[] {
  const { book, question } = setting;
  let found: Candidate[] | null = null;
  const { offers } = book;
  const codeless = question.codes.length === 0;
  for (let i = 0; i < offers.length; i += 1) {
    const offer = offers[i] as Offer;
    if ((codeless && offer.code !== null) || keptOut(setting, offer) !== null) continue;
    const candidate = candidateFor(setting, offer);
    if (candidate.most <= 0 && candidate.sort !== 'delivery') continue;
    found ??= [];
    found.push(candidate);
  }
  return found === null
    ? none
    : found.length === 1
      ? found
      : found.sort((a, b) => ranks[a.sort] - ranks[b.sort] || a.offer.order - b.offer.order);
}
const none: Candidate[] = [];
/** The order in which sorts of candidates stand and act. */
export const ranks: Record<Candidate['sort'], number> = { gift: 0, goods: 1, order: 2, delivery: 3 };

/** The lines that count for what an offer asks, and for whom it is. */
export function countedBy(offer: Offer, { question, stocked }: Pick<Setting, 'question' | 'stocked'>): readonly Line[] {
  if (stocked === 'none' || offer.stocked) return question.lines;
  return question.lines.filter(({ item }) => !isStocked(item, question.shopper.channel));
}

/** What keeps an offer from this basket whatever else is used; null where nothing does. */
export function keptOut(setting: Setting, offer: Offer): WhyNot | null {
  const { book, question } = setting;
  const { shopper } = question;
  if (offer.from !== null && question.moment < offer.from) return { why: 'not begun', from: offer.from };
  if (offer.until !== null && question.moment >= offer.until) return { why: 'ended', until: offer.until };
  if (offer.code !== null && !enters(offer.code, question)) return { why: 'code not entered', code: offer.code };
  const zone = offer.stocked ? setting.zone : setting.ownZone;
  if (offer.zones && (zone === null || !offer.zones.has(zone))) return { why: 'place' };
  if (offer.markets && !offer.markets.has(book.market.body.id)) return { why: 'market' };
  if (offer.channels && (shopper.channel === null || !offer.channels.has(shopper.channel))) return { why: 'channel' };
  if (offer.segments && (shopper.segment === null || !offer.segments.has(shopper.segment))) return { why: 'segment' };
  const lines = countedBy(offer, setting);
  for (const ask of offer.conditions) {
    const kind = conditionKindOf(ask);
    // Nothing lies before the goods level in working order, so its offers and every "before" look at list value.
    if (offer.level !== 'goods' && kind.value(ask)?.test === 'after') continue;
    const missed = kind.missed(ask, lines, lines === question.lines ? setting.goods : valueIn(lines, allGoods));
    if (missed) return missed;
  }
  if (offer.limits.uses !== null || offer.limits.each !== null || offer.limits.budget !== null) {
    const { uses, own } = shopper.spent.get(offer.id) ?? fresh;
    if (offer.limits.uses !== null && uses >= offer.limits.uses) return { why: 'used up', uses };
    if (offer.limits.each !== null && own >= offer.limits.each) return { why: 'used by the customer', uses: own };
    if (offer.limits.budget !== null && budgetLeft(book, offer, question) <= 0)
      return { why: 'budget', left: minor(0), saving: minor(0) };
  }
  const part = partOf(offer) ?? offer.needs;
  if (part !== null && !lines.some((line) => lies(line.item, part))) return { why: 'no such goods' };
  if (offer.kind.sort !== 'gift') return null;
  const gift = offer.kind.gift(offer.benefit);
  return giftFor(gift, setting) ? null : { why: 'gift not sold', sku: gift.sku };
}

/** A gift as a line; null where the channel does not list it, or does not stock it while it stocks all the rest. */
function giftFor(
  { sku, units }: { readonly sku: string; readonly units: number },
  { question, stocked }: Setting,
): Line | null {
  const { channel, itemOf } = question.shopper;
  const found = itemOf(sku);
  const item = found && itemFor(found, channel, question.moment);
  if (
    !item ||
    (channel !== null && item.notListed.includes(channel)) ||
    (stocked === 'all' && !isStocked(item, channel))
  )
    return null;
  return { item, units };
}

const enters = (code: NonNullable<Offer['code']>, { codes, shopper }: Question): boolean =>
  codeKindOf(code).isEntered(code, { codes, singles: shopper.singles });

const noCuts: readonly LineCut[] = [];

/** What an offer could take off a basket. */
function candidateFor(setting: Setting, offer: Offer): Candidate {
  const { book, question, goods } = setting;
  const left = budgetLeft(book, offer, question);
  const { benefit, kind } = offer;
  const { most: cap } = offer.limits;
  const { sort } = kind;
  switch (sort) {
    case 'delivery':
      return { offer, sort, cuts: noCuts, gift: null, most: minor(0), left };
    case 'gift': {
      const gift = giftFor(kind.gift(benefit), setting) as Line;
      const list = minor(gift.item.price * gift.units);
      return { offer, sort, cuts: noCuts, gift, most: minor(list + giftTax(setting, gift, list)), left };
    }
    case 'order': {
      const part = kind.looksAt(benefit)?.part;
      const most = kind.most(benefit, goods, part === undefined ? goods : valueIn(countedBy(offer, setting), part));
      return { offer, sort, cuts: noCuts, gift: null, most: minor(Math.min(most, goods, cap ?? most)), left };
    }
    case 'goods': {
      const cuts = capped(kind.cuts(benefit, question.lines), cap);
      let most = 0;
      for (const cut of cuts) most += cut.amount;
      return { offer, sort, cuts, gift: null, most: minor(most), left };
    }
  }
}

/** The tax that would be added to a gift's list value, where prices are shown without. */
function giftTax({ book, question }: Setting, { item }: Line, list: Minor): Minor {
  const rate = book.market.body.tax === 'added' ? taxRateOf(book, question, item.taxClass) : null;
  return rate ? percentOf(list, rate) : minor(0);
}

/** The tax rate of a class where the address lies that decides about it; null for none. */
export const taxRateOf = (book: CompiledBook, { place, billing }: Question, taxClass: string): Decimal | null =>
  book.taxOf(taxClass, book.market.body.decides === 'billing' ? (billing ?? place) : place);

/** Cuts that together come to no more than a cap, each its share of it by largest remainder. */
function capped(cuts: LineCut[], cap: Minor | null): readonly LineCut[] {
  if (cap === null) return cuts;
  let sum = 0;
  for (const one of cuts) sum += one.amount;
  if (sum <= cap) return cuts;
  const shares = splitByLargestRemainder(
    cap,
    cuts.map((one) => one.amount),
  );
  return cuts.map((one, i) => ({ line: one.line, amount: shares[i] ?? minor(0) }));
}

/**
 * What a delivery offer would take off a charge after step 4 by itself, and whether it waives what free delivery
 * waives.
 */
export function deliveryWant(
  { benefit, kind, limits }: Offer,
  rate: number,
): { readonly off: number; readonly waives: boolean } {
  if (kind.sort !== 'delivery') return nothingWanted;
  const cap = limits.most ?? Number.POSITIVE_INFINITY;
  return { off: Math.min(kind.off(benefit, rate), cap), waives: kind.isFree(benefit) && rate <= cap };
}
const nothingWanted = { off: 0, waives: false };

/**
 * The value after discounts that an offer asks for, of the whole or of a part of it: what is left has to be no less.
 */
export function askedOf({ offer }: Candidate): number {
  let most = 0;
  for (const ask of offer.values) if (ask.test === 'after') most = Math.max(most, ask.value);
  return most;
}

/** Whether a delivery offer goes down to a price: the dearer delivery is, the more it takes. */
export const goesDownTo = ({ benefit, kind }: Offer): boolean => kind.sort === 'delivery' && kind.goesDownTo(benefit);

/** Whether an offer may make delivery free. */
export const isFreeDelivery = ({ benefit, kind }: Offer): boolean => kind.sort === 'delivery' && kind.isFree(benefit);
