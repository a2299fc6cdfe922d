import type { PriceExtra, PriceLine } from '../../core/carrier/index.ts';
import { counts } from './figures.ts';

/** What the columns of a file of prices can be taken for. */
export const priceTargetLabels: Readonly<Record<string, string>> = {
  what: 'What the line tells',
  service: 'Service',
  zone: 'Zone',
  places: 'Places of the zone',
  most: 'Up to a mass',
  price: 'Price',
  byZone: 'Price to the zone of its head',
  from: 'First day',
  until: 'Until, not counting',
  last: 'Last day',
};

/** What comes on top of each parcel, by its sort. */
export const extraNames: Readonly<Record<PriceExtra['is'], string>> = {
  fuel: 'fuel',
  parcel: 'each parcel',
  home: 'to a home',
  remote: 'to remote places',
};

/** The days on which a price or an extra holds; nothing where it always does. */
export function daysText({ from, until }: Pick<PriceLine, 'from' | 'until'>): string {
  if (from === null && until === null) return '';
  return [from && `from ${from}`, until && `until ${until}`].filter(Boolean).join(' ');
}

/** What a price list holds, in a few words. */
export function holdsWords(list: { prices: readonly { service: string }[]; zones: readonly unknown[] }): string {
  if (list.prices.length === 0) return 'no prices yet';
  const services = new Set(list.prices.map(({ service }) => service)).size;
  return [counts(list.prices.length, 'price'), counts(services, 'service'), counts(list.zones.length, 'zone')].join(
    ', ',
  );
}
