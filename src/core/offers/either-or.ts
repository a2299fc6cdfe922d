import { type Offer, partOf } from './offer.ts';
import type { EitherOrBody } from './schema.ts';

/** How two offers keep each other out: not at all, where they share a line of the basket, or on any order. */
export type Exclusion = 'none' | 'line' | 'order';

/** Which offers of a book keep each other out. */
export type Exclusions = (a: Offer, b: Offer) => Exclusion;

/**
 * Reads the either/or groups of a book with so many offers. Offers without a common group act together. In a group of
 * the order at most one acts, whatever lines it touches; in one of the line two goods offers keep each other out only
 * where they share a line, and a gift keeps out and is kept out by none.
 */
export function readEitherOr(groups: readonly EitherOrBody[], offers: readonly { readonly id: string }[]): Exclusions {
  const placeOf = new Map(offers.map((offer, i) => [offer.id, i]));
  const n = offers.length;
  const [ofOrder, ofLine] = [new Uint8Array(n * n), new Uint8Array(n * n)];
  for (const group of groups) {
    const members = group.offers.flatMap((id) => placeOf.get(id) ?? []);
    const marks = group.of === 'order' ? ofOrder : ofLine;
    for (const a of members) for (const b of members) if (a !== b) marks[a * n + b] = 1;
  }
  return (a, b) => {
    const pair = a.order * n + b.order;
    if (ofOrder[pair] === 1) return 'order';
    if (ofLine[pair] !== 1 || a.kind.sort === 'gift' || b.kind.sort === 'gift') return 'none';
    return partOf(a) !== null && partOf(b) !== null ? 'line' : 'order';
  };
}
