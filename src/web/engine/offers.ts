import type { CompiledBook, Market } from '../../core/book/index.ts';
import { type Minor, minor } from '../../core/exact/index.ts';
import type { Offer } from '../../core/offers/index.ts';
import { parsePlace } from '../../core/places/index.ts';
import {
  type BrokenPromise,
  type BudgetRun,
  brokenPromises,
  budgetRun,
  type CostCurve,
  carrierCost,
  costCurve,
  type Dated,
  type Deciding,
  type Deepest,
  decidingOf,
  deepestBaskets,
  type Included,
  includedPrices,
  type Losing,
  losingOrders,
  type Meeting,
  marginOf,
  meetings,
  type Pace,
  type Usage,
  usageOf,
  whileRunning,
  withOffer,
} from '../../core/plan/index.ts';
import { type Question, quote } from '../../core/quote/index.ts';
import { proposedTerms } from '../../words/index.ts';
import { datedOrders } from './past.ts';
import { carrierOf, compiledFor, draftOf, readyFor, type Told } from './state.ts';
import { unhurried } from './unhurried.ts';

/** What an offer of the draft would have cost over past orders, and what it leaves. */
export interface OfferCost {
  readonly usage: Usage;
  /** What is left of the orders that use it, without it and with it, where all costs but the carrier's are known. */
  readonly leftWithout: Minor;
  readonly leftWith: Minor;
  /** By the channel orders came by; those without one under an empty name. */
  readonly byChannel: readonly { readonly channel: string; readonly uses: number; readonly cost: Minor }[];
  readonly run: BudgetRun;
  /** The day a year back from which the run's orders are taken, and for how many days. */
  readonly from: number;
  readonly days: number;
  readonly market: Market;
  readonly budget: Minor | null;
}

const year = 365 * 86_400_000;
/** An open-ended offer is looked at for so many days. */
const openDays = 60;

/** Every pair of offers of the draft, or those of one of them: what happens when they meet. */
export function meets(basis: Told, moment: number, only: string | null): Meeting[] | null {
  const { compiled, goods } = draftOf(basis);
  return compiled && meetings(compiled, readyFor(compiled, goods).ready.goods, moment, only);
}

/** A meeting by who meets, and what past orders lose by it; null where they never compete. */
export interface MeetingLoss extends Pick<Meeting, 'first' | 'second'> {
  readonly losing: Losing | null;
}

/** What past orders lose by every meeting of the draft. */
export function meetLosses(basis: Told, moment: number, pace: Pace): MeetingLoss[] | null {
  const { compiled, goods } = draftOf(basis);
  if (!compiled) return null;
  const { ready } = readyFor(compiled, goods);
  const found = meetings(compiled, ready.goods, moment);
  const losses = losingOrders(compiled, found, datedOrders(basis, compiled, moment), unhurried(pace));
  return found.map(({ first, second }, i) => ({ first, second, losing: losses[i] ?? null }));
}

/** The basket an offer alone decides, what its words promise beyond its rule, and terms that say the rule. */
export interface OfferAbout {
  readonly deciding: Deciding | null;
  readonly broken: readonly BrokenPromise[];
  readonly proposed: string;
}

/** What an offer decides, and what its words get wrong. */
export function aboutOffer(basis: Told, id: string, moment: number): OfferAbout | null {
  const { compiled, book, goods } = draftOf(basis);
  const body = book.offers.find((one) => one.id === id);
  if (!body) return null;
  const offer = compiled?.offers.find((one) => one.id === id);
  return {
    deciding: compiled && offer ? decidingOf(compiled, readyFor(compiled, goods).ready.goods, offer, moment) : null,
    broken: brokenPromises(book, body),
    proposed: proposedTerms(book, body),
  };
}

/** What an offer costs over past orders, and how its budget may fare. */
export function offerCost(basis: Told, id: string, moment: number, pace: Pace): OfferCost | null {
  const { compiled } = draftOf(basis);
  const offer = compiled && offerOf(compiled, id);
  if (!compiled || !offer) return null;
  const past = datedOrders(basis, compiled, moment);
  const usage = usageOf(compiled, offer, past, unhurried(pace));
  const plain = withOffer(compiled, id, null);
  let [leftWithout, leftWith] = [0, 0];
  const byChannel = new Map<string, { uses: number; cost: number }>();
  for (const use of usage.uses) {
    const order = past[use.order] as Dated;
    const asked = whileRunning(offer, order.question);
    leftWithout += leftOf(plain, asked, order.service);
    leftWith += leftOf(compiled, asked, order.service);
    const known = byChannel.get(use.channel ?? '') ?? { uses: 0, cost: 0 };
    byChannel.set(use.channel ?? '', { uses: known.uses + 1, cost: known.cost + use.saves });
  }
  const begin = Math.max(offer.from ?? moment, moment - year);
  const end = offer.until ?? begin + openDays * 86_400_000;
  const days = Math.max(1, Math.min(366, Math.ceil((end - begin) / 86_400_000)));
  // The orders of the same stretch a year before; later ones of the year's end are taken round to its beginning.
  const first = past[0]?.at ?? begin - year;
  const from = begin - year < first ? begin - Math.ceil((begin - first - year) / year) * year : begin - year;
  const like = usage.uses.map((use) => ({ ...use, at: use.at < from ? use.at + year : use.at }));
  // A budget of a week is spent week by week: what the days of the offer have of it in all.
  const told = offer.limits.budget;
  const budget = told && minor(told.per === 'week' ? told.amount * Math.ceil(days / 7) : told.amount);
  return {
    usage,
    leftWithout: minor(leftWithout),
    leftWith: minor(leftWith),
    byChannel: [...byChannel]
      .map(([channel, one]) => ({ channel, uses: one.uses, cost: minor(one.cost) }))
      .sort((a, b) => b.cost - a.cost),
    run: budgetRun(like, from, days, budget),
    from,
    days,
    market: compiled.market.body,
    budget,
  };
}

/** What an offer would have cost with its least value, or the most it takes, elsewhere. */
export function offerCurve(basis: Told, id: string, moment: number, pace: Pace): CostCurve | null {
  const { compiled } = draftOf(basis);
  const offer = compiled && offerOf(compiled, id);
  if (!compiled || !offer) return null;
  return costCurve(compiled, offer, datedOrders(basis, compiled, moment), unhurried(pace));
}

/** The baskets that leave the seller least. */
export function deepest(basis: Told, moment: number, units: number, value: number, pace: Pace): Deepest | null {
  const { compiled, goods } = draftOf(basis);
  return (
    compiled &&
    deepestBaskets(
      compiled,
      readyFor(compiled, goods).ready.goods,
      moment,
      { units, value: minor(value) },
      carrierAsks(basis, compiled, moment),
      unhurried(pace),
    )
  );
}

/**
 * What prices would have to be for delivery to be free and as much to be left, for the goods of a selection (null:
 * all).
 */
export function included(
  basis: Told,
  selection: string | null,
  market: string | null,
  placeText: string,
  units: number,
  moment: number,
): { goods: Included[]; market: Market } | null {
  const { book, goods } = draftOf(basis);
  const { compiled } = compiledFor(book, market);
  const place = parsePlace(placeText);
  if (!compiled || !place.ok) return null;
  const { ready } = readyFor(compiled, goods);
  const chosen = selection === null ? null : compiled.selections.get(selection);
  const items = new Map(goods.map((item) => [item.sku, item]));
  const some = chosen
    ? ready.goods.filter((item) => chosen.takes(items.get(item.sku) as (typeof goods)[number], item))
    : ready.goods;
  return {
    goods: includedPrices(
      compiled,
      some.slice(0, mostIncluded),
      place.value,
      units,
      moment,
      carrierAsks(basis, compiled, moment),
    ),
    market: compiled.market.body,
  };
}
/** Prices are worked out for at most so many goods at once. */
const mostIncluded = 2000;

/** What is left of an order by its service, before the carrier; nothing where it is not offered. */
function leftOf(book: CompiledBook, question: Question, service: string): number {
  const answer = quote(book, question);
  const choice = [...answer.choices, ...answer.hidden.map((one) => one.choice)].find((one) => one.service === service);
  return choice ? marginOf(book, question, choice, null).left : 0;
}

const offerOf = (compiled: CompiledBook, id: string): Offer | undefined => compiled.offers.find((one) => one.id === id);

/** What carriers ask for what goes to homes, by the card of the day and by price lists; null where it is not known. */
function carrierAsks(
  basis: Told,
  compiled: CompiledBook,
  moment: number,
): (question: Question, service: string) => Minor | null {
  const carrier = carrierOf(basis, compiled, moment, true);
  return (question, service) => carrierCost(compiled, { ...question, carrier }, service);
}
