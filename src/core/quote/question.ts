import type { Basket } from '../book/index.ts';
import type { Instant, Mass, Minor, Problem, Result } from '../exact/index.ts';
import type { Weighed } from '../goods/index.ts';
import { type Place, parsePlace } from '../places/index.ts';

/** One line of a basket with its figures: the price and the mass of one unit. A mass not known is null. */
export interface Line {
  readonly sku: string;
  readonly units: number;
  readonly price: Minor;
  readonly mass: Mass | null;
}

/** Everything an intended answer depends on besides the book. */
export interface Question {
  readonly lines: readonly Line[];
  readonly place: Place;
  readonly codes: readonly string[];
  readonly moment: Instant;
}

/** Turns a basket of SKUs into a question: goods looked up, double lines merged, the place read. */
export function questionOf(basket: Basket, figures: (sku: string) => Weighed | undefined, now: Instant): Result<Question> {
  const problems: Problem[] = [];
  const place = parsePlace(basket.place);
  if (!place.ok) problems.push(...place.problems.map((one) => ({ ...one, at: ['place', ...one.at] })));
  const lines = new Map<string, Line>();
  for (const { sku, units } of basket.lines) {
    const item = figures(sku);
    if (item) lines.set(sku, { sku, units: units + (lines.get(sku)?.units ?? 0), ...item });
    else problems.push({ at: ['lines', sku], wrong: `no item “${sku}”`, right: 'a SKU of the goods' });
  }
  if (problems.length > 0 || !place.ok) return { ok: false, problems };
  return { ok: true, value: { lines: [...lines.values()], place: place.value, codes: basket.codes, moment: basket.moment === null ? now : Date.parse(basket.moment) } };
}
