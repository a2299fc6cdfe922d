import { mkdtempSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { cardOn, cardSchema, carrierBy, parcelCharge, readCard } from '../../src/core/carrier/index.ts';
import { amountText, type Currency, type Mass, unwrap, type Volume } from '../../src/core/exact/index.ts';
import { parsePlace } from '../../src/core/places/index.ts';
import { carrierClient } from '../../src/server/carrier-client.ts';
import { listen } from '../../src/standins/common/server.ts';
import { ternline } from '../../src/standins/ternline/index.ts';

const euro = 'EUR' as Currency;
const [gram, cubicCentimetre] = [1_600_000_000, 50_000n ** 3n];
let server: Server;
let address = '';
beforeAll(async () => {
  const started = await listen(ternline(mkdtempSync(join(tmpdir(), 'plemb-carrier-'))), 0);
  server = started.server;
  address = `http://127.0.0.1:${started.port}`;
});
afterAll(() => new Promise((done) => server.close(done)));

const account = { key: 'kites-21', prices: 'account' } as const;
const ask = (path: string, body: object | null, prices = 'account', authorization = 'Bearer kites-21') =>
  fetch(`${address}${path}`, {
    method: body ? 'POST' : 'GET',
    headers: { Authorization: authorization, Prices: prices, 'Content-Type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
const cardsOf = async (prices: string) => {
  const { cards } = (await ask('/cards', null, prices).then((answer) => answer.json())) as {
    cards: { card: string }[];
  };
  return Promise.all(
    cards.map(async ({ card }) =>
      unwrap(readCard(cardSchema.parse(await ask(`/cards/${card}`, null, prices).then((answer) => answer.json())))),
    ),
  );
};

test('the worked example of the page', async () => {
  const answer = await ask('/quote', {
    on: '2026-11-24',
    service: 'ground',
    to: { country: 'IE', postcode: null, home: true },
    parcels: [{ grams: 1200, volume: 9000 }],
  }).then((one) => one.json());
  expect(answer).toEqual({
    card: '2026-autumn',
    charge: '3.62',
    parcels: [{ lots: 4, base: '2.80', fuel: '0.22', home: '0.60', remote: '0.00', charge: '3.62' }],
  });
});

test.each(['account', 'list'])(
  'two readings of the page agree on every parcel, place, day and service, at %s prices',
  async (prices) => {
    const cards = await cardsOf(prices);
    const cases = fc.sample(
      fc.record({
        on: fc.constantFrom('2026-11-24', '2026-12-31', '2027-01-01', '2027-06-30'),
        service: fc.constantFrom('ground', 'swift', 'letterbox', 'flatpack', 'none'),
        place: fc.constantFrom(
          'IE H91 A0A0',
          'GB M1 1AA',
          'GB HS1 2AA',
          'FR 69001',
          'US 99511',
          'US 10001',
          'JP 1000001',
          'NO',
        ),
        parcels: fc.array(
          fc.record({ grams: fc.integer({ min: 1, max: 32_000 }), volume: fc.integer({ min: 1, max: 120_000 }) }),
          { minLength: 1, maxLength: 3 },
        ),
      }),
      { numRuns: 120, seed: 5 },
    );
    let charged = 0;
    for (const { on, service, place, parcels } of cases) {
      const to = unwrap(parsePlace(place));
      const answer = await ask(
        '/quote',
        { on, service, to: { country: to.country, postcode: to.postcode, home: true }, parcels },
        prices,
      );
      const card = cardOn(cards, on);
      const ours =
        card &&
        carrierBy(card, on, true).charge(
          service,
          to,
          parcels.map(({ grams, volume }) => ({
            box: {} as never,
            contents: [],
            count: 1,
            mass: (grams * gram) as Mass,
            volume: (BigInt(volume) * cubicCentimetre) as Volume,
          })),
        );
      if (ours !== null) charged += 1;
      expect(
        ours === null ? null : amountText(ours.amount, euro),
        JSON.stringify({ on, service, place, parcels }),
      ).toBe(answer.ok ? ((await answer.json()) as { charge: string }).charge : null);
    }
    expect(charged).toBeGreaterThan(20);
  },
);

test('an edge of a lot belongs to it, by weight and by volume', async () => {
  const [card] = await cardsOf('account');
  if (!card) throw new Error('no card');
  const lots = (mass: number, volume: bigint) =>
    parcelCharge(
      card,
      'ground',
      unwrap(parsePlace('IE')),
      { mass: mass as Mass, volume: volume as Volume },
      '2026-11-24',
      true,
    )?.lots;
  expect([
    lots(500 * gram, 1n),
    lots(500 * gram + 1, 1n),
    lots(1, 2500n * cubicCentimetre),
    lots(1, 2500n * cubicCentimetre + 1n),
  ]).toEqual([1, 2, 1, 2]);
});

test('no key, a sort of prices that is none, a day without a card, a box sent abroad: each its answer', async () => {
  const title = async (answer: Response) => [answer.status, ((await answer.json()) as { title: string }).title];
  const to = { country: 'IE', postcode: null, home: false };
  expect(await title(await ask('/cards', null, 'list', ''))).toEqual([401, 'No key']);
  expect(await title(await ask('/cards', null, 'other'))).toEqual([400, 'Prices is one of list, account']);
  expect(
    await title(await ask('/quote', { on: '2020-01-01', service: 'ground', to, parcels: [{ grams: 1 }] })),
  ).toEqual([404, 'No card on 2020-01-01']);
  expect(
    await title(
      await ask('/quote', { on: '2026-11-24', box: 'flat-s', to: { ...to, country: 'GB' }, parcels: [{ grams: 1 }] }),
    ),
  ).toEqual([422, 'Boxes are sent within IE alone']);
  expect(
    await title(await ask('/quote', { on: '2026-11-24', box: 'flat-s', to, parcels: [{ grams: 22_681 }] })),
  ).toEqual([422, 'A parcel is heavier than 22680 g']);
  expect(
    await ask('/quote', { on: '2026-11-24', box: 'flat-s', to, parcels: [{ grams: 900 }] }).then((one) => one.json()),
  ).toMatchObject({ charge: '3.64' });
});

test('a carrier that is silent is told of, and the last known cards stand in', async () => {
  const client = carrierClient(address, async () => account);
  expect((await client.cards()).cards).toHaveLength(2);
  expect(await carrierClient(undefined, async () => account).cards()).toEqual({ cards: [], down: 'no carrier is set' });
  expect(await carrierClient(address, async () => null).cards()).toEqual({
    cards: [],
    down: 'no key for the carrier is set',
  });
  await ask('/desk/trouble', { mode: 'slow' });
  expect((await carrierClient(address, async () => account).cards()).down).toBe(
    'Ternline does not answer: it did not answer within 5 s',
  );
  expect((await client.cards()).cards).toHaveLength(2);
  await ask('/desk/trouble', { mode: 'none' });
}, 20_000);
