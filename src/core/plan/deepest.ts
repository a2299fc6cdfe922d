import type { CompiledBook, Ready } from '../book/index.ts';
import type { Instant, Minor } from '../exact/index.ts';
import type { Offer } from '../offers/index.ts';
import type { Place } from '../places/index.ts';
import { anybody, charges, type Line, type Question, quote } from '../quote/index.ts';
import { type Margin, marginOf } from './margin.ts';
import { type Example, exampleOf, placesByZone } from './meets.ts';

/** Within what baskets the deepest is looked for. */
export interface Within {
  readonly units: number;
  readonly value: Minor;
}

/** A basket that leaves little, by the service that leaves least of it. */
export interface Deep {
  readonly example: Example;
  readonly service: string;
  readonly used: readonly string[];
  readonly margin: Margin;
}

export interface Deepest {
  /** The least first. */
  readonly baskets: readonly Deep[];
  readonly tried: number;
}

/** Goods that leave least alone, which are tried in pairs with all others. */
const paired = 8;
/** Baskets worked out in full, the least first by the quick reckoning. */
const workedOut = 60;

/**
 * The baskets that leave the seller least: every count of units of every item alone, and of the worst items with each other
 * item, in a place of each zone, with no code, each and every two, within the given units and value. Ranked without the
 * carrier's cost where none is known; larger baskets are not tried. `costOf` is what the carrier asks; null where that is not known.
 */
export function deepestBaskets(
  book: CompiledBook,
  goods: readonly Ready[],
  now: Instant,
  within: Within,
  costOf: (question: Question, service: string) => Minor | null,
  pace: (done: number, all: number) => void,
): Deepest {
  const sold = goods.filter((item) => item.cost !== null && item.price > 0);
  const places = [...placesByZone(book).values()];
  const codeSets = codeSetsOf(book.offers, now);
  const out = new Float64Array(2 * book.services.length);
  const found: { question: Question; left: number }[] = [];
  let tried = 0;
  const itemOf = (sku: string) => goods.find((item) => item.sku === sku);
  const look = (lines: readonly Line[], place: Place, codes: readonly string[]) => {
    const question: Question = { lines, place, codes, moment: now, carrier: null, shopper: { ...anybody, itemOf } };
    charges(book, question, out);
    tried += 1;
    let [value, cost] = [0, 0];
    for (const { item, units } of lines) {
      value += item.price * units;
      cost += (item.cost ?? 0) * units;
    }
    for (let i = 0; i < book.services.length; i += 1) {
      const [delivery, off] = [out[2 * i] as number, out[2 * i + 1] as number];
      if (delivery >= 0) keep(found, { question, left: value - off + delivery - cost });
    }
  };
  // The worst by the share of their price that is left.
  const worst = [...sold].sort((a, b) => (b.cost ?? 0) * a.price - (a.cost ?? 0) * b.price).slice(0, paired);
  const all = places.length * codeSets.length;
  let done = 0;
  for (const place of places) {
    for (const codes of codeSets) {
      pace(done, all);
      done += 1;
      for (const item of sold) for (let units = 1; units <= within.units && item.price * units <= within.value; units += 1) look([{ item, units }], place, codes);
      for (const item of worst)
        for (const other of sold)
          for (const units of [1, 2, 4])
            for (const more of [1, 2, 4])
              if (other !== item && units + more <= within.units && item.price * units + other.price * more <= within.value)
                look(
                  [
                    { item, units },
                    { item: other, units: more },
                  ],
                  place,
                  codes,
                );
    }
  }
  const baskets = found
    .flatMap(({ question }): Deep[] => {
      const answer = quote(book, question);
      const deeps = [...answer.choices, ...answer.hidden.map((one) => one.choice)].map((choice): Deep => {
        const margin = marginOf(book, question, choice, costOf(question, choice.service), null);
        return { example: exampleOf(question), service: choice.service, used: choice.used, margin };
      });
      return deeps.sort((a, b) => a.margin.left - b.margin.left).slice(0, 1);
    })
    .sort((a, b) => a.margin.left - b.margin.left);
  const seen = new Set<string>();
  return { baskets: baskets.filter(({ example, used }) => !seen.has(`${example.place} ${used}`) && seen.add(`${example.place} ${used}`)).slice(0, 12), tried };
}

/** Keeps the least so many, the least first. */
function keep(found: { question: Question; left: number }[], one: { question: Question; left: number }): void {
  const last = found.at(-1);
  if (found.length >= workedOut && last && one.left >= last.left) return;
  const at = found.findIndex((other) => other.left > one.left);
  found.splice(at < 0 ? found.length : at, 0, one);
  if (found.length > workedOut) found.pop();
}

/** No code, each code of offers that run, and every two. */
function codeSetsOf(offers: readonly Offer[], now: Instant): string[][] {
  const running = offers.filter((offer) => (offer.from === null || offer.from <= now) && (offer.until === null || now < offer.until));
  const codes = [...new Set(running.flatMap(({ code }) => (code && code.is !== 'single use' ? [code.code] : [])))];
  return [[], ...codes.map((code) => [code]), ...codes.flatMap((a, i) => codes.slice(i + 1).map((b) => [a, b]))];
}
