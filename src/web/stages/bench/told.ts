import type { Basket, Book } from '../../../core/book/index.ts';
import type { SpendRow } from '../../../core/offers/index.ts';

/**
 * A basket with what offers of the book have cost so far, where it does not say so itself; rows of offers that are gone
 * are kept, and tell it nothing.
 */
export function withSpend(basket: Basket, spend: readonly SpendRow[], book: Book): Basket {
  const told = new Map<string, Basket['spent'][string]>();
  for (const { offer, ...row } of spend) {
    if (offer in basket.spent || !book.offers.some((one) => one.id === offer)) continue;
    const one = told.get(offer) ?? { uses: 0, own: 0, rows: [] };
    told.set(offer, { ...one, rows: [...one.rows, row] });
  }
  return told.size === 0 ? basket : { ...basket, spent: { ...Object.fromEntries(told), ...basket.spent } };
}

/**
 * A basket with the segment that the list of customers has for its customer; one whose id the list does not have is
 * nobody known.
 */
export function withCustomer(basket: Basket, segment: string | null | undefined): Basket {
  if (basket.customer === null || segment === undefined) return basket;
  return segment === null ? { ...basket, customer: null } : { ...basket, segment: basket.segment ?? segment };
}
