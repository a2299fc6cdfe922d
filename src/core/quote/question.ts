import { type Basket, type CompiledBook, inMarket, type Ready } from '../book/index.ts';
import { type Instant, kept, type Mass, type Minor, nothing, type Problem, parseAmount, type Result } from '../exact/index.ts';
import { type Place, parsePlace } from '../places/index.ts';
import type { Carrier } from '../rates/index.ts';

/** One line of a basket: an item with its figures, and how many units of it. */
export interface Line {
  readonly item: Ready;
  readonly units: number;
}

/** How far a limited offer is used up: orders in all, the customer's own, and what it has cost, in minor units of the market. */
export interface Spent {
  readonly uses: number;
  readonly own: number;
  readonly spent: Minor;
}

/** What offers know of who buys, where, and of what went before. */
export interface Shopper {
  readonly channel: string | null;
  readonly segment: string | null;
  /** By offer; those not in it are fresh. */
  readonly spent: ReadonlyMap<string, Spent>;
  /** The batch of each single-use code entered that is not used yet. */
  readonly singles: ReadonlyMap<string, string>;
  /** Finds a gift among the goods. */
  readonly itemOf: (sku: string) => Ready | undefined;
}

/** Somebody of whom nothing is known, in no channel, for whom every offer is fresh. */
export const anybody: Shopper = { channel: null, segment: null, spent: new Map(), singles: new Map(), itemOf: () => undefined };

/** Everything an intended answer depends on besides the book, which is compiled for a market. */
export interface Question {
  readonly lines: readonly Line[];
  readonly place: Place;
  readonly codes: readonly string[];
  readonly moment: Instant;
  /** The carrier's answers for parcels; null where it is silent. */
  readonly carrier: Carrier | null;
  readonly shopper: Shopper;
}

/** What a basket is made a question by. */
export interface Asking {
  readonly ready: (sku: string) => Ready | undefined;
  /** The moment of baskets without one of their own. */
  readonly now: Instant;
  readonly carrier?: Carrier | null;
  readonly singles?: ReadonlyMap<string, string>;
}

/** Turns a basket of SKUs into a question to a book: goods looked up, double lines merged, the place read. */
export function questionOf(book: CompiledBook, basket: Basket, { ready, now, carrier = null, singles = anybody.singles }: Asking): Result<Question> {
  const problems: Problem[] = [];
  const place = parsePlace(basket.place);
  if (!place.ok) problems.push(...place.problems.map((one) => ({ ...one, at: ['place', ...one.at] })));
  const lines = new Map<string, Line>();
  for (const { sku, units } of basket.lines) {
    const item = ready(sku);
    if (item) lines.set(sku, { item, units: units + (lines.get(sku)?.units ?? 0) });
    else problems.push({ at: ['lines', sku], wrong: `no item “${sku}” that can be sold`, right: 'a SKU of the goods, with a price' });
  }
  const spent = new Map(
    Object.entries(basket.spent).map(([offer, one]) => [
      offer,
      { uses: one.uses, own: one.own, spent: inMarket(book, kept(parseAmount(one.spent, book.written), ['spent', offer, 'spent'], problems, nothing)) },
    ]),
  );
  if (problems.length > 0 || !place.ok) return { ok: false, problems };
  return {
    ok: true,
    value: {
      lines: [...lines.values()],
      place: place.value,
      codes: basket.codes,
      moment: basket.moment === null ? now : Date.parse(basket.moment),
      carrier,
      shopper: { channel: basket.channel, segment: basket.segment, spent, singles, itemOf: ready },
    },
  };
}

/** A line as a checkout is asked about it: with its own price and mass. */
export interface Sold {
  readonly sku: string;
  readonly units: number;
  readonly price: Minor;
  readonly mass: Mass | null;
}

/** A basket as a checkout is asked about it. */
export const soldIn = ({ lines, place, codes }: Question): { lines: Sold[]; place: Place; codes: readonly string[] } => ({
  lines: lines.map(({ item, units }) => ({ sku: item.sku, units, price: item.price, mass: item.mass })),
  place,
  codes,
});
