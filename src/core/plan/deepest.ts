import type { CompiledBook, Ready } from '../book/index.ts';
import type { Instant, Minor } from '../exact/index.ts';
import { type Offer, sharedCode } from '../offers/index.ts';
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
const workedOut = 400;

/**
 * The baskets that leave the seller least: every count of units of every item alone, and of the worst items with each
 * other item, in a place of each zone, with no code, each and every two, within the given units and value. They are
 * told apart by price, cost, discount and delivery alone; the thinnest of those are then worked out with tax, fees and
 * what the carrier asks (`costOf`; null where that is not known), so that one which only these make thin may be missed.
 * The shopper is anybody, in no channel: offers for some customers or channels, and single-use codes, are not among
 * them. Larger baskets are not tried.
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
  // The worst of each set of goods and codes, over places, units and services.
  const found = new Map<string, { question: Question; left: number }>();
  let tried = 0;
  const itemOf = (sku: string) => goods.find((item) => item.sku === sku);
  const look = (lines: readonly Line[], place: Place, codes: readonly string[]) => {
    const question: Question = { lines, place, codes, moment: now, carrier: null, shopper: { ...anybody, itemOf } };
    charges(book, question, out);
    tried += 1;
    let [value, key] = [0, codes.join(' ')];
    for (const { item, units } of lines) {
      value += (item.price - (item.cost ?? 0)) * units;
      key += ` ${item.sku}`;
    }
    for (let i = 0; i < book.services.length; i += 1) {
      const [delivery, off] = [out[2 * i] as number, out[2 * i + 1] as number];
      const left = value - off + delivery;
      if (delivery >= 0 && left < (found.get(key)?.left ?? Number.POSITIVE_INFINITY))
        found.set(key, { question, left });
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
      for (const item of sold)
        for (let units = 1; units <= within.units && item.price * units <= within.value; units += 1)
          look([{ item, units }], place, codes);
      for (const item of worst)
        for (const other of sold)
          for (const units of [1, 2, 4])
            for (const more of [1, 2, 4])
              if (
                other !== item &&
                units + more <= within.units &&
                item.price * units + other.price * more <= within.value
              )
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
  const worked = [...found.values()].sort((a, b) => a.left - b.left).slice(0, workedOut);
  const baskets = worked
    .flatMap(({ question }): Deep[] => {
      const answer = quote(book, question);
      const deeps = [...answer.choices, ...answer.hidden.map((one) => one.choice)].map((choice): Deep => {
        const margin = marginOf(book, question, choice, costOf(question, choice.service));
        return { example: exampleOf(question), service: choice.service, used: choice.used, margin };
      });
      return deeps.sort((a, b) => a.margin.left - b.margin.left).slice(0, 1);
    })
    .sort((a, b) => a.margin.left - b.margin.left);
  // Of one item's baskets the worst stands for all.
  const seen = new Set<string>();
  const worst12 = baskets.filter(({ example }) => {
    const first = example.lines[0]?.sku ?? '';
    if (seen.has(first)) return false;
    seen.add(first);
    return true;
  });
  return { baskets: worst12.slice(0, 12), tried };
}

/** No code, each code of offers that run, and every two. */
function codeSetsOf(offers: readonly Offer[], now: Instant): string[][] {
  const running = offers.filter(
    (offer) => (offer.from === null || offer.from <= now) && (offer.until === null || now < offer.until),
  );
  const codes = [...new Set(running.flatMap((offer) => sharedCode(offer) ?? []))];
  return [[], ...codes.map((code) => [code]), ...codes.flatMap((a, i) => codes.slice(i + 1).map((b) => [a, b]))];
}
