import type { CompiledBook } from '../book/index.ts';
import { type Decimal, type Minor, minor, nothing, percentOf, rounded } from '../exact/index.ts';
import { taxRateOf } from './live.ts';
import { asSold, type Question } from './question.ts';

/** The tax of a basket: of its goods, rounded line by line, and of delivery, which is one line (step 8). */
export interface Taxed {
  readonly goods: Minor;
  readonly delivery: Minor;
}

/** What tax is inside amounts, or comes on top, as the market's shown prices have it. */
export function taxOf(book: CompiledBook, question: Question, off: readonly Minor[], delivery: Minor): Taxed {
  if (book.body.taxes.length === 0) return { goods: nothing, delivery: nothing };
  const taxed = taxOfLines(book, question, off, delivery);
  return { goods: minor(taxed.lines.reduce((sum, tax) => sum + tax, 0)), delivery: taxed.delivery };
}

/** The same line by line; `off` is what is off each line. */
export function taxOfLines(
  book: CompiledBook,
  question: Question,
  off: readonly Minor[],
  delivery: Minor,
): { lines: Minor[]; delivery: Minor } {
  const inside = book.market.body.tax === 'inside';
  const { lines } = asSold(question);
  return {
    lines: lines.map(({ item, units }, i) =>
      taxOn(minor(item.price * units - (off[i] ?? 0)), taxRateOf(book, question, item.taxClass), inside),
    ),
    delivery: taxOn(delivery, taxRateOf(book, question, book.body.deliveryClass), inside),
  };
}

/**
 * The tax in an amount that has it inside, gross · r / (1 + r), or on one that has not; rounded half away from zero.
 */
function taxOn(amount: Minor, percent: Decimal | null, inside: boolean): Minor {
  if (!percent || amount === 0) return nothing;
  if (!inside) return percentOf(amount, percent);
  const hundred = 100n * 10n ** BigInt(percent.scale);
  return rounded(BigInt(amount) * percent.digits, hundred + percent.digits, { is: 'nearest' });
}
