import { type Book, bookSchema } from './schema.ts';

/** A book to begin with: one market, one service, home and the rest of the world at a flat amount each, and no goods yet. */
export const starterBook = (home: { readonly country: string; readonly currency: string; readonly locale: string; readonly timeZone: string }): Book =>
  bookSchema.parse({
    format: 'plemb-book/3',
    seller: 'New seller',
    markets: [{ id: 'home', name: 'Home', currency: home.currency, locale: home.locale, timeZone: home.timeZone, assumed: home.country }],
    services: [{ id: 'standard', name: 'Standard delivery', days: [2, 4] }],
    zones: [
      { id: 'home', name: 'Home', takes: [home.country], leaves: [] },
      { id: 'rest', name: 'Rest of the world', takes: ['world'], leaves: [] },
    ],
    templates: [
      {
        id: 'parcels',
        name: 'Parcels',
        origin: 'Home',
        zones: ['home', 'rest'],
        lanes: { home: { standard: { rate: { is: 'flat', amount: '5' }, freeFrom: null } }, rest: { standard: { rate: { is: 'flat', amount: '24' }, freeFrom: null } } },
      },
    ],
    offers: [],
    channels: {
      'lerrin-shop': { speeds: { standard: 'standard' }, target: 'all' },
      harrowmere: { speeds: { standard: 'STANDARD' }, target: 'all' },
      findlark: { speeds: { standard: 'standard' }, target: 'all' },
    },
    pinned: [],
  });
