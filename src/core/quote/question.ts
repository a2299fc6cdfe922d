import { type Basket, basketProblems, type CompiledBook, itemFor, listingIn, type Ready } from '../book/index.ts';
import type { Carrier } from '../carrier/index.ts';
import {
  type Currency,
  type Instant,
  kept,
  type Mass,
  type Minor,
  nothing,
  type Problem,
  parseAmount,
  parseMass,
  type Result,
  unwrap,
} from '../exact/index.ts';
import { type Place, parsePlace } from '../places/index.ts';

/** One line of a basket: an item with its figures, and how many units of it. */
export interface Line {
  readonly item: Ready;
  readonly units: number;
}

/** What an offer has cost in one week and channel, in minor units of the first market; `week` is its Monday. */
export interface SpentRow {
  readonly week: string;
  readonly channel: string | null;
  readonly amount: Minor;
}

/** How far a limited offer is used up: orders in all, the customer's own, and what it has cost. */
export interface Spent {
  readonly uses: number;
  readonly own: number;
  readonly rows: readonly SpentRow[];
}

/** What offers know of who buys, where, and of what went before. */
export interface Shopper {
  readonly channel: string | null;
  readonly segment: string | null;
  /** By the id; null where it is not known. */
  readonly customer: string | null;
  /** By offer; those not in it are fresh. */
  readonly spent: ReadonlyMap<string, Spent>;
  /** The batch of each single-use code entered that is not used yet. */
  readonly singles: ReadonlyMap<string, string>;
  /** Finds a gift among the goods. */
  readonly itemOf: (sku: string) => Ready | undefined;
}

/** Somebody of whom nothing is known, in no channel, for whom every offer is fresh. */
export const anybody: Shopper = {
  channel: null,
  segment: null,
  customer: null,
  spent: new Map(),
  singles: new Map(),
  itemOf: () => undefined,
};

/** Everything an intended answer depends on besides the book, which is compiled for a market. */
export interface Question {
  readonly lines: readonly Line[];
  readonly place: Place;
  /** The place of billing, where it is another. */
  readonly billing?: Place | null;
  readonly codes: readonly string[];
  readonly moment: Instant;
  /** For whom carriers ask more; a home where nothing is said. */
  readonly address?: 'home' | 'business';
  /** The carrier's answers for parcels; null where it is silent. */
  readonly carrier: Carrier | null;
  readonly shopper: Shopper;
}

/** What a basket is made a question by. */
export interface Asking {
  readonly ready: (sku: string) => Ready | undefined;
  /** The moment of baskets without one of their own. */
  readonly now: Instant;
  /** The carrier, where the basket does not say itself what it answers. */
  readonly carrier?: Carrier | null;
  readonly singles?: ReadonlyMap<string, string>;
}

/** The most that a basket holds, double lines merged. */
const most = { lines: 100, units: 10_000 } as const;

/**
 * Turns a basket of SKUs into a question to a book: goods looked up, double lines merged at the first of them, places
 * read.
 * What the book does not know is refused, as is what a channel does not list, and more than can be counted exactly.
 */
export function questionOf(
  book: CompiledBook,
  basket: Basket,
  { ready, now, carrier = null, singles = anybody.singles }: Asking,
): Result<Question> {
  const problems = basketProblems(book.body, basket);
  const moment = basket.moment === null ? now : Date.parse(basket.moment);
  const lines = new Map<string, Line>();
  for (const { sku, units } of basket.lines) {
    const item = ready(sku);
    if (!item) problems.push({ at: ['lines', sku], is: 'not for sale', sku });
    else if (basket.channel !== null && item.notListed.includes(basket.channel))
      problems.push({ at: ['lines', sku], is: 'not listed', sku, channel: basket.channel });
    else lines.set(sku, { item, units: units + (lines.get(sku)?.units ?? 0) });
  }
  problems.push(...sizeProblems([...lines.values()], basket.channel, moment));
  const spent = new Map(
    Object.entries(basket.spent).map(([offer, one]): [string, Spent] => [
      offer,
      {
        uses: one.uses,
        own: one.own,
        rows: one.rows.map((row, i) => ({
          week: row.week,
          channel: row.channel,
          amount: kept(parseAmount(row.amount, book.written), ['spent', offer, 'rows', i, 'amount'], problems, nothing),
        })),
      },
    ]),
  );
  const told = basket.carrier.length > 0 ? carrierOf(book, basket, problems) : carrier;
  if (problems.length > 0) return { ok: false, problems };
  // Nobody knows what an unknown customer has used.
  const own =
    basket.customer !== null || basket.segment !== null
      ? spent
      : new Map([...spent].map(([offer, one]) => [offer, { ...one, own: 0 }]));
  return {
    ok: true,
    value: {
      lines: [...lines.values()],
      place: unwrap(parsePlace(basket.place)),
      billing: basket.billing === null ? null : unwrap(parsePlace(basket.billing)),
      codes: basket.codes,
      moment,
      address: basket.address,
      carrier: told,
      shopper: {
        channel: basket.channel,
        segment: basket.segment,
        customer: basket.customer,
        spent: own,
        singles,
        itemOf: ready,
      },
    },
  };
}

function sizeProblems(lines: readonly Line[], channel: string | null, moment: Instant): Problem[] {
  const problems: Problem[] = [];
  const [units, value, mass] = lines.reduce(
    ([u, v, m], { item, units: some }) =>
      [u + some, v + itemFor(item, channel, moment).price * some, m + (item.mass ?? 0) * some] as const,
    [0, 0, 0] as readonly [number, number, number],
  );
  if (lines.length > most.lines)
    problems.push({ at: ['lines'], is: 'too many', what: 'different items', found: lines.length, most: most.lines });
  if (units > most.units)
    problems.push({ at: ['lines'], is: 'too many', what: 'units', found: units, most: most.units });
  if (value > Number.MAX_SAFE_INTEGER) problems.push({ at: ['lines'], is: 'uncountable', what: 'value' });
  if (mass > Number.MAX_SAFE_INTEGER) problems.push({ at: ['lines'], is: 'uncountable', what: 'mass' });
  return problems;
}

/** A carrier that answers as a basket tells. */
function carrierOf(book: CompiledBook, basket: Basket, problems: Problem[]): Carrier {
  const rows = basket.carrier.map((row, i) => {
    const currency = (row.currency ?? book.written) as Currency;
    const at = ['carrier', i];
    return {
      service: row.service,
      box: row.box,
      most: row.most && kept(parseMass(row.most.value, row.most.unit), [...at, 'most'], problems, 0 as Mass),
      quoted:
        row.amount === null
          ? null
          : { amount: kept(parseAmount(row.amount, currency), [...at, 'amount'], problems, nothing), currency },
    };
  });
  return {
    charge(service, _, parcels) {
      const answers = parcels.map((parcel) => {
        const row = rows.find(
          (one) =>
            one.service === service &&
            (one.box === null || one.box === parcel.box.id) &&
            (one.most === null || parcel.mass <= one.most),
        );
        return row?.quoted ? { ...row.quoted, count: parcel.count } : null;
      });
      const [first] = answers;
      let amount = 0;
      for (const one of answers) {
        // Answers in two currencies are no sum: as good as silence.
        if (!one || !first || one.currency !== first.currency) return null;
        amount += one.amount * one.count;
      }
      return first ? { amount: amount as Minor, currency: first.currency } : null;
    },
  };
}

/** A question with every line as it is sold in its channel at its moment. */
export function asSold(question: Question): Question {
  const { lines, moment, shopper } = question;
  if (!lines.some(({ item }) => item.varies !== null)) return question;
  return {
    ...question,
    lines: lines.map(({ item, units }) => ({ item: itemFor(item, shopper.channel, moment), units })),
  };
}

/** The same question as a shopper of a channel asks it. */
export const inChannel = (question: Question, channel: string): Question => ({
  ...question,
  shopper: { ...question.shopper, channel },
});

/** A line as a checkout is asked about it: with its own price and mass. */
export interface Sold {
  /** The id under which the shopper's channel lists it. */
  readonly listing: string;
  readonly units: number;
  readonly price: Minor;
  readonly mass: Mass | null;
}

/** A basket as a checkout is asked about it. */
export function soldIn(question: Question): {
  lines: Sold[];
  place: Place;
  codes: readonly string[];
  singles: Shopper['singles'];
  customer: string | null;
  address: 'home' | 'business';
  carrier: Carrier | null;
} {
  const { lines, place, codes, shopper, address = 'home', carrier } = asSold(question);
  return {
    lines: lines.map(({ item, units }) => ({
      listing: listingIn(item, shopper.channel),
      units,
      price: item.price,
      mass: item.mass,
    })),
    place,
    codes,
    singles: shopper.singles,
    customer: shopper.customer,
    address,
    carrier,
  };
}
