import { afterAll, beforeAll, expect, test } from 'vitest';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

/** A book with a market in pounds, told to channels that sell in them; and shoppers for whom a channel pays. */
let at: World;
const moment = '2026-12-24T09:10:00.000Z';
const file = smallBook({
  markets: [
    { id: 'home', name: 'Home', currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' },
    {
      id: 'britain',
      name: 'Britain',
      currency: 'GBP',
      locale: 'en-GB',
      timeZone: 'Europe/London',
      rounding: { is: 'step', step: '0.05' },
    },
    { id: 'japan', name: 'Japan', currency: 'JPY', locale: 'ja-JP', timeZone: 'Asia/Tokyo' },
  ],
  exchange: [
    { id: 'pounds', from: 'EUR', to: 'GBP', rate: '0.86' },
    { id: 'yen', from: 'EUR', to: 'JPY', rate: '172.4' },
  ],
});
const ids = ['lerrin-shop', 'harrowmere', 'findlark'] as const;
const basket = (market: string | null, customer: string | null = null) => ({
  id: `basket-${market ?? 'home'}`,
  name: `Basket, ${market}`,
  lines: [{ sku: 'BAR-OAT', units: 2 }],
  place: 'IE',
  codes: ['SUDS'],
  market,
  customer,
});
const asked = async (id: string, baskets: object[]) => {
  const { status, body } = await at.call('POST', `/api/channels/${id}/checkouts`, { moment, baskets });
  return status === 200 ? body.answers : [status, body.title];
};

beforeAll(async () => {
  at = await world();
  await at.take(file);
  for (const id of ids) {
    const sent = (await at.call('POST', `/api/channels/${id}/sends`, { who: 'Ada' })).body.id as number;
    await at.until(`/api/channels/${id}`, ({ lastSend }) => lastSend.id === sent && lastSend.state === 'accepted');
  }
});
afterAll(() => at.end());

test('baskets of several markets are asked in one call, each in its currency; a market nobody is told in none', async () => {
  const baskets = ['home', 'britain', 'japan', null].map((market) => basket(market));
  // Two bars of 6.50 are 13.00, and 15 % of that 1.95; in pounds 5.60 each, 11.20 and 1.68. 7.30 is 6.30.
  const [euros, pounds] = [
    [{ speed: 'post', charge: 730, discount: 195 }],
    [{ speed: 'post', charge: 630, discount: 168 }],
  ];
  expect(await asked('lerrin-shop', baskets)).toEqual([euros, pounds, [], euros]);
  const standard = (some: { speed: string }[]) => some.map((one) => ({ ...one, speed: 'STANDARD' }));
  expect(await asked('harrowmere', baskets)).toEqual([standard(euros), standard(pounds), [], standard(euros)]);
  expect((await asked('findlark', baskets)).map((one: unknown[]) => one.length)).toEqual([1, 0, 0, 1]);
  expect((await asked('harrowmere', [basket('mars')]))[0]).toBe(422);
});

test('a site’s file is sent, read back and downloaded beside the first', async () => {
  const { told, live } = (await at.call('GET', `/api/channels/harrowmere/files?moment=${moment}`)).body;
  for (const files of [told, live])
    expect(files.map(({ name }: { name: string }) => name)).toEqual(['plans.tsv', 'plans-gbp.tsv']);
  const download = (await at.call('GET', '/api/channels/harrowmere/files/plans-gbp.tsv')).body as string;
  expect(download).toContain('LISTING\tBAR-OAT\t5.60');
  expect(download).toBe(told[1].text);
  const now = (await at.call('GET', '/api/channels/harrowmere')).body;
  const held = now.held.filter(({ key }: { key: string }) => key === 'SUDS');
  expect(held.map(({ currency }: { currency?: string }) => currency)).toEqual([undefined, 'GBP']);
});

test('each site has a record of its own, with prices in its currency', async () => {
  const listed = async (id: string, query = '') =>
    (await at.call('GET', `/api/channels/${id}/listings${query}`)).body.listings.find(
      (one: { listing: string }) => one.listing === 'BAR-OAT',
    ).price;
  expect(await listed('harrowmere')).toBe('6.50');
  expect([await listed('harrowmere', '?currency=GBP'), await listed('lerrin-shop', '?currency=GBP')]).toEqual([
    '5.60',
    '5.60',
  ]);
  expect((await at.call('GET', '/api/channels/findlark/listings?currency=GBP')).status).toBe(404);
});

test('what a marketplace pays for its members is told beside the charge', async () => {
  await at.desk('harrowmere', 'members', { customers: ['c-1'] });
  const [[member], [other]] = await asked('harrowmere', [basket('britain', 'c-1'), basket('britain', 'c-2')]);
  expect(member).toEqual({ speed: 'STANDARD', charge: 0, borne: 630, discount: 168 });
  expect(other).toEqual({ speed: 'STANDARD', charge: 630, discount: 168 });
});
