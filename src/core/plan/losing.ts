import type { CompiledBook } from '../book/index.ts';
import { type Minor, minor } from '../exact/index.ts';
import type { Offer } from '../offers/index.ts';
import { charges, type Question, quote } from '../quote/index.ts';
import { type Example, exampleOf, type Meeting, whileBoth, worth } from './meets.ts';
import { type Dated, type Pace, whileRunning } from './usage.ts';

/** What past orders lose where two offers, or an offer and a lane's threshold, get in each other's way. */
export interface Losing {
  /** Orders whose shopper would have had more if both acted. */
  readonly orders: number;
  /** By how much they would have paid less, in all. */
  readonly loss: Minor;
  /** Orders among them that lose a gift. */
  readonly gifts: number;
  /** The least valuable of those orders; null where there is none. */
  readonly example: Example | null;
}

/**
 * What the orders of the past lose by each meeting, in the order of the meetings; null for those that never compete.
 * Each order is asked as if both ran and its shopper knew both codes: with the two kept apart as the book keeps them,
 * and with both acting.
 */
export function losingOrders(
  book: CompiledBook,
  meetings: readonly Meeting[],
  orders: readonly Dated[],
  pace: Pace = () => undefined,
): (Losing | null)[] {
  const competing = meetings.filter((one) => one.relation.is === 'competes').length;
  let nth = 0;
  return meetings.map((meeting) => {
    if (meeting.relation.is !== 'competes') return null;
    const lost = lossBy(book, meeting);
    let [count, loss, gifts] = [0, 0, 0];
    let least: { question: Question; value: number } | null = null;
    orders.forEach((order, i) => {
      if (i % 500 === 0) pace(nth * orders.length + i, competing * orders.length);
      const one = lost(order);
      if (!one || (one.loss <= 0 && !one.gift)) return;
      count += 1;
      loss += one.loss;
      if (one.gift) gifts += 1;
      const value = worth(one.question);
      if (!least || value < least.value) least = { question: one.question, value };
    });
    nth += 1;
    return {
      orders: count,
      loss: minor(loss),
      gifts,
      example: least && exampleOf((least as { question: Question }).question),
    };
  });
}

interface Lost {
  readonly question: Question;
  readonly loss: number;
  readonly gift: boolean;
}

/** What one order loses by a meeting. */
function lossBy(book: CompiledBook, { first, second }: Meeting): (order: Dated) => Lost | null {
  const offer = (id: string) => book.offers.find((one) => one.id === id) as Offer;
  if (second.is === 'offer') return byTheOther(book, offer(first.offer), offer(second.offer));
  return byTheLane(book, offer(first.offer), second);
}

function byTheOther(book: CompiledBook, first: Offer, second: Offer): (order: Dated) => Lost {
  const apart: CompiledBook = { ...book, offers: book.offers.filter((one) => one === first || one === second) };
  const both: CompiledBook = { ...apart, exclusions: () => 'none' };
  const pays = paying(book);
  const isGift = first.kind.sort === 'gift' || second.kind.sort === 'gift';
  return ({ question, service }) => {
    const asked = whileBoth(first, second, question);
    const [as, together] = [pays(apart, asked, service), pays(both, asked, service)];
    const most = isGift ? giftsIn(both, asked, service) : 0;
    const gift = most > 0 && most > giftsIn(apart, asked, service);
    return { question: asked, loss: as === null || together === null ? 0 : as - together, gift };
  };
}

/** A discount that takes an order below a lane's threshold, which its list value reaches, costs it the delivery. */
function byTheLane(
  book: CompiledBook,
  offer: Offer,
  lane: Extract<Meeting['second'], { is: 'lane' }>,
): (order: Dated) => Lost | null {
  const plain: CompiledBook = { ...book, offers: [] };
  const alone: CompiledBook = { ...book, offers: [offer] };
  const out = new Float64Array(2 * book.services.length);
  const at = book.services.findIndex((one) => one.id === lane.service);
  return ({ question, service }) => {
    if (service !== lane.service || book.defaultTemplate.zoneOf(question.place)?.zone.id !== lane.zone) return null;
    const asked = whileRunning(offer, question);
    charges(plain, asked, out, at);
    if (out[2 * at] !== 0 || worth(asked) < lane.freeFrom) return null;
    charges(alone, asked, out, at);
    return { question: asked, loss: Math.max(0, out[2 * at] as number), gift: false };
  };
}

/** What a shopper pays by a service, the goods' discounts taken off its delivery; null where it is not offered. */
function paying(book: CompiledBook): (among: CompiledBook, question: Question, service: string) => number | null {
  const out = new Float64Array(2 * book.services.length);
  const places = new Map(book.services.map((service, i) => [service.id, i]));
  return (among, question, service) => {
    const at = places.get(service);
    if (at === undefined) return null;
    charges(among, question, out, at);
    const delivery = out[2 * at] as number;
    return delivery < 0 ? null : delivery - (out[2 * at + 1] as number);
  };
}

const giftsIn = (book: CompiledBook, question: Question, service: string): number => {
  const { choices, hidden } = quote(book, question);
  const choice = [...choices, ...hidden.map((one) => one.choice)].find((one) => one.service === service);
  return choice?.gifts.reduce((sum, gift) => sum + gift.units, 0) ?? 0;
};
