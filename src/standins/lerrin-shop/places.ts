import { type Address, begins, countryPart } from '../common/address.ts';

/** How well an entry fits an address: 0 not at all, the higher the more specific. */
export function fitness(text: string, address: Address): number {
  if (text === '*') return 1;
  // A colon in place of the space is the way in which version 1 wrote it at first.
  const [country, postcode] = [text.slice(0, 2), /^[A-Z]{2}[ :]/.test(text) ? text.slice(3) : undefined];
  if (postcode !== undefined) {
    if (country !== address.country) return 0;
    if (!postcode.endsWith('*')) return postcode === address.postcode ? 1000 : 0;
    return begins(address, postcode.slice(0, -1)) ? 100 + postcode.replace(' ', '').length : 0;
  }
  if (text.includes('-')) return text === countryPart(address) ? 3 : 0;
  return text === address.country ? 2 : 0;
}

/** The fit of the best of some entries. */
export const bestFit = (entries: readonly string[], address: Address): number =>
  Math.max(0, ...entries.map((one) => fitness(one, address)));

/** The zone whose entry fits an address best; null where a closed one fits as well, or none does. */
export function zoneOf<Z extends { readonly places: readonly string[] }>(
  { zones, closed }: { readonly zones: readonly Z[]; readonly closed: readonly string[] },
  address: Address,
): Z | null {
  let best = bestFit(closed, address);
  let found: Z | null = null;
  for (const zone of zones) {
    const how = bestFit(zone.places, address);
    if (how > best) [best, found] = [how, zone];
  }
  return found;
}
