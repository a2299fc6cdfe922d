import type { CompiledBook, Ready } from '../book/index.ts';
import { type Minor, minor, percentOf, splitByLargestRemainder } from '../exact/index.ts';
import { type Ask, type DeliveryOff, type Off, type Offer, type Part, partOf, type WhyNot } from '../offers/index.ts';
import type { Line, Question, Spent } from './question.ts';

/** What a goods offer takes off a line of the basket, by the line's place in it. */
export interface LineCut {
  readonly line: number;
  readonly amount: Minor;
}

/** An offer of the goods or order level that nothing keeps from a basket, with what it could take there at the most. */
export interface Candidate {
  readonly offer: Offer;
  /** Off each line, where the offer is of the goods level. */
  readonly cuts: readonly LineCut[];
  /** The gift it brings: a line beside the basket, counted as worth its list price. */
  readonly gift: Line | null;
  /** At most this, whatever else is used; a gift's worth included. */
  readonly most: Minor;
  /** What is left to be saved by it; infinite without a budget. */
  readonly left: number;
}

/** The offers that nothing keeps from a basket: goods offers, order offers, delivery offers, each in the book's order. */
export interface Live {
  readonly candidates: readonly Candidate[];
  readonly deliveries: readonly Offer[];
}

const nothingLive: Live = { candidates: [], deliveries: [] };
const fresh: Spent = { uses: 0, own: 0, spent: minor(0) };
/** What is left of an offer's budget; infinite where it has none. */
export const budgetLeft = (offer: Offer, question: Question): number =>
  offer.limits.budget === null ? Number.POSITIVE_INFINITY : offer.limits.budget - (question.shopper.spent.get(offer.id) ?? fresh).spent;

/** Sorts out which offers could act on a basket. */
export function liveFor(book: CompiledBook, question: Question, zone: string | null, goods: number): Live {
  let candidates: Candidate[] | null = null;
  let deliveries: Offer[] | null = null;
  const { offers } = book;
  const codeless = question.codes.length === 0;
  for (let i = 0; i < offers.length; i += 1) {
    const offer = offers[i] as Offer;
    if ((codeless && offer.code !== null) || barred(book, offer, question, zone, goods) !== null) continue;
    if (offer.level === 'delivery') {
      deliveries ??= [];
      deliveries.push(offer);
      continue;
    }
    const candidate = candidateFor(offer, question, goods);
    if (candidate.most <= 0) continue;
    candidates ??= [];
    candidates.push(candidate);
  }
  if (!candidates && !deliveries) return nothingLive;
  const ordered = candidates?.some((one, i) => one.offer.level === 'order' && candidates?.[i + 1]?.offer.level === 'goods')
    ? [...candidates.filter((one) => one.offer.level === 'goods'), ...candidates.filter((one) => one.offer.level === 'order')]
    : candidates;
  return { candidates: ordered ?? [], deliveries: deliveries ?? [] };
}

export const lies = (item: Ready, part: Part): boolean => part < 0 || ((item.inside[part >> 5] ?? 0) & (1 << (part & 31))) !== 0;

/** The list value of a part of a basket. */
export function valueIn(lines: readonly Line[], part: Part): number {
  let value = 0;
  for (const { item, units } of lines) if (lies(item, part)) value += item.price * units;
  return value;
}

function unitsIn(lines: readonly Line[], part: Part): number {
  let count = 0;
  for (const { item, units } of lines) if (lies(item, part)) count += units;
  return count;
}

/** What keeps an offer from this basket whatever else is used; null where nothing does. */
export function barred(book: CompiledBook, offer: Offer, question: Question, zone: string | null, goods: number): WhyNot | null {
  const { shopper } = question;
  if (offer.from !== null && question.moment < offer.from) return { why: 'not begun', from: offer.from };
  if (offer.until !== null && question.moment >= offer.until) return { why: 'ended', until: offer.until };
  if (offer.code !== null && !enters(offer.code, question)) return { why: 'code not entered', code: offer.code };
  if (offer.zones && (zone === null || !offer.zones.has(zone))) return { why: 'place' };
  if (offer.markets && !offer.markets.has(book.market.body.id)) return { why: 'market' };
  if (offer.channels && (shopper.channel === null || !offer.channels.has(shopper.channel))) return { why: 'channel' };
  if (offer.segments && (shopper.segment === null || !offer.segments.has(shopper.segment))) return { why: 'segment' };
  for (const ask of offer.asks) {
    // Nothing lies before the goods level in working order, so its offers and every "before" look at list value.
    const missed = ask.over === 'units' || ask.test === 'before' || offer.level === 'goods' ? missing(ask, question.lines, goods) : null;
    if (missed) return missed;
  }
  if (offer.limits.uses !== null || offer.limits.each !== null || offer.limits.budget !== null) {
    const { uses, own } = shopper.spent.get(offer.id) ?? fresh;
    if (offer.limits.uses !== null && uses >= offer.limits.uses) return { why: 'used up', uses };
    if (offer.limits.each !== null && own >= offer.limits.each) return { why: 'used by the customer', uses: own };
    if (budgetLeft(offer, question) <= 0) return { why: 'budget', left: minor(Math.max(0, budgetLeft(offer, question))), saving: minor(0) };
  }
  const part = partOf(offer);
  if (part !== null && part >= 0 && !question.lines.some((line) => lies(line.item, part))) return { why: 'no such goods' };
  if (offer.benefit.is === 'gift' && !shopper.itemOf(offer.benefit.sku)) return { why: 'gift not sold', sku: offer.benefit.sku };
  return null;
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

/** What an offer of the goods or order level could take off a basket. */
function candidateFor(offer: Offer, question: Question, goods: number): Candidate {
  const { lines, shopper } = question;
  const left = budgetLeft(offer, question);
  const none: readonly LineCut[] = [];
  const { benefit } = offer;
  if (benefit.is === 'gift') {
    const item = shopper.itemOf(benefit.sku) as Ready;
    return { offer, cuts: none, gift: { item, units: benefit.units }, most: minor(item.price * benefit.units), left };
  }
  const { most: cap } = offer.limits;
  if (offer.level === 'order') {
    const raw = orderMost(offer, lines, goods);
    return { offer, cuts: none, gift: null, most: minor(Math.min(raw, goods, cap ?? raw)), left };
  }
  const cuts = capped(cutsOf(offer, lines), cap);
  let most = 0;
  for (const cut of cuts) most += cut.amount;
  return { offer, cuts, gift: null, most: minor(most), left };
}

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
        cut(i, benefit.off.by === 'percent' ? percentOf(minor(item.price * units), benefit.off.percent) : Math.min(benefit.off.amount, item.price) * units);
      }
      return cuts;
    case 'fixed price':
      for (let i = 0; i < lines.length; i += 1) {
        const { item, units } = lines[i] as Line;
        if (lies(item, benefit.goods)) cut(i, (item.price - benefit.price) * units);
      }
      return cuts;
    case 'buy and get': {
      const eligible = lines.flatMap((line, i) => (lies(line.item, benefit.goods) ? [{ i, ...line }] : [])).sort((a, b) => a.item.price - b.item.price || a.i - b.i);
      let free = Math.floor(eligible.reduce((sum, one) => sum + one.units, 0) / (benefit.buy + benefit.get)) * benefit.get;
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

/** What an order offer takes off an order of this value when the cheapest thinkable asks are met: no set makes it take more. */
function orderMost({ benefit }: Offer, lines: readonly Line[], goods: number): number {
  if (benefit.is === 'off order') return offOf(benefit.off, goods);
  if (benefit.is !== 'spend steps') return 0;
  const value = benefit.goods < 0 ? goods : valueIn(lines, benefit.goods);
  let most = 0;
  for (const step of benefit.steps) if (step.from <= value && (benefit.test === 'after' || step === reached(benefit.steps, value))) most = Math.max(most, step.off);
  return most;
}

/** The highest of steps that a value reaches. */
export function reached<T extends { readonly from: number }>(steps: readonly T[], value: number): T | null {
  let found: T | null = null;
  for (const step of steps) if (step.from <= value) found = step;
  return found;
}

export const offOf = (off: Off, amount: number): number => (off.by === 'percent' ? percentOf(minor(amount), off.percent) : Math.min(off.amount, amount));

/** What a delivery offer takes off a charge after step 4 and the fees that free delivery drops. */
export function deliveryOffOf(off: DeliveryOff, rate: number, droppable: number): number {
  switch (off.by) {
    case 'free':
      return rate + droppable;
    case 'to':
      return Math.max(0, rate - off.amount);
    default:
      return offOf(off, rate);
  }
}

/** What keeps a delivery offer from a service at a charge after step 4; null where it takes something off. */
export function unhelpful(offer: Offer, service: string, rate: number, droppable: number, left: number): WhyNot | null {
  const { benefit } = offer;
  if (benefit.is !== 'delivery') return null;
  if (benefit.on.is === 'services' && !benefit.on.services.has(service)) return { why: 'service' };
  if (benefit.on.is === 'up to' && rate > benefit.on.cap) return { why: 'above the cap', charge: minor(rate), cap: benefit.on.cap };
  const saving = savingOf(offer, rate, droppable);
  if (saving === 0) return { why: 'nothing to take' };
  return saving > left ? { why: 'budget', left: minor(left), saving: minor(saving) } : null;
}

/** What a delivery offer saves at a charge, its largest discount minded. */
export function savingOf({ benefit, limits }: Offer, rate: number, droppable: number): number {
  if (benefit.is !== 'delivery') return 0;
  const saving = deliveryOffOf(benefit.off, rate, droppable);
  return limits.most === null ? saving : Math.min(saving, limits.most);
}
