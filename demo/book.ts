import { type BookFile, type BookInput, bookFileSchema } from '../src/core/book/index.ts';
import { demoGoods } from './goods.ts';

const euroCountries = [
  'AT',
  'BE',
  'BG',
  'CY',
  'DE',
  'EE',
  'ES',
  'FI',
  'FR',
  'GR',
  'HR',
  'IT',
  'LT',
  'LU',
  'LV',
  'MT',
  'NL',
  'PT',
  'SI',
  'SK',
];
const highlands = ['GB HS*', 'GB IV*', 'GB KW*', 'GB ZE*', 'GB PA41*', 'GB PA42*', 'GB PA43*', 'GB PA44*', 'GB PA45*'];
const flat = (amount: string, from?: string, test: 'before' | 'after' = 'after') => ({
  rate: { is: 'flat' as const, amount },
  freeFrom: from ? { value: from, test } : null,
});
const table = (amounts: readonly string[], from?: string) => ({
  rate: {
    is: 'table' as const,
    unit: 'kg' as const,
    breaks: amounts.map((amount, i) => ({ to: ['0.5', '1', '2', '5', '10', '20', '30'][i] ?? null, amount })),
  },
  freeFrom: from ? { value: from, test: 'after' as const } : null,
});

/** A second carrier's price list: long and heavy things to the kerb, the year's prices and the next. */
const quillane: NonNullable<BookInput['priceLists']>[number] = {
  id: 'quillane',
  name: 'Quillane Freight',
  currency: 'EUR',
  from: ['IE'],
  divisor: 4000,
  zones: [
    { zone: 'Ireland', places: ['IE', 'GB-NIR'] },
    { zone: 'Britain', places: ['GB'] },
    { zone: 'Continent', places: ['EU'] },
  ],
  prices: (
    [
      ['Ireland', ['15', '14.20'], ['30', '18.60'], ['60', '27.40']],
      ['Britain', ['15', '24.50'], ['30', '31.00'], ['60', '44.80']],
      ['Continent', ['15', '33.90'], ['30', '42.00'], ['60', '63.50']],
    ] as const
  ).flatMap(([zone, ...steps]) =>
    steps.map(([value, price]) => ({ service: 'Kerbside', zone, most: { value, unit: 'kg' as const }, price })),
  ),
  extras: [
    { is: 'fuel', percent: '9.5' },
    { is: 'fuel', percent: '11', from: '2027-01-01' },
    { is: 'remote', amount: '12.00', places: ['GB HS*', 'GB ZE*', 'GB KW15 to KW17'] },
  ],
};

/** The demo seller's book as first sent to every channel. All invented. */
export const demoBook = (): BookFile => bookFileSchema.parse(written());

function written(): BookInput {
  return {
    format: 'plemb-book/3',
    seller: 'Lerrin Kites',
    markets: [
      { id: 'home', name: 'Euro', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin', assumed: 'IE' },
      {
        id: 'britain',
        name: 'Britain',
        currency: 'GBP',
        locale: 'en-GB',
        timeZone: 'Europe/London',
        assumed: 'GB',
        rounding: { is: 'step', step: '0.05' },
      },
      {
        id: 'japan',
        name: 'Japan',
        currency: 'JPY',
        locale: 'ja-JP',
        timeZone: 'Asia/Tokyo',
        assumed: 'JP',
        hides: 'same or slower',
      },
    ],
    exchange: [
      { id: 'eur-gbp', from: 'EUR', to: 'GBP', rate: '0.86' },
      { id: 'eur-jpy', from: 'EUR', to: 'JPY', rate: '172.4' },
    ],
    taxes: [
      { id: 'ireland', class: 'standard', places: ['IE'], percent: '23' },
      { id: 'britain', class: 'standard', places: ['GB'], percent: '20' },
      { id: 'europe', class: 'standard', places: ['EU'], percent: '21' },
      { id: 'japan', class: 'standard', places: ['JP'], percent: '10' },
    ],
    costs: {
      packing: '0.85',
      payment: { percent: '1.4', amount: '0.25' },
      advertising: '4',
      channels: { harrowmere: { percent: '9', amount: '0.30' }, findlark: { percent: '3', amount: '0' } },
    },
    services: [
      { id: 'economy', name: 'Economy delivery', days: [4, 7], carrier: 'ground' },
      { id: 'standard', name: 'Standard delivery', days: [2, 3], carrier: 'ground' },
      {
        id: 'two-day',
        name: 'Two-day delivery',
        days: [2, 2],
        kinds: ['parcel', 'tube', 'battery'],
        bars: ['lithium'],
        carrier: 'swift',
      },
      {
        id: 'freight',
        name: 'Freight to the kerb',
        days: [5, 10],
        carrier: 'ground',
        lists: [{ list: 'quillane', service: 'Kerbside' }],
      },
      {
        id: 'pickup',
        name: 'Pickup in Galway',
        days: [0, 1],
        pickup: true,
        fetched: { at: 'The kite loft, Spanner Lane, Galway', hours: 'Mon–Sat 10:00–17:30' },
      },
    ],
    selections: [
      { id: 'long', name: 'Long tubes', takes: { is: 'tags', any: ['long'], all: [] }, except: [] },
      { id: 'show', name: 'Show kites', takes: { is: 'kind', kind: 'freight' }, except: [] },
      { id: 'reels', name: 'Line reels', takes: { is: 'tags', any: ['reels'], all: [] }, except: [] },
      { id: 'heavy', name: 'From two kilograms', takes: { is: 'mass', from: '2', to: null, unit: 'kg' }, except: [] },
    ],
    stockPlaces: [
      { id: 'galway', name: 'Galway', place: 'IE H91 E2K3' },
      { id: 'westport', name: 'Westport', place: 'IE F28 K4N7' },
    ],
    priceLists: [quillane],
    boxes: [
      {
        id: 'mailer',
        name: 'Mailer',
        length: '34',
        width: '24',
        height: '8',
        unit: 'cm',
        limit: { value: '2', unit: 'kg' },
        own: { value: '90', unit: 'g' },
      },
      {
        id: 'kite-box',
        name: 'Kite box',
        length: '116',
        width: '16',
        height: '14',
        unit: 'cm',
        limit: { value: '8', unit: 'kg' },
        own: { value: '420', unit: 'g' },
      },
      {
        id: 'tube',
        name: 'Tube',
        length: '172',
        width: '12',
        height: '12',
        unit: 'cm',
        limit: { value: '12', unit: 'kg' },
        own: { value: '640', unit: 'g' },
      },
      {
        id: 'crate',
        name: 'Crate',
        length: '190',
        width: '70',
        height: '60',
        unit: 'cm',
        limit: { value: '60', unit: 'kg' },
        own: { value: '6', unit: 'kg' },
      },
    ],
    mixedBy: 'sum',
    mixing: [
      { id: 'with-show', kinds: ['parcel', 'freight'], services: [], by: 'highest' },
      { id: 'tubes', kinds: ['parcel', 'tube', 'battery'], services: [], by: { highest: 'plus', further: '2.50' } },
    ],
    zones: [
      { id: 'ie', name: 'Ireland', takes: ['IE'], leaves: [] },
      { id: 'ni', name: 'Northern Ireland', takes: ['GB-NIR'], leaves: [] },
      { id: 'gb', name: 'Great Britain', takes: ['GB'], leaves: ['GB-NIR', ...highlands] },
      { id: 'hi', name: 'Highlands and Islands', takes: highlands, leaves: [] },
      { id: 'euro', name: 'Euro area', takes: euroCountries, leaves: [] },
      { id: 'us48', name: 'United States, mainland', takes: ['US'], leaves: ['US-AK', 'US-HI', 'US-PR'] },
      { id: 'jp', name: 'Japan', takes: ['JP'], leaves: [] },
      { id: 'row', name: 'Rest of the world', takes: ['world'], leaves: ['US'] },
    ],
    templates: [
      {
        id: 'parcels',
        name: 'Parcels from Galway',
        origin: 'Galway',
        zones: ['ie', 'ni', 'gb', 'hi', 'euro', 'us48', 'jp', 'row'],
        lanes: {
          ie: { standard: flat('4.90', '60.00'), 'two-day': flat('9.50') },
          ni: { standard: flat('5.90', '70.00', 'before'), 'two-day': flat('11.00') },
          gb: {
            economy: table(['5.40', '5.90', '6.90', '8.90', '11.40', '15.40', '19.40']),
            standard: table(['6.90', '7.50', '8.60', '10.90', '13.90', '18.60', '23.20'], '80.00'),
            'two-day': flat('13.20'),
          },
          hi: {
            economy: table(['7.90', '8.40', '9.40', '11.40', '13.90', '17.90', '21.90']),
            standard: table(['9.40', '10.00', '11.10', '13.40', '16.40', '21.10', '25.70']),
          },
          euro: { economy: flat('8.50'), standard: flat('12.00') },
          us48: { economy: flat('14.00'), standard: flat('19.00') },
          jp: { standard: flat('21.00') },
          row: { economy: flat('22.00') },
        },
      },
      {
        id: 'tubes',
        name: 'Long tubes',
        origin: 'Galway',
        goods: 'long',
        zones: ['ie', 'ni', 'gb', 'euro'],
        lanes: {
          ie: {
            standard: {
              rate: { is: 'built up', order: '3.20', first: '4.10', further: '1.60', weight: null },
              freeFrom: { value: '110.00', test: 'after' },
            },
          },
          ni: {
            standard: {
              rate: { is: 'built up', order: '3.20', first: '5.40', further: '1.90', weight: null },
              freeFrom: null,
            },
          },
          gb: {
            standard: {
              rate: { is: 'built up', order: '4.40', first: '5.50', further: '2.10', weight: null },
              freeFrom: null,
              bounds: [{ unit: 'kg', from: null, to: '20' }],
            },
          },
          euro: {
            standard: {
              rate: {
                is: 'table',
                unit: 'cm',
                breaks: [
                  { to: '125', amount: '16.50' },
                  { to: '150', amount: '19.00' },
                  { to: '175', amount: '23.50' },
                ],
              },
              freeFrom: null,
              fees: { order: '1.20', item: '0.40' },
            },
          },
        },
      },
      {
        id: 'show',
        name: 'Show kites by freight',
        origin: 'Galway',
        goods: 'show',
        zones: ['ie', 'gb', 'euro'],
        lanes: {
          ie: {
            freight: {
              rate: {
                is: 'built up',
                order: '22.00',
                first: '0',
                further: '0',
                weight: { amount: '0.90', per: '1', unit: 'kg', each: 'started' },
              },
              freeFrom: { value: '2', test: 'before', unit: 'units', of: 'group' },
              dated: [
                {
                  id: 'december',
                  window: { from: '2026-12-01T00:00', until: '2027-01-01T00:00', zone: 'Europe/Dublin' },
                  sets: {
                    is: 'rate',
                    rate: {
                      is: 'built up',
                      order: '26.00',
                      first: '0',
                      further: '0',
                      weight: { amount: '0.90', per: '1', unit: 'kg', each: 'started' },
                    },
                  },
                },
              ],
            },
            pickup: { rate: { is: 'free' }, freeFrom: null },
          },
          gb: {
            freight: {
              rate: {
                is: 'built up',
                order: '38.00',
                first: '0',
                further: '0',
                weight: { amount: '1.40', per: '1', unit: 'kg', each: 'started' },
              },
              freeFrom: null,
            },
          },
          euro: {
            freight: {
              rate: { is: 'carrier quote', service: 'ground', percent: '8', add: '2.50', fallback: '64.00' },
              freeFrom: null,
              bounds: [{ unit: 'kg', from: null, to: '60' }],
            },
          },
        },
      },
    ],
    offers: [
      {
        id: 'gust12',
        number: 1,
        title: 'GUST12: 12 % off your order',
        benefit: { is: 'off order', off: { by: 'percent', percent: '12' } },
        code: { is: 'shared', code: 'GUST12' },
        asks: [],
        zones: null,
        window: { from: '2026-11-16T00:00', until: '2027-01-01T00:00', zone: 'Europe/Dublin' },
        terms: '12 % off the order with the code GUST12, until the end of 2026.',
        note: 'Printed on the autumn postcard.',
      },
      {
        id: 'three-spars',
        number: 2,
        title: 'Three spars for two',
        benefit: { is: 'buy and get', goods: 'long', buy: 2, get: 1, percent: '100' },
        code: null,
        asks: [],
        zones: null,
        channels: ['lerrin-shop'],
        limits: { budget: { amount: '300.00' } },
        window: { from: '2026-11-20T00:00', until: '2026-12-24T00:00', zone: 'Europe/Dublin' },
        terms: 'Of each three long tubes the cheapest free, until 23 December 2026. While the budget lasts.',
        note: '',
      },
      {
        id: 'ribbon',
        number: 3,
        title: 'A gift ribbon with orders over 90',
        benefit: { is: 'gift', sku: 'LK-RIB-25-MOS', units: 1 },
        code: null,
        asks: [{ over: 'value', value: '90.00', test: 'before' }],
        zones: null,
        channels: ['lerrin-shop'],
        window: { from: '2026-11-20T00:00', until: '2026-12-21T00:00', zone: 'Europe/Dublin' },
        terms: 'A ribbon as a gift on orders from 90.00, until 20 December 2026.',
        note: '',
      },
      {
        id: 'clubs',
        number: 4,
        title: 'Clubs and schools: 15 % from 150',
        benefit: { is: 'off order', off: { by: 'percent', percent: '15' } },
        code: null,
        asks: [{ over: 'value', value: '150.00', test: 'before' }],
        zones: null,
        segments: ['clubs'],
        window: { from: null, until: null, zone: 'Europe/Dublin' },
        terms: '15 % off the order for clubs and schools, on orders from 150.00. Not together with other offers.',
        note: '',
      },
      {
        id: 'cards',
        number: 5,
        title: '5 off with your card',
        benefit: { is: 'off order', off: { by: 'amount', amount: '5.00' } },
        code: { is: 'single use', batch: 'cards' },
        asks: [{ over: 'value', value: '40.00', test: 'before' }],
        zones: null,
        limits: { each: 1 },
        window: { from: null, until: '2027-04-01T00:00', zone: 'Europe/Dublin' },
        terms: '5.00 off orders from 40.00 with the code on your card, good once, until 31 March 2027.',
        note: 'In every parcel of October.',
      },
      {
        id: 'winter-steps',
        number: 6,
        title: 'From 65 take 9, from 120 take 20',
        state: 'draft',
        benefit: {
          is: 'spend steps',
          test: 'after',
          steps: [
            { from: '65.00', off: '9.00' },
            { from: '120.00', off: '20.00' },
          ],
        },
        code: null,
        asks: [],
        zones: null,
        window: { from: '2026-12-27T00:00', until: '2027-01-07T00:00', zone: 'Europe/Dublin' },
        terms: 'From EUR 65.00 take EUR 9.00 off, from EUR 120.00 take EUR 20.00 off, until 6 January 2027.',
        note: '',
      },
      {
        id: 'reels-week',
        number: 7,
        title: 'Line reels 15 % off',
        state: 'paused',
        benefit: { is: 'off goods', goods: 'reels', off: { by: 'percent', percent: '15' } },
        code: null,
        asks: [],
        zones: null,
        window: { from: '2026-11-23T00:00', until: '2026-11-30T00:00', zone: 'Europe/Dublin' },
        terms: '15 % off line reels, until 29 November 2026.',
        note: 'Paused until the new reels are in.',
      },
    ],
    numbered: 7,
    eitherOr: [
      { id: 'one-order', name: 'one order offer', offers: ['gust12', 'clubs', 'cards', 'winter-steps'] },
      { id: 'spars-or-code', name: 'spars or a code', offers: ['three-spars', 'gust12'] },
      { id: 'spars-or-steps', name: 'spars or steps', offers: ['three-spars', 'winter-steps', 'clubs', 'cards'] },
      { id: 'ribbon-or-code', name: 'a ribbon or a code', offers: ['ribbon', 'gust12'] },
    ],
    segments: [{ id: 'clubs', name: 'Clubs and schools' }],
    events: [
      { id: 'kite-fair', name: 'Galway kite fair', from: '2026-11-27', until: '2026-11-30' },
      { id: 'christmas', name: 'Last post before Christmas', from: '2026-12-18', until: '2026-12-21' },
    ],
    channels: {
      'lerrin-shop': {
        speeds: {
          economy: 'economy',
          standard: 'standard',
          'two-day': 'two-day',
          freight: 'freight',
          pickup: 'pickup',
        },
      },
      harrowmere: {
        speeds: { economy: 'ECONOMY', standard: 'STANDARD', 'two-day': 'EXPRESS', freight: null, pickup: null },
      },
      findlark: {
        speeds: { economy: null, standard: 'standard', 'two-day': 'swift', freight: null, pickup: null },
        target: 'all',
        feeds: {
          main: { countries: 'all', language: 'en', goods: null },
        },
      },
    },
    pinned: [
      {
        id: 'delta-cork',
        name: 'Delta 2 m to Cork',
        lines: [
          { sku: 'LK-DEL-20-MOS', units: 1 },
          { sku: 'LK-TAIL-05-FOA', units: 1 },
        ],
        place: 'IE T12 A0A0',
        codes: [],
        moment: null,
      },
      {
        id: 'reels-stornoway',
        name: '3 line reels to Stornoway',
        lines: [{ sku: 'LK-REEL-60-80', units: 3 }],
        place: 'GB HS1 2AA',
        codes: [],
        moment: null,
      },
      {
        id: 'stunt-lyon',
        name: 'Stunt kite 2 m to Lyon',
        lines: [{ sku: 'LK-STU-20-MOS', units: 1 }],
        place: 'FR 69001',
        codes: [],
        moment: null,
      },
      {
        id: 'gust-galway',
        name: 'Foil kite to Galway, GUST12',
        lines: [{ sku: 'LK-FOI-10-MOS', units: 1 }],
        place: 'IE H91 A0A0',
        codes: ['GUST12'],
        moment: null,
      },
      {
        id: 'show-clash',
        name: 'Show kite and two tubes to Cork',
        lines: [
          { sku: 'LK-SHOW-6-C', units: 1 },
          { sku: 'LK-SPAR-6-165-2', units: 2 },
        ],
        place: 'IE T12 A0A0',
        codes: [],
        moment: null,
      },
      {
        id: 'spars-shop',
        name: '3 tubes and a kite at the shop, to Cork',
        lines: [
          { sku: 'LK-SPAR-6-165-2', units: 3 },
          { sku: 'LK-DEL-20-MOS', units: 1 },
        ],
        place: 'IE T12 A0A0',
        codes: [],
        moment: null,
        channel: 'lerrin-shop',
      },
      {
        id: 'delta-leeds',
        name: 'Delta 2 m and a reel to Leeds, in pounds',
        lines: [
          { sku: 'LK-DEL-20-MOS', units: 1 },
          { sku: 'LK-REEL-60-80', units: 1 },
        ],
        place: 'GB LS1 1AA',
        codes: ['GUST12'],
        moment: null,
        market: 'britain',
      },
      {
        id: 'foil-tokyo',
        name: 'Foil kite to Tokyo, in yen',
        lines: [{ sku: 'LK-FOI-15-MOS', units: 1 }],
        place: 'JP 1000001',
        codes: [],
        moment: null,
        market: 'japan',
      },
    ],
    goods: demoGoods(),
  };
}

/** What the seller added later: one offer already begun when it was sent, one sent in good time. */
export const demoLaterOffers = (): BookInput['offers'] => [
  {
    id: 'gale-week',
    number: 8,
    title: 'Gale week: free two-day from 90',
    benefit: { is: 'delivery', on: { is: 'services', services: ['two-day'] }, off: { by: 'free' } },
    code: null,
    asks: [{ over: 'value', value: '90.00', test: 'before' }],
    zones: ['ie'],
    window: { from: '2026-11-23T00:00', until: '2026-11-30T00:00', zone: 'Europe/Dublin' },
    terms: 'Free two-day delivery within Ireland on orders from 90.00, from 23 to 29 November 2026.',
    note: '',
  },
  {
    id: 'first-advent',
    number: 9,
    title: 'Advent: free to the euro area, 120',
    benefit: { is: 'delivery', on: { is: 'cheapest' }, off: { by: 'free' } },
    code: null,
    asks: [{ over: 'value', value: '120.00', test: 'before' }],
    zones: ['euro'],
    window: { from: '2026-11-29T00:00', until: '2026-12-07T00:00', zone: 'Europe/Dublin' },
    terms:
      'Free delivery by the cheapest choice to the euro area on orders from 120.00, from 29 November to 6 December 2026.',
    note: '',
  },
];

/** The group that came with them. */
export const demoLaterGroup: NonNullable<BookInput['eitherOr']>[number] = {
  id: 'one-delivery',
  name: 'one delivery offer',
  offers: ['gale-week', 'first-advent'],
};

/** When the demo begins: the book was sent ten days before, the later offers in the morning of that day. */
export const demoMoments = {
  firstSent: '2026-11-14T09:00:00Z',
  laterSent: '2026-11-24T08:40:00Z',
  begins: '2026-11-24T09:10:00Z',
} as const;
