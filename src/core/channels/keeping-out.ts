import type { CompiledBook } from '../book/index.ts';
import { lies, type Offer, type Part, partOf } from '../offers/index.ts';
import type { Listed } from './dialect.ts';

/** Whether the book lets two offers act on one order: always, never, or by what goods are in it. */
export type KeepsOut = 'never' | 'always' | 'by goods';

/**
 * How the book's offers keep each other out, in the shop's terms, which know orders alone. Offers that do so where they
 * share a line never do where no item is of both, and always where all goods of one are of the other: without goods of
 * that one it takes nothing off.
 */
export function keepingOut(book: CompiledBook, goods: readonly Listed[]): (a: Offer, b: Offer) => KeepsOut {
  const known = new Map<string, KeepsOut>();
  const byParts = (a: Part, b: Part): KeepsOut => {
    const key = `${a} ${b}`;
    const met = known.get(key) ?? sharing(goods, a, b);
    known.set(key, met);
    return met;
  };
  return (a, b) => {
    if (book.exclusions(a, b) === 'none') return 'never';
    const [one, other] = [partOf(a), partOf(b)];
    return excludes(book, a, b) || one === null || other === null ? 'always' : byParts(one, other);
  };
}

/** Whether the book never lets two offers act on one order, whatever is in it. */
export function excludes(book: CompiledBook, a: Offer, b: Offer): boolean {
  const exclusion = book.exclusions(a, b);
  return exclusion === 'order' || (exclusion === 'line' && (partOf(a) === null || partOf(b) === null));
}

function sharing(goods: readonly Listed[], a: Part, b: Part): KeepsOut {
  const [ofA, ofB] = [goods.filter((item) => lies(item, a)), goods.filter((item) => lies(item, b))];
  const both = ofA.filter((item) => lies(item, b)).length;
  if (both === 0) return 'never';
  return both === Math.min(ofA.length, ofB.length) ? 'always' : 'by goods';
}
