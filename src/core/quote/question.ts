import type { Basket, Ready } from '../book/index.ts';
import type { Instant, Mass, Minor, Problem, Result } from '../exact/index.ts';
import { type Place, parsePlace } from '../places/index.ts';
import type { Carrier } from '../rates/index.ts';

/** One line of a basket: an item with its figures, and how many units of it. */
export interface Line {
  readonly item: Ready;
  readonly units: number;
}

/** Everything an intended answer depends on besides the book, which is compiled for a market. */
export interface Question {
  readonly lines: readonly Line[];
  readonly place: Place;
  readonly codes: readonly string[];
  readonly moment: Instant;
  /** The carrier's answers for parcels; null where it is silent. */
  readonly carrier: Carrier | null;
}

/** Turns a basket of SKUs into a question: goods looked up, double lines merged, the place read. */
export function questionOf(basket: Basket, ready: (sku: string) => Ready | undefined, now: Instant, carrier: Carrier | null = null): Result<Question> {
  const problems: Problem[] = [];
  const place = parsePlace(basket.place);
  if (!place.ok) problems.push(...place.problems.map((one) => ({ ...one, at: ['place', ...one.at] })));
  const lines = new Map<string, Line>();
  for (const { sku, units } of basket.lines) {
    const item = ready(sku);
    if (item) lines.set(sku, { item, units: units + (lines.get(sku)?.units ?? 0) });
    else problems.push({ at: ['lines', sku], wrong: `no item “${sku}” that can be sold`, right: 'a SKU of the goods, with a price' });
  }
  if (problems.length > 0 || !place.ok) return { ok: false, problems };
  return { ok: true, value: { lines: [...lines.values()], place: place.value, codes: basket.codes, moment: basket.moment === null ? now : Date.parse(basket.moment), carrier } };
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
