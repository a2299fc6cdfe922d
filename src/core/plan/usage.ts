import type { CompiledBook } from '../book/index.ts';
import { type Instant, type Minor, minor } from '../exact/index.ts';
import { codeKindOf, conditioned, type Offer } from '../offers/index.ts';
import { charges, type Question } from '../quote/index.ts';
import type { Past } from './lanes.ts';

/** An order of the past with when it was placed, and the channel it came by, where that is known. */
export interface Dated extends Past {
  readonly at: Instant;
  readonly channel: string | null;
}

/** What an offer would have done to one order of the past. */
export interface Use {
  readonly at: Instant;
  readonly channel: string | null;
  /** Place in the list of orders. */
  readonly order: number;
  /** What the shopper pays less with it than without, by the service the order went by; above 0. */
  readonly saves: Minor;
  /** List value of the goods. */
  readonly value: Minor;
}

/** What an offer would have done to a year of orders. */
export interface Usage {
  /** Orders that the book still takes by their service. */
  readonly orders: number;
  readonly uses: readonly Use[];
  readonly cost: Minor;
}

/** A question as if it were asked while an offer runs, by somebody it is for who knows its code. */
export function whileRunning(offer: Offer, question: Question): Question {
  const entered = offer.code && codeKindOf(offer.code).entry(offer.code);
  const moment = Math.max(
    offer.from ?? question.moment,
    Math.min(question.moment, offer.until === null ? question.moment : offer.until - 1),
  );
  return {
    ...question,
    moment,
    codes: entered?.codes ?? [],
    shopper: {
      ...question.shopper,
      segment: offer.segments ? ([...offer.segments][0] ?? null) : null,
      channel: offer.channels ? ([...offer.channels][0] ?? null) : question.shopper.channel,
      singles: entered && entered.singles.size > 0 ? entered.singles : question.shopper.singles,
    },
  };
}

/** The same book with an offer as given, or without it. */
export const withOffer = (book: CompiledBook, id: string, offer: Offer | null): CompiledBook => ({
  ...book,
  offers:
    offer === null
      ? book.offers.filter((one) => one.id !== id)
      : [...book.offers.filter((one) => one.id !== id), offer].sort((a, b) => a.order - b.order),
});

/** Answers so many orders at a time, then gives way; ends early where it is told to stop. */
export type Pace = (done: number, all: number) => void;

/**
 * What an offer would have done to orders of the past, its limits aside: each is answered with it and without, as if it
 * had run all the time and everybody it is for had known its code.
 */
export function usageOf(
  book: CompiledBook,
  offer: Offer,
  orders: readonly Dated[],
  pace: Pace = () => undefined,
): Usage {
  const unlimited: Offer = { ...offer, limits: { ...offer.limits, uses: null, each: null, budget: null } };
  const [plain, offered] = [withOffer(book, offer.id, null), withOffer(book, offer.id, unlimited)];
  const services = new Map(book.services.map((service, i) => [service.id, i]));
  const out = new Float64Array(2 * book.services.length);
  const uses: Use[] = [];
  let [taken, cost] = [0, 0];
  orders.forEach(({ question, service, at, channel }, order) => {
    if (order % pacing === 0) pace(order, orders.length);
    const i = services.get(service);
    if (i === undefined) return;
    const asked = whileRunning(offer, question);
    charges(plain, asked, out, i);
    const [without, off] = [out[2 * i] as number, out[2 * i + 1] as number];
    if (without < 0) return;
    taken += 1;
    charges(offered, asked, out, i);
    const saves = without - off - ((out[2 * i] as number) - (out[2 * i + 1] as number));
    if (saves <= 0) return;
    cost += saves;
    const value = question.lines.reduce((sum, { item, units }) => sum + item.price * units, 0);
    uses.push({ at, channel, order, saves: minor(saves), value: minor(value) });
  });
  return { orders: taken, uses, cost: minor(cost) };
}

const pacing = 500;

/** What a threshold, or the most that is taken, elsewhere would have come to. */
export interface CurvePoint {
  readonly at: Minor;
  readonly uses: number;
  readonly cost: Minor;
}

export interface CostCurve {
  /** What is moved: the offer's least value, or the most it takes. */
  readonly over: 'least value' | 'most taken';
  readonly now: Minor;
  readonly points: readonly CurvePoint[];
  /**
   * Whether every threshold between two points comes to what the one above says; else only the points were answered.
   */
  readonly exact: boolean;
}

/** At most so many points of a curve whose every point has to be answered on its own. */
const answeredPoints = 24;

/**
 * What an offer would have cost with its least value, or the most it takes, elsewhere. Where it is tested on list
 * value, each order either uses the offer or does not, whatever the threshold: one pass says all. After discounts,
 * other sets may come to reach a lower threshold: then single points are answered.
 */
export function costCurve(
  book: CompiledBook,
  offer: Offer,
  orders: readonly Dated[],
  pace: Pace = () => undefined,
): CostCurve | null {
  const [ask] = offer.values;
  if (ask) {
    const askingFor = (value: Minor): Offer => ({
      ...offer,
      ...conditioned(offer.conditions.map((one) => (one === ask ? { ...ask, value } : one))),
    });
    if ((ask.test === 'before' || offer.level === 'goods') && ask.goods < 0) {
      const { uses } = usageOf(book, askingFor(minor(0)), orders, pace);
      return { over: 'least value', now: ask.value, points: runningSums(uses), exact: true };
    }
    const most = Math.max(ask.value * 2, 10_000);
    const steps = Array.from({ length: answeredPoints }, (_, i) =>
      minor(Math.round(((most / answeredPoints) * i) / 100) * 100),
    );
    const points = steps.map((value, i): CurvePoint => {
      const usage = usageOf(book, askingFor(value), orders, (done, all) => pace(i * all + done, steps.length * all));
      return { at: value, uses: usage.uses.length, cost: usage.cost };
    });
    return { over: 'least value', now: ask.value, points, exact: false };
  }
  const { most } = offer.limits;
  if (offer.level !== 'delivery' || most === null) return null;
  const top = Math.max(most * 3, 1500);
  const steps = Array.from({ length: answeredPoints }, (_, i) =>
    minor(Math.round(((top / answeredPoints) * (i + 1)) / 10) * 10),
  );
  const points = steps.map((value, i): CurvePoint => {
    const capped: Offer = { ...offer, limits: { ...offer.limits, most: value } };
    const usage = usageOf(book, capped, orders, (done, all) => pace(i * all + done, steps.length * all));
    return { at: value, uses: usage.uses.length, cost: usage.cost };
  });
  return { over: 'most taken', now: most, points, exact: false };
}

/**
 * Of orders that would use the offer from nothing on, how many and how much from each value on; the least value first.
 */
function runningSums(uses: readonly Use[]): CurvePoint[] {
  const points: CurvePoint[] = [];
  let [count, cost] = [0, 0];
  for (const use of [...uses].sort((a, b) => b.value - a.value)) {
    count += 1;
    cost += use.saves;
    if (points.at(-1)?.at === use.value) points.pop();
    points.push({ at: use.value, uses: count, cost: minor(cost) });
  }
  return points.reverse();
}

/** What a threshold comes to on an exact curve: what the first point not below it says. */
export const curveAt = (points: readonly CurvePoint[], value: number): CurvePoint =>
  points.find((one) => one.at >= value) ?? { at: minor(value), uses: 0, cost: minor(0) };
