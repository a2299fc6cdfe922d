import { type BookFile, type BookInput, bookFileSchema } from '../../src/core/book/index.ts';

/** A small book that is not the demo's: a soap maker with two zones, one service, one offer. All invented. */
export const smallBook = (changes: Partial<BookInput> = {}): BookFile =>
  bookFileSchema.parse({ ...written(), ...changes });

const written = (): BookInput => ({
  format: 'plemb-book/3',
  seller: 'Quillmoor Soaps',
  markets: [{ id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }],
  services: [{ id: 'post', name: 'Post', days: [3, 5] }],
  zones: [
    { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
    { id: 'north', name: 'The north', takes: ['GB-NIR'], leaves: [] },
  ],
  templates: [
    {
      id: 'soaps',
      name: 'Soaps by post',
      origin: 'Sligo',
      zones: ['home', 'north'],
      lanes: {
        home: { post: { rate: { is: 'flat', amount: '7.30' }, freeFrom: { value: '55.00', test: 'before' } } },
        north: {
          post: {
            rate: {
              is: 'table',
              unit: 'lb',
              breaks: [
                { to: '1', amount: '5.35' },
                { to: '3', amount: '6.95' },
                { to: null, amount: '8.75' },
              ],
            },
            freeFrom: null,
          },
        },
      },
    },
  ],
  offers: [
    {
      id: 'suds',
      number: 1,
      title: 'SUDS: 15 % off',
      benefit: { is: 'off order', off: { by: 'percent', percent: '15' } },
      code: { is: 'shared', code: 'SUDS' },
      asks: [],
      zones: null,
      window: { from: null, until: '2026-12-31T00:00', zone: 'Europe/Dublin' },
      terms: '15 % off with SUDS until the end of 2026.',
      note: '',
    },
  ],
  numbered: 1,
  channels: {
    'lerrin-shop': { speeds: { post: 'post' } },
    harrowmere: { speeds: { post: 'STANDARD' } },
    findlark: { speeds: { post: 'standard' }, target: 'IE' },
  },
  pinned: [
    {
      id: 'two-bars',
      name: 'Two bars to Sligo',
      lines: [{ sku: 'BAR-OAT', units: 2 }],
      place: 'IE',
      codes: [],
      moment: null,
    },
  ],
  goods: [
    {
      sku: 'BAR-OAT',
      name: 'Oat bar',
      price: '6.50',
      mass: { value: '0.5', unit: 'lb' },
      size: null,
      tags: ['bars'],
      kind: 'parcel',
      template: null,
    },
    {
      sku: 'BAR-SEA',
      name: 'Seaweed bar',
      price: '7.25',
      mass: { value: '110', unit: 'g' },
      size: null,
      tags: ['bars'],
      kind: 'parcel',
      template: 'soaps',
    },
    {
      sku: 'SET-GIFT',
      name: 'Gift set, "six"',
      price: '54.99',
      mass: { value: '1', unit: 'kg' },
      size: { length: '20', width: '15', height: '8', unit: 'cm' },
      tags: ['sets', 'gifts'],
      kind: 'parcel',
      template: null,
    },
  ],
});
