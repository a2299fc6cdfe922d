import type { BookFile } from '../src/core/book/index.ts';
import { demoGoods } from './goods.ts';

const euroCountries = ['AT', 'BE', 'BG', 'CY', 'DE', 'EE', 'ES', 'FI', 'FR', 'GR', 'HR', 'IT', 'LT', 'LU', 'LV', 'MT', 'NL', 'PT', 'SI', 'SK'];
const highlands = ['GB:HS*', 'GB:IV*', 'GB:KW*', 'GB:ZE*', 'GB:PA41*', 'GB:PA42*', 'GB:PA43*', 'GB:PA44*', 'GB:PA45*'];
const flat = (amount: string, from?: string, test: 'before' | 'after' = 'after') => ({ rate: { is: 'flat' as const, amount }, freeFrom: from ? { value: from, test } : null });
const table = (amounts: readonly string[], from?: string) => ({
  rate: { is: 'table' as const, unit: 'kg' as const, breaks: amounts.map((amount, i) => ({ to: ['0.5', '1', '2', '5', '10', '20', '30'][i] ?? null, amount })) },
  freeFrom: from ? { value: from, test: 'after' as const } : null,
});

/** The demo seller's book as first sent to every channel. All invented. */
export function demoBook(): BookFile {
  return {
    format: 'plemb-book/1',
    seller: 'Lerrin Kites',
    market: { currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
    services: [
      { id: 'economy', name: 'Economy delivery', days: [4, 7] },
      { id: 'standard', name: 'Standard delivery', days: [2, 3] },
      { id: 'two-day', name: 'Two-day delivery', days: [2, 2] },
    ],
    zones: [
      { id: 'ie', name: 'Ireland', takes: ['IE'], leaves: [] },
      { id: 'ni', name: 'Northern Ireland', takes: ['GB-NIR'], leaves: [] },
      { id: 'gb', name: 'Great Britain', takes: ['GB'], leaves: ['GB-NIR', ...highlands] },
      { id: 'hi', name: 'Highlands and Islands', takes: highlands, leaves: [] },
      { id: 'euro', name: 'Euro area', takes: euroCountries, leaves: [] },
      { id: 'us48', name: 'United States, 48', takes: ['US'], leaves: ['US-AK', 'US-HI', 'US-PR'] },
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
          hi: { economy: table(['7.90', '8.40', '9.40', '11.40', '13.90', '17.90', '21.90']), standard: table(['9.40', '10.00', '11.10', '13.40', '16.40', '21.10', '25.70']) },
          euro: { economy: flat('8.50'), standard: flat('12.00') },
          us48: { economy: flat('14.00'), standard: flat('19.00') },
          jp: { standard: flat('21.00') },
          row: { economy: flat('22.00') },
        },
      },
    ],
    offers: [
      {
        id: 'gust10',
        title: 'GUST10: 10 % off your order',
        benefit: { is: 'percent off order', percent: '10' },
        code: 'GUST10',
        asks: null,
        zones: null,
        window: { from: '2026-11-16T00:00', until: '2027-01-01T00:00', zone: 'Europe/Dublin' },
        addsTo: ['delivery'],
        terms: '10 % off the order with the code GUST10, until the end of 2026.',
        note: 'Printed on the autumn postcard.',
      },
    ],
    channels: {
      'lerrin-shop': { speeds: { economy: 'economy', standard: 'standard', 'two-day': 'two-day' }, target: 'all' },
      harrowmere: { speeds: { economy: 'ECONOMY', standard: 'STANDARD', 'two-day': 'EXPRESS' }, target: 'all' },
      findlark: { speeds: { economy: null, standard: 'standard', 'two-day': 'swift' }, target: 'all' },
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
      { id: 'reels-stornoway', name: '3 line reels to Stornoway', lines: [{ sku: 'LK-REEL-60-80', units: 3 }], place: 'GB HS1 2AA', codes: [], moment: null },
      { id: 'show-lyon', name: 'Show kite 6 m to Lyon', lines: [{ sku: 'LK-SHOW-6-C', units: 1 }], place: 'FR 69001', codes: [], moment: null },
      { id: 'gust-galway', name: 'Foil kite to Galway, GUST10', lines: [{ sku: 'LK-FOI-10-MOS', units: 1 }], place: 'IE H91 A0A0', codes: ['GUST10'], moment: null },
    ],
    goods: demoGoods(),
  };
}

/** What the seller added later: one offer already begun when it was sent, one sent in good time. */
export const demoLaterOffers = (): BookFile['offers'] => [
  {
    id: 'gale-week',
    title: 'Gale week: free two-day from 90',
    benefit: { is: 'free services', services: ['two-day'] },
    code: null,
    asks: { value: '90.00', test: 'before' },
    zones: ['ie'],
    window: { from: '2026-11-23T00:00', until: '2026-11-30T00:00', zone: 'Europe/Dublin' },
    addsTo: ['goods', 'order'],
    terms: 'Free two-day delivery within Ireland on orders from 90.00, from 23 to 29 November 2026.',
    note: '',
  },
  {
    id: 'first-advent',
    title: 'Advent: free to the euro area, 120',
    benefit: { is: 'free up to', cap: '8.50' },
    code: null,
    asks: { value: '120.00', test: 'before' },
    zones: ['euro'],
    window: { from: '2026-11-29T00:00', until: '2026-12-07T00:00', zone: 'Europe/Dublin' },
    addsTo: ['goods', 'order'],
    terms: 'Free delivery to the euro area on orders from 120.00 where it would cost at most 8.50, from 29 November to 6 December 2026.',
    note: '',
  },
];

/** When the demo begins: the book was sent ten days before, the later offers in the morning of that day. */
export const demoMoments = { firstSent: '2026-11-14T09:00:00Z', laterSent: '2026-11-24T08:40:00Z', begins: '2026-11-24T09:10:00Z' } as const;
