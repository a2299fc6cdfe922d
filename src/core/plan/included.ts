import type { CompiledBook, Ready } from '../book/index.ts';
import { type Instant, type Minor, minor } from '../exact/index.ts';
import type { Place } from '../places/index.ts';
import { anybody, type Choice, type Question, quote } from '../quote/index.ts';
import { marginOf } from './margin.ts';

/** One item sold with its delivery in the price. */
export interface Included {
  readonly sku: string;
  readonly name: string;
  readonly price: Minor;
  /** What the delivery costs the shopper today, by the cheapest service. */
  readonly delivery: Minor;
  readonly service: string;
  /**
   * The least price at which free delivery leaves as much as today; null where no price below ten times today's does.
   */
  readonly needed: Minor | null;
  /** Units that reach the lane's threshold today, and at that price; null where it has none over value. */
  readonly reaches: { readonly now: number; readonly later: number } | null;
  /** Whether delivery is free today already. */
  readonly free: boolean;
}

/**
 * What prices would have to be for delivery to be free and as much to be left: for a number of units of each item, sent
 * to one place, by the service that is cheapest today. Fees on what is paid, and tax, are minded; offers are not.
 */
export function includedPrices(
  book: CompiledBook,
  goods: readonly Ready[],
  place: Place,
  units: number,
  now: Instant,
  costOf: (question: Question, service: string) => Minor | null,
): Included[] {
  const plain: CompiledBook = { ...book, offers: [] };
  return goods.flatMap((item): Included[] => {
    const ask = (price: Minor): Question => ({
      lines: [{ item: { ...item, price, varies: null }, units }],
      place,
      codes: [],
      moment: now,
      carrier: null,
      shopper: anybody,
    });
    const question = ask(item.price);
    const answer = quote(plain, question);
    const [choice] = answer.choices;
    if (!choice) return [];
    const carrier = costOf(question, choice.service);
    const today = marginOf(plain, question, choice, carrier).left;
    /** What is left at a price with delivery free; it rises with the price. */
    const leaves = (price: Minor): number => marginOf(plain, ask(price), freed(choice, price, units), carrier).left;
    const needed = leastFor(item.price, item.price * 10, (price) => leaves(minor(price)) >= today);
    const fall = item.template.zoneOf(place);
    const lane =
      fall && item.template.rows.get(fall.zone)?.lanes[book.services.findIndex((one) => one.id === choice.service)];
    const free = lane?.freeFrom?.over === 'value' ? lane.freeFrom : null;
    const reach = (price: number) => (price > 0 && free ? Math.ceil(free.value / price) : 0);
    return [
      {
        sku: item.sku,
        name: item.name,
        price: item.price,
        delivery: choice.delivery,
        service: choice.service,
        needed: needed === null ? null : minor(needed),
        reaches: free && needed !== null && item.price > 0 ? { now: reach(item.price), later: reach(needed) } : null,
        free: choice.delivery === 0,
      },
    ];
  });
}

/** The same choice with delivery free and nothing off the goods. */
const freed = (choice: Choice, price: Minor, units: number): Choice => ({
  ...choice,
  delivery: minor(0),
  discount: minor(0),
  total: minor(price * units),
  off: [minor(0)],
  gifts: [],
  used: [],
});

/**
 * The least whole number from `low` to `high` for which a test holds that, once it holds, holds for all greater ones;
 * null for none.
 */
function leastFor(low: number, high: number, holds: (value: number) => boolean): number | null {
  if (!holds(high)) return null;
  let [below, above] = [low, high];
  while (below < above) {
    const middle = Math.floor((below + above) / 2);
    if (holds(middle)) above = middle;
    else below = middle + 1;
  }
  return below;
}
