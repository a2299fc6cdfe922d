import { describe, expect, test } from 'vitest';
import { flat, item, shopOf } from '../../../tests/books/shop.ts';
import type { BookInput } from '../book/index.ts';
import { carrierCost } from './index.ts';

type Lane = Parameters<typeof shopOf>[0][string];
type ListInput = NonNullable<BookInput['priceLists']>[number];

const saltway: ListInput = {
  id: 'saltway',
  name: 'Saltway',
  currency: 'EUR',
  from: ['IE'],
  divisor: 5000,
  zones: [
    { zone: 'home', places: ['IE'] },
    { zone: 'isles', places: ['GB HS*'] },
  ],
  prices: [
    { service: 'parcel', zone: 'home', most: { value: '2', unit: 'kg' }, price: '4.10' },
    { service: 'parcel', zone: 'home', most: { value: '10', unit: 'kg' }, price: '7.35' },
    { service: 'parcel', zone: 'home', most: { value: '2', unit: 'kg' }, price: '4.60', from: '2027-01-01' },
  ],
  extras: [
    { is: 'fuel', percent: '7.5' },
    { is: 'home', amount: '0.50' },
    { is: 'remote', amount: '3.00', places: ['IE H91*'] },
  ],
};

/** A shop with one service that Saltway may bring, its goods in two stock places. */
const shop = (more: Partial<BookInput> = {}, lane: Parameters<typeof shopOf>[0][string] = flat('5.00')) =>
  shopOf(
    { post: lane },
    [
      item('KITE', { size: { length: '20', width: '20', height: '20', unit: 'cm' }, origin: 'Galway' }),
      item('TUBE', { size: { length: '50', width: '40', height: '30', unit: 'cm' }, origin: 'Galway' }),
      item('REEL', { size: { length: '20', width: '20', height: '20', unit: 'cm' }, origin: 'Lyon' }),
    ],
    {
      services: [{ id: 'post', name: 'Post', days: [1, 2], lists: [{ list: 'saltway', service: 'parcel' }] }],
      boxes: [
        {
          id: 'small',
          name: 'Small',
          length: '20',
          width: '20',
          height: '20',
          unit: 'cm',
          limit: { value: '9', unit: 'kg' },
        },
        {
          id: 'large',
          name: 'Large',
          length: '50',
          width: '40',
          height: '30',
          unit: 'cm',
          limit: { value: '20', unit: 'kg' },
        },
      ],
      stockPlaces: [
        { id: 'galway', name: 'Galway', place: 'IE H91 E2K3' },
        { id: 'lyon', name: 'Lyon', place: 'FR 69001' },
      ],
      priceLists: [saltway],
      ...more,
    },
  ).open();

const cost = (at: ReturnType<typeof shop>, skus: readonly string[], more: Partial<Parameters<typeof at.ask>[0]> = {}) =>
  carrierCost(at.book, at.ask({ lines: skus.map((sku) => ({ sku, units: 1 })), place: 'IE', ...more }), 'post');

describe('what a price list asks, worked by hand', () => {
  test('by weight, with fuel and the extra to a home', () => {
    // A small box of 8 l counts 1.6 kg, so up to 2 kg: 4.10, 7.5 % of it is 0.3075, to a home 0.50.
    expect(cost(shop(), ['KITE'])).toBe(410 + 31 + 50);
    expect(cost(shop(), ['KITE'], { address: 'business' })).toBe(410 + 31);
  });
  test('by volume where that is more: a large box of 60 l counts 12 kg, beyond the last step', () => {
    expect(cost(shop(), ['TUBE'])).toBeNull();
    // At 6000 cm³ it counts 10 kg, and the edge is in.
    expect(cost(shop({ priceLists: [{ ...saltway, divisor: 6000 }] }), ['TUBE'])).toBe(735 + 55 + 50);
    expect(cost(shop({ priceLists: [{ ...saltway, divisor: null }] }), ['TUBE'])).toBe(410 + 31 + 50);
  });
  test('the later begun of two prices counts from its first day on, by the clock of the first market', () => {
    expect(cost(shop(), ['KITE'], { moment: Date.parse('2026-12-31T23:59:59Z') })).toBe(410 + 31 + 50);
    expect(cost(shop(), ['KITE'], { moment: Date.parse('2027-01-01T00:00:00Z') })).toBe(460 + 35 + 50);
  });
  test('an extra to remote places', () => {
    expect(cost(shop(), ['KITE'], { place: 'IE H91 X0X0' })).toBe(410 + 31 + 50 + 300);
  });
  test('a zone without a price, a place without a zone, a service it does not have: nothing', () => {
    expect(cost(shop(), ['KITE'], { place: 'GB HS1 2AA' })).toBeNull();
    expect(cost(shop(), ['KITE'], { place: 'DE' })).toBeNull();
    const other = [
      { id: 'post', name: 'Post', days: [1, 2] as [number, number], lists: [{ list: 'saltway', service: 'van' }] },
    ];
    expect(cost(shop({ services: other }), ['KITE'])).toBeNull();
  });
  test('it takes parcels only where stock places lie: the address decides', () => {
    expect(cost(shop(), ['REEL'])).toBeNull();
    expect(cost(shop(), ['KITE', 'REEL'])).toBeNull();
    const anywhere = shop({ priceLists: [{ ...saltway, from: [] }] });
    // Two stock places: two parcels.
    expect(cost(anywhere, ['KITE', 'REEL'])).toBe(2 * (410 + 31 + 50));
    expect(cost(shop({ stockPlaces: [] }), ['KITE'])).toBeNull();
  });
  test('of several carriers the cheapest; or the one that the lane names', () => {
    const ferry: ListInput = {
      ...saltway,
      id: 'ferry',
      name: 'Ferry',
      prices: [
        { ...saltway.prices?.[0], service: 'boat', zone: 'home', most: { value: '30', unit: 'kg' }, price: '3.00' },
      ],
      extras: [],
    };
    const both = {
      id: 'post',
      name: 'Post',
      days: [1, 2] as [number, number],
      lists: [
        { list: 'saltway', service: 'parcel' },
        { list: 'ferry', service: 'boat' },
      ],
    };
    const more = { services: [both], priceLists: [saltway, ferry] };
    expect(cost(shop(more), ['KITE'])).toBe(300);
    const named = { ...flat('5.00'), broughtBy: { is: 'list' as const, list: 'saltway', service: 'parcel' } };
    expect(cost(shop(more, named), ['KITE'])).toBe(410 + 31 + 50);
    // In pounds at 1.20 it is no longer the cheapest of all but still cheaper: 3.00 · 1.20.
    const pounds = { ...more, priceLists: [saltway, { ...ferry, currency: 'GBP' }] };
    expect(cost(shop(pounds), ['KITE'])).toBe(410 + 31 + 50);
    expect(cost(shop({ ...pounds, exchange: [{ id: 'x', from: 'GBP', to: 'EUR', rate: '1.2' }] }), ['KITE'])).toBe(360);
  });
  test('a lane may charge what it asks: plus a percentage and an amount', () => {
    const quoted = {
      rate: {
        is: 'carrier quote' as const,
        service: null,
        lists: [{ list: 'saltway', service: 'parcel' }],
        percent: '10',
        add: '1.00',
        fallback: null,
      },
      freeFrom: null,
    };
    const shopWith = (rate: Lane) =>
      shopOf({ post: rate }, [item('KITE', { size: { length: '20', width: '20', height: '20', unit: 'cm' } })], {
        boxes: [
          {
            id: 'small',
            name: 'Small',
            length: '20',
            width: '20',
            height: '20',
            unit: 'cm',
            limit: { value: '9', unit: 'kg' },
          },
        ],
        priceLists: [{ ...saltway, from: [] }],
      });
    // 4.91 and a tenth of it is 5.401, and 1.00: 6.40.
    expect(shopWith(quoted).pays({ KITE: 1 })).toBe('6.40');
    const none = { ...quoted, rate: { ...quoted.rate, lists: [{ list: 'saltway', service: 'van' }] } };
    expect(shopWith(none).pays({ KITE: 1 })).toBe('carrier silent');
    expect(shopWith({ ...none, rate: { ...none.rate, fallback: '9.00' } }).pays({ KITE: 1 })).toBe('9.00');
  });
});
