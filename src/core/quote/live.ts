import type { CompiledBook, Ready } from '../book/index.ts';
import { itemFor } from '../book/index.ts';
import { type Decimal, type Minor, minor, mondayOf, percentOf, splitByLargestRemainder } from '../exact/index.ts';
import { type Ask, type Budget, type Off, type Offer, type Part, partOf, type WhyNot } from '../offers/index.ts';
import { firstZone, isStocked } from './basket.ts';
import type { Line, Question, Spent } from './question.ts';

/** What a goods offer takes off a line of the basket, by the line's place in it. */
export interface LineCut {
  readonly line: number;
  readonly amount: Minor;
}

/** An offer that nothing keeps from a basket, with what it could take there at the most. */
export interface Candidate {
  readonly offer: Offer;
  readonly sort: 'gift' | 'goods' | 'order' | 'delivery';
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
    if ((codeless && offer.code !== null) || barred(setting, offer) !== null) continue;
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

export const lies = (item: Ready, part: Part): boolean =>
  part < 0 || ((item.inside[part >> 5] ?? 0) & (1 << (part & 31))) !== 0;

/** The list value of a part of a basket. */
export function valueIn(lines: readonly Line[], part: Part): number {
  let value = 0;
  for (const { item, units } of lines) if (lies(item, part)) value += item.price * units;
  return value;
}

/** The lines that count for what an offer asks, and for whom it is. */
export function countedBy(offer: Offer, { question, stocked }: Pick<Setting, 'question' | 'stocked'>): readonly Line[] {
  if (stocked === 'none' || offer.stocked) return question.lines;
  return question.lines.filter(({ item }) => !isStocked(item, question.shopper.channel));
}

function unitsIn(lines: readonly Line[], part: Part): number {
  let count = 0;
  for (const { item, units } of lines) if (lies(item, part)) count += units;
  return count;
}

/** What keeps an offer from this basket whatever else is used; null where nothing does. */
export function barred(setting: Setting, offer: Offer): WhyNot | null {
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
  for (const ask of offer.asks) {
    // Nothing lies before the goods level in working order, so its offers and every "before" look at list value.
    const missed =
      ask.over === 'units' || ask.test === 'before' || offer.level === 'goods'
        ? missing(ask, lines, lines === question.lines ? setting.goods : valueIn(lines, -1))
        : null;
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
  return offer.benefit.is === 'gift' && !giftFor(offer.benefit, setting)
    ? { why: 'gift not sold', sku: offer.benefit.sku }
    : null;
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

function enters(code: NonNullable<Offer['code']>, { codes, shopper }: Question): boolean {
  if (code.is !== 'single use') return codes.includes(code.code);
  return codes.some((one) => shopper.singles.get(one) === code.batch);
}

function missing(ask: Ask, lines: readonly Line[], goods: number): WhyNot | null {
  if (ask.over === 'units') {
    const units = unitsIn(lines, ask.goods);
    return units < ask.units ? { why: 'too few', by: ask.units - units } : null;
  }
  const value = ask.goods < 0 ? goods : valueIn(lines, ask.goods);
  return value < ask.value ? { why: 'missed', by: minor(ask.value - value) } : null;
}

const noCuts: readonly LineCut[] = [];

/** What an offer could take off a basket. */
function candidateFor(setting: Setting, offer: Offer): Candidate {
  const { book, question, goods } = setting;
  const left = budgetLeft(book, offer, question);
  const { benefit } = offer;
  const { most: cap } = offer.limits;
  if (benefit.is === 'delivery') return { offer, sort: 'delivery', cuts: noCuts, gift: null, most: minor(0), left };
  if (benefit.is === 'gift') {
    const gift = giftFor(benefit, setting) as Line;
    const list = minor(gift.item.price * gift.units);
    return { offer, sort: 'gift', cuts: noCuts, gift, most: minor(list + giftTax(setting, gift, list)), left };
  }
  if (offer.level === 'order') {
    const raw = orderMost(offer, setting);
    return { offer, sort: 'order', cuts: noCuts, gift: null, most: minor(Math.min(raw, goods, cap ?? raw)), left };
  }
  const cuts = capped(cutsOf(offer, question.lines), cap);
  let most = 0;
  for (const cut of cuts) most += cut.amount;
  return { offer, sort: 'goods', cuts, gift: null, most: minor(most), left };
}

/** The tax that would be added to a gift's list value, where prices are shown without. */
function giftTax({ book, question }: Setting, { item }: Line, list: Minor): Minor {
  const rate = book.market.body.tax === 'added' ? taxRateOf(book, question, item.taxClass) : null;
  return rate ? percentOf(list, rate) : minor(0);
}

/** The tax rate of a class where the address lies that decides about it; null for none. */
export const taxRateOf = (book: CompiledBook, { place, billing }: Question, taxClass: string): Decimal | null =>
  book.taxOf(taxClass, book.market.body.decides === 'billing' ? (billing ?? place) : place);

/** What a goods offer takes off each line, when it alone is used. */
function cutsOf({ benefit }: Offer, lines: readonly Line[]): LineCut[] {
  const cuts: LineCut[] = [];
  const cut = (line: number, amount: number) => {
    if (amount > 0) cuts.push({ line, amount: minor(amount) });
  };
  switch (benefit.is) {
    case 'off goods':
      for (let i = 0; i < lines.length; i += 1) {
        const { item, units } = lines[i] as Line;
        if (!lies(item, benefit.goods)) continue;
        cut(
          i,
          benefit.off.by === 'percent'
            ? percentOf(minor(item.price * units), benefit.off.percent)
            : Math.min(benefit.off.amount, item.price) * units,
        );
      }
      return cuts;
    case 'fixed price':
      for (let i = 0; i < lines.length; i += 1) {
        const { item, units } = lines[i] as Line;
        if (lies(item, benefit.goods)) cut(i, (item.price - benefit.price) * units);
      }
      return cuts;
    case 'buy and get': {
      const eligible = lines
        .flatMap((line, i) => (lies(line.item, benefit.goods) ? [{ i, ...line }] : []))
        .sort((a, b) => a.item.price - b.item.price || a.i - b.i);
      let free =
        Math.floor(eligible.reduce((sum, one) => sum + one.units, 0) / (benefit.buy + benefit.get)) * benefit.get;
      for (const { i, item, units } of eligible) {
        const some = Math.min(free, units);
        cut(i, percentOf(minor(item.price * some), benefit.percent));
        free -= some;
      }
      return cuts.sort((a, b) => a.line - b.line);
    }
    default:
      return cuts;
  }
}

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
 * What an order offer takes off an order of this value when the cheapest thinkable asks are met: no set makes it take
 * more.
 */
function orderMost(offer: Offer, setting: Setting): number {
  const { benefit } = offer;
  if (benefit.is === 'off order') return offOf(benefit.off, setting.goods);
  if (benefit.is !== 'spend steps') return 0;
  const value = valueIn(countedBy(offer, setting), benefit.goods);
  let most = 0;
  for (const step of benefit.steps)
    if (step.from <= value && (benefit.test === 'after' || step === reached(benefit.steps, value)))
      most = Math.max(most, step.off);
  return most;
}

/** The highest of steps that a value reaches. */
export function reached<T extends { readonly from: number }>(steps: readonly T[], value: number): T | null {
  let found: T | null = null;
  for (const step of steps) if (step.from <= value) found = step;
  return found;
}

export const offOf = (off: Off, amount: number): number =>
  off.by === 'percent' ? percentOf(minor(amount), off.percent) : Math.min(off.amount, amount);

/**
 * What a delivery offer would take off a charge after step 4 by itself, and whether it waives what free delivery
 * waives.
 */
export function deliveryWant(
  { benefit, limits }: Offer,
  rate: number,
): { readonly off: number; readonly waives: boolean } {
  if (benefit.is !== 'delivery') return nothingWanted;
  const { off } = benefit;
  const cap = limits.most ?? Number.POSITIVE_INFINITY;
  if (off.by === 'free') return { off: Math.min(rate, cap), waives: rate <= cap };
  return { off: Math.min(off.by === 'to' ? Math.max(0, rate - off.amount) : offOf(off, rate), cap), waives: false };
}
const nothingWanted = { off: 0, waives: false };

/**
 * The value after discounts that an offer asks for, of the whole or of a part of it: what is left has to be no less.
 */
export function askedOf({ offer }: Candidate): number {
  let most = 0;
  for (const ask of offer.asks) if (ask.over === 'value' && ask.test === 'after') most = Math.max(most, ask.value);
  return most;
}

/** Whether a delivery offer goes down to a price: the dearer delivery is, the more it takes. */
export const goesDownTo = ({ benefit }: Offer): boolean => benefit.is === 'delivery' && benefit.off.by === 'to';
