import { type Book, bookSchema } from './schema.ts';

/** A book to begin with: one market and an empty default template, nothing else. */
export const starterBook = (home: {
  readonly country: string;
  readonly currency: string;
  readonly locale: string;
  readonly timeZone: string;
}): Book =>
  bookSchema.parse({
    format: 'plemb-book/3',
    seller: 'New seller',
    markets: [
      {
        id: 'home',
        name: 'Home',
        currency: home.currency,
        locale: home.locale,
        timeZone: home.timeZone,
        assumed: home.country,
      },
    ],
    services: [],
    zones: [],
    templates: [{ id: 'parcels', name: 'Parcels', origin: 'Home', zones: [], lanes: {} }],
    offers: [],
    channels: {},
    pinned: [],
  });
