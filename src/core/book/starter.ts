import { type Book, bookSchema } from './schema.ts';

/** What the parts of a book to begin with are called, until the seller names them. */
export interface StarterNames {
  readonly seller: string;
  readonly market: string;
  readonly template: string;
  readonly origin: string;
}

/** A book to begin with: one market and an empty default template, nothing else. */
export const starterBook = (
  home: {
    readonly country: string;
    readonly currency: string;
    readonly locale: string;
    readonly timeZone: string;
  },
  names: StarterNames,
): Book =>
  bookSchema.parse({
    format: 'plemb-book/3',
    seller: names.seller,
    markets: [
      {
        id: 'home',
        name: names.market,
        currency: home.currency,
        locale: home.locale,
        timeZone: home.timeZone,
        assumed: home.country,
      },
    ],
    services: [],
    zones: [],
    templates: [{ id: 'parcels', name: names.template, origin: names.origin, zones: [], lanes: {} }],
    offers: [],
    channels: {},
    pinned: [],
  });
