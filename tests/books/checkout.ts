import { amountText, type Currency, gramsText } from '../../src/core/exact/index.ts';
import { type Question, soldIn } from '../../src/core/quote/index.ts';

const euro = 'EUR' as Currency;

/** A question as a channel's checkout is asked it. */
export function checkoutOf(question: Question) {
  const { lines, place, codes, address } = soldIn(question);
  return {
    lines: lines.map((line) => ({
      listing: line.listing,
      units: line.units,
      price: amountText(line.price, euro),
      grams: line.mass === null ? null : gramsText(line.mass),
    })),
    place: address === 'business' ? { ...place, business: true } : place,
    codes: [...codes],
  };
}
