import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import type { QuoteAsk } from './common/quotes.ts';
import { listen } from './common/server.ts';
import { type AskedAs, asCheckout, type StandIn } from './common/standin.ts';
import { findlark } from './findlark/index.ts';
import { harrowmere } from './harrowmere/index.ts';
import { lerrinShop, app as openShop } from './lerrin-shop/index.ts';
import { app as openTernline } from './ternline/index.ts';

/** The stand-ins held against their format pages: worked examples, what is refused and where, reviews. */
const hour = 3_600_000;
const now = Date.parse('2026-11-24T09:00:00Z');
const basket = (
  place: string,
  lines: [listing: string, units: number, price: string, grams: string | null][],
  codes: string[] = [],
) => {
  const [country = '', ...rest] = place.split(' ');
  return {
    lines: lines.map(([listing, units, price, grams]) => ({ listing, units, price, grams })),
    place: { country, part: null, postcode: rest.join(' ') || null },
    codes,
  };
};
function taken<S>(standIn: StandIn<S>, files: { name: string; text: string }[], at = now, state: S = standIn.empty): S {
  const outcome = standIn.submit(state, files, at);
  if ('refused' in outcome) throw new Error(JSON.stringify(outcome.refused));
  return outcome.state;
}
function refused<S>(standIn: StandIn<S>, files: { name: string; text: string }[]) {
  const outcome = standIn.submit(standIn.empty, files, now);
  return 'refused' in outcome ? outcome.refused.map((one) => `${one.line ?? ''} ${one.field}`.trim()) : [];
}

/** Lines as a file of tab-separated fields. */
const tabbed = (lines: readonly string[]): string => `${lines.map((line) => line.replaceAll('|', '\t')).join('\n')}\n`;

describe('Lerrin Shop, version 1', () => {
  const shop = (change: (file: Record<string, unknown>) => void = () => undefined) => {
    const file: Record<string, unknown> = {
      format: 'lerrin-shop/1',
      closed: ['US-AK'],
      zones: [
        {
          key: 'ie',
          name: 'Ireland',
          places: ['IE'],
          speeds: {
            standard: {
              label: 'Standard delivery',
              days: [2, 3],
              steps: { by: 'value', rows: [{ from: '0.00', charge: '4.90' }] },
              freeFrom: '60.00',
            },
          },
        },
        {
          key: 'hi',
          name: 'Highlands',
          places: ['GB HS*', 'GB:IV*'],
          speeds: {
            standard: {
              label: 'Standard delivery',
              days: [2, 3],
              steps: {
                by: 'grams',
                rows: [
                  { from: 0, charge: '9.40' },
                  { from: 1001, charge: '11.20' },
                  { from: 30001, charge: null },
                ],
              },
              freeFrom: null,
            },
          },
        },
        {
          key: 'rest',
          name: 'Rest',
          places: ['*'],
          speeds: {
            standard: {
              label: 'Standard delivery',
              days: [5, 9],
              steps: {
                by: 'value',
                rows: [
                  { from: '0.00', charge: '24.00' },
                  { from: '100.00', charge: '18.00' },
                ],
              },
              freeFrom: null,
            },
          },
        },
      ],
      campaigns: [
        {
          key: 'gust12',
          title: '12 % off',
          letter: 'A',
          benefit: { kind: 'order', percent: '12' },
          code: 'GUST12',
          leastValue: null,
          countries: null,
          from: '2026-11-16T00:00',
          until: null,
        },
        {
          key: 'gale',
          title: 'Free',
          letter: 'B',
          benefit: { kind: 'delivery', rateAtMost: '9.50' },
          code: null,
          leastValue: '90.00',
          countries: ['GB'],
          from: '2026-11-23T00:00',
          until: '2026-11-30T00:00',
        },
      ],
    };
    change(file);
    return [{ name: 'shop.json', text: JSON.stringify(file) }];
  };
  const ask = (place: string, lines: Parameters<typeof basket>[1], codes: string[] = [], at = now) =>
    lerrinShop.checkout(taken(lerrinShop, shop()), at)(basket(place, lines, codes));

  test('the page’s example: Ireland, 64.00, 900 g, GUST12', () => {
    expect(ask('IE', [['A', 1, '64.00', '900']], ['GUST12'])).toEqual({
      choices: [{ speed: 'standard', name: 'Standard delivery', charge: '0.00', discount: '7.68' }],
      codes: [{ code: 'GUST12', used: true, why: null }],
    });
  });
  test.each<[string, string, [string, number, string, string | null][], string | null]>([
    ['59.99 pays', 'IE', [['A', 1, '59.99', null]], '4.90'],
    ['60.00 is free, and the code does not matter', 'IE', [['A', 2, '30.00', null]], '0.00'],
    ['1000 g lies in the first step', 'GB HS1 2AA', [['A', 2, '1.00', '500']], '9.40'],
    ['a trace over 1000 g is rounded up into the next', 'GB HS1 2AA', [['A', 1, '1.00', '1000.000000000625']], '11.20'],
    ['beyond the last step it is not offered', 'GB HS1 2AA', [['A', 1, '1.00', '30000.1']], null],
    ['without a mass a speed by grams is not offered', 'GB HS1 2AA', [['A', 1, '1.00', null]], null],
    ['the rest of the world', 'NZ', [['A', 1, '99.99', null]], '24.00'],
    ['lower edge in', 'NZ', [['A', 1, '100.00', null]], '18.00'],
    ['closed', 'US 99511', [['A', 1, '1.00', null]], null],
    ['a delivery campaign where the rate is at most its amount', 'GB HS1 2AA', [['A', 1, '90.00', '10']], '0.00'],
    ['and not where the rate is higher', 'GB HS1 2AA', [['A', 1, '90.00', '2000']], '11.20'],
  ])('%s', (_, place, lines, charge) => {
    expect(ask(place, lines).choices[0]?.charge ?? null).toBe(charge);
  });
  test('codes say why they were not used', () => {
    const before = Date.parse('2026-11-15T12:00:00Z');
    expect(ask('IE', [['A', 1, '1.00', null]], ['GUST12', 'NOPE'], before).codes).toEqual([
      { code: 'GUST12', used: false, why: 'not begun' },
      { code: 'NOPE', used: false, why: 'unknown' },
    ]);
  });
  test.each<[string, (file: Record<string, never>) => void, string]>([
    [
      'steps that do not begin at 0',
      (file: { zones: { speeds: { standard: { steps: { rows: { from: string }[] } } } }[] }) => {
        const row = file.zones[0]?.speeds.standard.steps.rows[0];
        if (row) row.from = '1.00';
      },
      'zones.0.speeds.standard.steps.rows',
    ],
    [
      'a place in two zones',
      (file: { zones: { places: string[] }[] }) => {
        file.zones[1]?.places.push('IE');
      },
      'zones',
    ],
    [
      'a word too many',
      (file: Record<string, unknown>) => {
        file.colour = 'red';
      },
      '',
    ],
    [
      'a letter that is none',
      (file: { campaigns: { letter: string }[] }) => {
        if (file.campaigns[0]) file.campaigns[0].letter = 'AA';
      },
      'campaigns.0.letter',
    ],
  ] as never)('%s is refused at its field', (_, change, field) => {
    expect(refused(lerrinShop, shop(change as never))).toContain(field);
  });
  test('what is no JSON is refused', () => {
    expect(refused(lerrinShop, [{ name: 'shop.json', text: '{' }])).toEqual(['']);
  });
});

describe('Lerrin Shop', () => {
  /** The file of the page, by the page. */
  const page = readFileSync(new URL('../../docs/formats/lerrin-shop.md', import.meta.url), 'utf8');
  const written = JSON.parse(/```json\n([\s\S]*?)```/.exec(page)?.[1] ?? '');
  const shop = (change: (file: typeof written) => void = () => undefined) => {
    const file = structuredClone(written);
    change(file);
    return [{ name: 'shop.json', text: JSON.stringify(file) }];
  };
  const tail = (units: number): [string, number, string, string] => ['LK-TAIL-03', units, '12.00', '126'];
  const spar = (units: number): [string, number, string, string] => ['LK-SPAR-6', units, '14.80', '1200'];
  const ask = (
    place: string,
    lines: Parameters<typeof basket>[1],
    codes: string[] = [],
    change?: (file: typeof written) => void,
  ) => lerrinShop.checkout(taken(lerrinShop, shop(change)), now)(basket(place, lines, codes));
  const charge = (...asked: Parameters<typeof ask>) =>
    ask(...asked).choices.map((one) => `${one.speed} ${one.charge} −${one.discount}`);

  test('the page’s example: two tails and three spars to Ireland, GUST12', () => {
    expect(ask('IE', [tail(2), spar(3)], ['GUST12'])).toEqual({
      choices: [{ speed: 'standard', name: 'Standard delivery', days: [2, 4], charge: '12.20', discount: '14.80' }],
      codes: [{ code: 'GUST12', used: false, why: 'conditions' }],
    });
  });
  test('a code is used where it saves more alone, and the rate is free from 60.00 after goods campaigns', () => {
    expect(ask('IE', [tail(6)], ['GUST12'])).toMatchObject({
      choices: [
        { speed: 'standard', charge: '0.00', discount: '8.64' },
        { speed: 'two-day', charge: '14.60', discount: '8.64' },
      ],
      codes: [{ used: true, why: null }],
    });
    // Five spars: one free leaves 59.20, below the 60.00 from which the parcels beside them would be free.
    expect(
      charge('IE', [spar(5)], [], (file) => {
        file.zones[0].rates[2].freeFrom = '60.00';
      }),
    ).toEqual(['standard 13.70 −14.80']);
  });
  test('the dearest set pays; without a rate for one the speed is not offered; beyond its last step neither', () => {
    expect(charge('IE', [tail(1)])).toEqual(['standard 5.75 −0.00', 'two-day 10.35 −0.00']);
    expect(charge('IE', [tail(1), spar(1)])).toEqual(['standard 8.15 −0.00']);
    expect(charge('IE', [['LK-SPAR-6', 1, '14.80', '20000.5']])).toEqual([]);
    expect(charge('IE', [['LK-SPAR-6', 1, '14.80', null]])).toEqual([]);
    expect(charge('IE', [['SOMETHING-ELSE', 1, '14.80', '10']])).toEqual([]);
  });
  test('a barred tag keeps a speed off', () => {
    expect(charge('IE', [tail(1)], [], (file) => file.listings[0].tags.push('no-air'))).toEqual([
      'standard 5.75 −0.00',
    ]);
  });
  test('a delivery campaign pays at most so much, and waives handling where it pays all; not what is kept', () => {
    const there = (atMost: string, kept = false) =>
      charge('IE', [tail(1)], [], (file) => {
        Object.assign(file.campaigns[2], { places: null, except: [], leastValue: null });
        file.campaigns[2].benefit.atMost = atMost;
        file.sets[0].kept = kept;
      });
    expect(there('4.89')).toEqual(['standard 0.86 −0.00', 'two-day 5.46 −0.00']);
    expect(there('4.90')).toEqual(['standard 0.00 −0.00', 'two-day 5.45 −0.00']);
    expect(there('9.50', true)).toEqual(['standard 4.90 −0.00', 'two-day 9.50 −0.00']);
  });
  test('a campaign holds where its entries are more specific than those it excepts', () => {
    const in60 = (place: string) =>
      ask(place, [tail(8)], [], (file) => {
        file.zones[0].places = ['IE', 'GB'];
        file.zones[0].rates[0].freeFrom = null;
      }).choices[0]?.charge;
    expect(in60('IE')).toBe('11.70');
    expect(in60('GB M1 1AA')).toBe('0.00');
    expect(in60('GB BT9 5EE')).toBe('11.70');
  });
  test('orders count uses, and a campaign ends with its last; what is live tells them', () => {
    let state = taken(
      lerrinShop,
      shop((file) => Object.assign(file.campaigns[1], { uses: 2 })),
    );
    const three = basket('IE', [spar(3)]);
    for (const used of [1, 2]) {
      const order = lerrinShop.order?.(state, now, three, 'standard');
      expect(order?.choice).toMatchObject({ charge: '10.50', discount: '14.80' });
      state = order?.state ?? state;
      expect(lerrinShop.live(state, now).uses).toEqual([{ key: 'three-spars', used }]);
    }
    expect(lerrinShop.checkout(state, now)(three).choices[0]?.discount).toBe('0.00');
    expect(lerrinShop.order?.(state, now, three, 'two-day')).toBeNull();
    // A file sent again with the campaign in it does not begin it anew.
    const again = taken(
      lerrinShop,
      shop((file) => Object.assign(file.campaigns[1], { uses: 2 })),
      now,
      state,
    );
    expect(lerrinShop.checkout(again, now)(three).choices[0]?.discount).toBe('0.00');
  });
  test('the basket page is kept for twenty minutes, the others are not', () => {
    const cheaper = shop((file) => {
      file.zones[0].rates[0].steps.rows[0].charge = '3.00';
    });
    const state = taken(lerrinShop, cheaper, now, taken(lerrinShop, shop(), now - 3_600_000));
    const on = (page: 'basket' | 'checkout' | 'confirmation', at: number) =>
      lerrinShop.checkout(state, at, { ...asCheckout, page })(basket('IE', [tail(1)])).choices[0]?.charge;
    const minutes = (count: number) => now + count * 60_000;
    expect([on('basket', minutes(19)), on('basket', minutes(20))]).toEqual(['5.75', '3.85']);
    expect([on('checkout', minutes(1)), on('confirmation', minutes(1))]).toEqual(['3.85', '3.85']);
  });
  test('an edit at the desk changes one line of what is live', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'plemb-shop-'));
    const app = openShop(folder, () => '');
    const send = (path: string, method: string, body: unknown) =>
      app.request(path, {
        method,
        headers: { 'Content-Type': 'application/json', 'Idempotency-Key': 'one' },
        body: JSON.stringify(body),
      });
    const text = `${JSON.stringify({ ...written, listings: [] }, null, 2)}\n`;
    expect((await send('/submission', 'PUT', { files: [{ name: 'shop.json', text }] })).status).toBe(200);
    const edit = { zone: 'ie', speed: 'standard', set: 'tubes', row: 0, charge: '7.00' };
    expect((await send('/desk/edit', 'POST', edit)).status).toBe(200);
    const live = (await (await app.request('/live')).json()) as { files: { text: string }[] };
    const lines = live.files[0]?.text.split('\n') ?? [];
    expect(text.split('\n').filter((line, i) => line !== lines[i])).toEqual(['                "charge": "5.70"']);
    expect((await send('/desk/edit', 'POST', { ...edit, set: 'boxes' })).status).toBe(404);
    rmSync(folder, { recursive: true });
  });
  test('texts are those of the locale asked for, else of the first', () => {
    const named = (locale?: string) =>
      lerrinShop
        .checkout(
          taken(
            lerrinShop,
            shop((file) => {
              file.locales.push('de-DE');
              file.speeds[0].label['de-DE'] = 'Standardversand';
            }),
          ),
          now,
          { ...asCheckout, locale },
        )(basket('IE', [tail(1)]))
        .choices.map(({ name }) => name);
    expect(named('de-DE')).toEqual(['Standardversand', 'Two-day delivery']);
    expect(named('fr-FR')).toEqual(named());
  });
  test.each<[string, (file: typeof written) => void, string]>([
    [
      'a listing in two sets',
      (file) => file.listings[0].tags.push('tubes') && file.sets[0].tags.push('x') && file.listings[0].tags.push('x'),
      'listings.0.tags',
    ],
    [
      'a listing in none',
      (file) => {
        file.sets[0].rest = false;
      },
      'listings.0.tags',
    ],
    [
      'a second rest',
      (file) => {
        file.sets[1].rest = true;
      },
      'sets',
    ],
    [
      'a rate for a set that is none',
      (file) => {
        file.zones[0].rates[0].set = 'boxes';
      },
      'zones.0.rates.0.set',
    ],
    [
      'a second rate for a set and speed',
      (file) => file.zones[0].rates.push(file.zones[0].rates[0]),
      'zones.0.rates.4',
    ],
    [
      'a text in a locale that is none',
      (file) => {
        file.campaigns[0].title['de-DE'] = 'Rabatt';
      },
      'campaigns.0.title',
    ],
    [
      'no title',
      (file) => {
        file.campaigns[0].title = {};
      },
      'campaigns.0.title',
    ],
    ['a place with a colon', (file) => file.zones[0].places.push('GB:HS*'), 'zones.0.places.1'],
    [
      'a use of none',
      (file) => {
        file.campaigns[0].uses = 0;
      },
      'campaigns.0.uses',
    ],
    ['a listing twice', (file) => file.listings.push(file.listings[0]), 'listings.2.id'],
    [
      'a word too many',
      (file) => {
        file.colour = 'red';
      },
      '',
    ],
  ])('%s is refused at its field', (_, change, field) => {
    expect(refused(lerrinShop, shop(change))).toContain(field);
  });
});

describe('Lerrin Shop asking the carrier', () => {
  const page = readFileSync('docs/formats/lerrin-shop.md', 'utf8');
  const written = JSON.parse(/```json\n([\s\S]*?)```/.exec(page)?.[1] ?? '');
  const shop = (change: (file: typeof written) => void = () => undefined) => {
    const file = structuredClone(written);
    change(file);
    return [{ name: 'shop.json', text: JSON.stringify(file) }];
  };
  const tail = (units: number): [string, number, string, string] => ['LK-TAIL-03', units, '12.00', '126'];
  const spar = (units: number): [string, number, string, string | null] => ['LK-SPAR-6', units, '14.80', '1200'];
  /** What the two-day choice charges, and what the carrier was asked for it. */
  const asked = (
    lines: Parameters<typeof basket>[1],
    {
      change,
      answer = 695,
      business,
      at = now,
      as = asCheckout,
    }: {
      change?: (file: typeof written) => void;
      answer?: number | null;
      business?: boolean;
      at?: number;
      as?: AskedAs;
    } = {},
  ) => {
    const asks: QuoteAsk[] = [];
    const one = basket('IE H91 A0A0', lines);
    const { choices } = lerrinShop.checkout(taken(lerrinShop, shop(change)), at, as, (ask) => {
      asks.push(ask);
      return answer;
    })({ ...one, place: { ...one.place, ...(business === undefined ? {} : { business }) } });
    return { charge: choices.find(({ speed }) => speed === 'two-day')?.charge ?? null, asks };
  };

  test('the page’s example: three spars in one box, by the carrier’s own account prices', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'plemb-shop-'));
    const carrier = await listen(
      openTernline(folder, () => ''),
      0,
    );
    const app = openShop(folder, () => `http://127.0.0.1:${carrier.port}`);
    const send = async (path: string, method: string, body: unknown) => {
      const headers = { 'Content-Type': 'application/json', 'Idempotency-Key': 'one' };
      return (await app.request(path, { method, headers, body: JSON.stringify(body) })).json() as Promise<never>;
    };
    await send('/submission', 'PUT', { files: shop() });
    const example = basket('IE', [tail(2), spar(3)], ['GUST12']);
    const moment = '2026-11-24T09:10:00Z';
    const charged = async () => {
      const { answers } = await send('/checkout', 'POST', { moment, baskets: [example] });
      return (answers as { choices: { speed: string; charge: string }[] }[])[0]?.choices.map(
        ({ speed, charge }) => `${speed} ${charge}`,
      );
    };
    expect(await charged()).toEqual(['standard 12.20', 'two-day 11.71']);
    const order = { moment, basket: example, speed: 'two-day' };
    expect(await send('/order', 'POST', order)).toMatchObject({ order: { charge: '11.71' } });
    await new Promise((done) => carrier.server.close(done));
    // Nobody answers there any more: the speed is not offered, and there is no fallback.
    expect(await charged()).toEqual(['standard 12.20']);
    expect(await send('/order', 'POST', order)).toEqual({ title: 'There is no such choice' });
    rmSync(folder, { recursive: true });
  });
  test('asked for are the parcels, the day in Dublin and a home; a business where the basket says so', () => {
    expect(asked([spar(3)])).toEqual({
      charge: '10.01',
      asks: [
        {
          on: '2026-11-24',
          service: 'swift',
          to: { country: 'IE', postcode: 'H91 A0A0', home: true },
          parcels: [{ grams: 3980, volume: 14_641 }],
        },
      ],
    });
    expect(asked([spar(3)], { business: true }).asks[0]?.to.home).toBe(false);
    // A quarter past midnight in summer.
    expect(asked([spar(1)], { at: Date.parse('2026-07-31T23:15:00Z') }).asks[0]?.on).toBe('2026-08-01');
  });
  test('seven spars are too heavy for a box of 9 kg, and the eighth goes into the next; 201 boxes are asked for twice', () => {
    expect(asked([spar(8)]).asks[0]?.parcels.map(({ grams }) => grams)).toEqual([8780, 1580]);
    const many = (file: typeof written) => {
      file.boxes[0].most = '1200';
      file.boxes.pop();
    };
    const { asks, charge } = asked([spar(201)], { change: many });
    expect(asks.map(({ parcels }) => parcels.length)).toEqual([200, 1]);
    // 2 × 6.95, 8 % and 2.50.
    expect(charge).toBe('17.51');
  });
  test.each<[string, Parameters<typeof asked>]>([
    ['the carrier is silent', [[spar(1)], { answer: null }]],
    ['a mass is missing', [[['LK-SPAR-6', 1, '14.80', null]]]],
    [
      'a size is missing',
      [
        [spar(1)],
        {
          change: (file) => {
            delete file.listings[1].size;
          },
        },
      ],
    ],
    [
      'no box takes it',
      [
        [spar(1)],
        {
          change: (file) => {
            file.listings[1].size[0] = '2000';
          },
        },
      ],
    ],
    [
      'there are no boxes',
      [
        [spar(1)],
        {
          change: (file) => {
            delete file.boxes;
          },
        },
      ],
    ],
  ])('where %s the speed is not offered', (_, [lines, how]) => {
    expect(asked(lines, how).charge).toBeNull();
  });
  test('its record has sizes, which somebody there may change, forget, or add', () => {
    const state = taken(lerrinShop, shop());
    const sizes = (of: typeof state) => lerrinShop.listings(of, 'EUR').map(({ listing, size }) => [listing, size]);
    expect(sizes(state)).toEqual([
      ['LK-TAIL-03', null],
      ['LK-SPAR-6', ['1200', '40', '40']],
    ]);
    const line = { listing: 'LK-SPAR-6', price: '14.80', grams: null };
    const changed = lerrinShop.relisted(state, { ...line, size: ['1900', '40', '40'] }, now) ?? state;
    expect(sizes(changed)[1]).toEqual(['LK-SPAR-6', ['1900', '40', '40']]);
    expect(sizes(lerrinShop.relisted(changed, line, now) ?? state)).toEqual(sizes(changed));
    expect(sizes(lerrinShop.relisted(changed, { ...line, size: null }, now) ?? state)[1]).toEqual(['LK-SPAR-6', null]);
  });
  test('in pounds what it comes to in euros, unrounded, is one amount, up to the next 0.05', () => {
    // 6.95 with 8 % and 2.50 is 10.006 € and 8.60516 £.
    expect(asked([spar(3)], { as: { ...asCheckout, currency: 'GBP' } }).charge).toBe('8.65');
    // 3 × 1.46 € beside it are 12.37196 £; alone each unit would be 1.30 £, and all 12.55.
    const each = (file: typeof written) => {
      file.zones[0].rates[3].each = '1.46';
    };
    expect(asked([spar(3)], { change: each, as: { ...asCheckout, currency: 'GBP' } }).charge).toBe('12.40');
  });
  test.each<[string, (file: typeof written) => void, string]>([
    [
      'a length that is none',
      (file) => {
        file.listings[1].size[1] = '4O';
      },
      'listings.1.size.1',
    ],
    ['lengths in another order', (file) => file.boxes[0].inner.reverse(), 'boxes.0.inner'],
    [
      'a step finer than lengths have',
      (file) => {
        file.boxes[0].inner[0] = '1210.0001';
      },
      'boxes.0.inner.0',
    ],
    ['a box twice', (file) => file.boxes.push(file.boxes[0]), 'boxes'],
    [
      'a box that holds nothing',
      (file) => {
        file.boxes[0].most = '0';
      },
      'boxes.0.most',
    ],
    [
      'a percentage that is none',
      (file) => {
        file.zones[0].rates[3].steps.percent = '-5';
      },
      'zones.0.rates.3.steps.percent',
    ],
    [
      'rows beside what is asked',
      (file) => {
        file.zones[0].rates[3].steps.rows = [];
      },
      'zones.0.rates.3.steps',
    ],
  ])('%s is refused at its field', (_, change, field) => {
    expect(refused(lerrinShop, shop(change))).toContain(field);
  });
});

describe('Lerrin Shop in pounds', () => {
  const page = readFileSync('docs/formats/lerrin-shop.md', 'utf8');
  const text = /```json\n([\s\S]*?)```/.exec(page)?.[1] ?? '';
  const pounds = { ...asCheckout, currency: 'GBP' as const };
  const asked = (lines: Parameters<typeof basket>[1], codes: string[] = [], as: AskedAs = pounds, place = 'IE') =>
    lerrinShop.checkout(taken(lerrinShop, [{ name: 'shop.json', text }]), now, as)(basket(place, lines, codes));

  test('the page’s example: each amount alone at 0.86, up to 0.05', () => {
    const lines: Parameters<typeof basket>[1] = [
      ['LK-TAIL-03', 2, '12.00', '126'],
      ['LK-SPAR-6', 3, '14.80', '1200'],
    ];
    // 4.95 + 3 × 1.40 and 2 × 0.75 of handling; the cheapest spar is free: 12.75.
    expect(asked(lines, ['GUST12']).choices).toEqual([
      { speed: 'standard', name: 'Standard delivery', days: [2, 4], charge: '10.65', discount: '12.75' },
    ]);
    // The same basket in euros.
    expect(asked(lines, ['GUST12'], { ...asCheckout }).choices[0]).toMatchObject({
      charge: '12.20',
      discount: '14.80',
    });
  });
  test('a line costs what the listing does, whatever it is asked with; 12 % of 10.35 is 1.24', () => {
    expect(asked([['LK-TAIL-03', 1, '99.00', '126']], ['GUST12']).choices[0]).toMatchObject({
      charge: '5.00',
      discount: '1.24',
    });
  });
  test('free from 51.60, which five tails of 10.35 reach', () => {
    const charge = (units: number) => asked([['LK-TAIL-03', units, '10.35', '126']]).choices[0]?.charge;
    expect([charge(4), charge(5)]).toEqual(['7.25', '0.00']);
  });
});

describe('Harrowmere, version 1', () => {
  const plans = (...more: string[]) => [
    {
      name: 'plans.tsv',
      text: tabbed([
        'SITE|EUR',
        'LISTING|LK-TAIL-01|15.80|520',
        'LISTING|OTHER|99.00|',
        'PLAN|SMALL|Small parcels',
        'CUT|HI|BRITAIN|HS IV',
        'RATE|SMALL|BRITAIN|STANDARD|6.40|250G|0.25',
        'RATE|SMALL|HI|STANDARD|9.40|ITEM|0.00',
        ...more,
      ]),
    },
  ];
  const free =
    'DELIVERY|FREE-80|Free standard from 80.00|Free from 80.00.|STANDARD|BRITAIN|LK-TAIL-01|80.00||2026-11-01T00:00Z|';
  const ask = (
    files: ReturnType<typeof plans>,
    place: string,
    units: number,
    at = now + 100 * hour,
    codes: string[] = [],
  ) => harrowmere.checkout(taken(harrowmere, files), at)(basket(place, [['LK-TAIL-01', units, '15.80', '520']], codes));

  test('the page’s example: 520 g is three started 250 g; the cut has its own rate; six are free', () => {
    expect(ask(plans(free), 'GB LS1 1AA', 1).choices).toEqual([
      { speed: 'STANDARD', name: 'Standard', charge: '7.15', discount: '0.00' },
    ]);
    expect(ask(plans(free), 'GB HS1 2AA', 1).choices[0]?.charge).toBe('9.40');
    expect(ask(plans(free), 'GB LS1 1AA', 6).choices[0]?.charge).toBe('0.00');
    expect(ask(plans(free), 'IE', 1).choices).toEqual([]);
  });
  test('spend counts only listed goods, before discounts, and needs one of them', () => {
    const state = taken(harrowmere, plans(free));
    const other = (units: number) =>
      harrowmere.checkout(
        state,
        now + 100 * hour,
      )(
        basket('GB LS1 1AA', [
          ['OTHER', 1, '99.00', '10'],
          ['LK-TAIL-01', units, '15.80', '520'],
        ]),
      ).choices[0]?.charge;
    expect(other(1)).not.toBe('0.00');
    expect(other(6)).toBe('0.00');
  });
  test('of several goods offers the best one, rounded line by line', () => {
    const goods = [
      'GOODS|TEN|Ten off|Ten off.|10|LK-TAIL-01|TEN||',
      'GOODS|THIRD|Third off|Third off.|33|LK-TAIL-01|||',
    ];
    expect(ask(plans(...goods), 'GB LS1 1AA', 1, now + 100 * hour, ['TEN'])).toMatchObject({
      choices: [{ discount: '5.21' }],
      codes: [{ code: 'TEN', used: false, why: 'conditions' }],
    });
  });
  test('a new promotion waits 40 hours; sent again unchanged it does not wait anew; left out it ends', () => {
    const state = taken(harrowmere, plans(free));
    const charge = (of: typeof state, at: number) =>
      harrowmere.checkout(of, at)(basket('GB LS1 1AA', [['LK-TAIL-01', 6, '15.80', '520']])).choices[0]?.charge;
    expect(charge(state, now + 40 * hour - 1)).not.toBe('0.00');
    expect(charge(state, now + 40 * hour)).toBe('0.00');
    const again = taken(harrowmere, plans(free), now + 24 * hour, state);
    expect(charge(again, now + 40 * hour)).toBe('0.00');
    expect(harrowmere.live(again, now + 25 * hour).held).toEqual([
      { key: 'FREE-80', until: new Date(now + 40 * hour).toISOString(), state: 'in review', reason: '' },
    ]);
    const changed = taken(harrowmere, plans(free.replace('80.00||', '70.00||')), now + 60 * hour, state);
    expect(charge(changed, now + 61 * hour)).toBe('0.00');
    expect(charge(taken(harrowmere, plans(), now + 60 * hour, state), now + 61 * hour)).not.toBe('0.00');
  });
  test.each([
    ['a title of 37 letters', free.replace('Free standard from 80.00', 'x'.repeat(37)), '8 title'],
    ['no terms', free.replace('Free from 80.00.', ''), '8 terms'],
    ['a listing not defined', free.replace('LK-TAIL-01', 'NOPE'), '8 listings'],
    ['a region that is none', 'RATE|SMALL|MOON|STANDARD|1.00|ITEM|0.00', '8 region'],
    ['the same rate twice', 'RATE|SMALL|HI|STANDARD|1.00|ITEM|0.00', '8 speed'],
    ['a prefix in two cuts', 'CUT|TWO|BRITAIN|HS', '8 prefixes'],
    ['41 prefixes', `CUT|TWO|BRITAIN|${Array.from({ length: 41 }, (_, i) => `AB${i}`).join(' ')}`, '8 prefixes'],
    ['too few cells', 'RATE|SMALL', '8 kind'],
    ['an unknown kind', 'NOTHING|x', '8 kind'],
  ])('%s is refused at its line and field', (_, line, where) => {
    expect(refused(harrowmere, plans(line))).toEqual([where]);
  });
});

describe('Harrowmere, version 2', () => {
  const plans = (...more: string[]) => [
    {
      name: 'plans.tsv',
      text: tabbed([
        'SITE|EUR|2',
        'PLAN|SMALL|Small parcels|1000',
        'PLAN|TUBES|Long tubes|',
        'CUT|HI|BRITAIN|GB HS*,GB IV*,GB PA41 7AA',
        'RATE|SMALL|BRITAIN|STANDARD|6.40|0.75',
        'RATE|SMALL|HI|STANDARD|9.40|1.50',
        'RATE|TUBES|BRITAIN|STANDARD|8.00|0.00',
        'LISTING|LK-TAIL-01|15.80|520|SMALL|ANY TAILS',
        'LISTING|LK-SPAR-6|14.80|1200|TUBES|ANY',
        'LISTING|LK-LIGHT|1.00||SMALL|',
        ...more,
      ]),
    },
  ];
  const free = [
    'DELIVERY|FREE-80|Free standard from 80.00|Standard delivery of tails is free from 80.00.',
    'TAILS|80.00|STANDARD|BRITAIN||2026-11-01T00:00Z|',
  ].join('|');
  const spare = 'GOODS|SPARE|Three for two|Of every three the cheapest is free.|ANY|3 FOR 2|SPARE3||';
  test('members pay no delivery: it bears what anybody else would be charged', () => {
    const state = { ...taken(harrowmere, plans()), members: ['c-1'] };
    const of = (customer?: string) =>
      harrowmere.checkout(state, later)({ ...basket('GB LS1 1AA', [tails(2)]), customer }).choices;
    expect(of('c-1')).toEqual([{ ...of()[0], charge: '0.00', borne: '7.15' }]);
    expect([of('c-2'), of()].map(([choice]) => [choice?.charge, choice?.borne])).toEqual([
      ['7.15', undefined],
      ['7.15', undefined],
    ]);
    // What is sent anew leaves its members as they are.
    expect(taken(harrowmere, plans(), now, state).members).toEqual(['c-1']);
  });
  test('a site for each currency: files, offers and reviews of one have nothing to do with those of the other', () => {
    const [euros] = plans(free) as [{ name: string; text: string }];
    const inPounds = {
      name: 'plans-gbp.tsv',
      text: euros.text.replace('SITE\tEUR', 'SITE\tGBP').replace('6.40\t0.75', '5.50\t0.65'),
    };
    const state = taken(harrowmere, [euros, inPounds]);
    const charge = (currency: 'EUR' | 'GBP', of: typeof state = state) =>
      harrowmere.checkout(of, later, { ...asCheckout, currency })(basket('GB LS1 1AA', [tails(2)])).choices[0]?.charge;
    expect([charge('EUR'), charge('GBP')]).toEqual(['7.15', '6.15']);
    expect(harrowmere.live(state, now).held.map(({ key, currency }) => [key, currency])).toEqual([
      ['FREE-80', undefined],
      ['FREE-80', 'GBP'],
    ]);
    expect(harrowmere.live(state, now).files.map(({ name }) => name)).toEqual(['plans.tsv', 'plans-gbp.tsv']);
    // The site whose file is left out sells nothing.
    const one = taken(harrowmere, [inPounds], now, state);
    expect([charge('EUR', one), charge('GBP', one)]).toEqual([undefined, '6.15']);
  });
  test('a file under the other’s name is refused, with nothing of what came with it taken', () => {
    const [euros] = plans() as [{ name: string; text: string }];
    expect(refused(harrowmere, [{ ...euros, name: 'plans-gbp.tsv' }])).toEqual(['1 currency']);
    expect(refused(harrowmere, [euros, { ...euros, name: 'plans-gbp.tsv' }])).toEqual(['1 currency']);
    expect(refused(harrowmere, [{ ...euros, name: 'other.tsv' }])).toEqual(['files']);
    expect(refused(harrowmere, [{ name: 'codes.csv', text: 'batch,code\n' }])).toEqual(['files']);
  });

  type Lines = Parameters<typeof basket>[1];
  const tails = (units: number): Lines[number] => ['LK-TAIL-01', units, '15.80', '520'];
  const spars = (units: number): Lines[number] => ['LK-SPAR-6', units, '14.80', '1200'];
  const later = now + 100 * hour;
  const ask = (files: ReturnType<typeof plans>, place: string, lines: Lines, codes: string[] = [], at = later) =>
    harrowmere.checkout(taken(harrowmere, files), at)(basket(place, lines, codes));
  const told = (...asked: Parameters<typeof ask>) =>
    ask(...asked).choices.map(({ charge, discount }) => [charge, discount]);

  test('the page’s example: plans add, the cheapest of three is free, an offer frees its label alone', () => {
    const all = plans(free, spare);
    expect(told(all, 'GB LS1 1AA', [tails(2), spars(1)])).toEqual([['15.15', '0.00']]);
    expect(told(all, 'GB LS1 1AA', [tails(2), spars(1)], ['SPARE3'])).toEqual([['15.15', '14.80']]);
    expect(told(all, 'GB LS1 1AA', [tails(6), spars(1)])).toEqual([['8.00', '0.00']]);
    expect(told(all, 'GB HS1 2AA', [tails(2)])).toEqual([['10.90', '0.00']]);
    expect(told(all, 'GB HS1 2AA', [tails(2), spars(1)])).toEqual([]);
  });
  test('parcels are rounded up, at least one; without a mass a plan with grams does not deliver', () => {
    expect(told(plans(), 'GB LS1 1AA', [['LK-TAIL-01', 1, '15.80', '1000']])).toEqual([['6.40', '0.00']]);
    expect(told(plans(), 'GB LS1 1AA', [['LK-TAIL-01', 1, '15.80', '1000.000000000001']])).toEqual([['7.15', '0.00']]);
    expect(told(plans(), 'GB LS1 1AA', [['LK-LIGHT', 1, '1.00', null]])).toEqual([]);
    expect(told(plans(), 'GB LS1 1AA', [['LK-SPAR-6', 1, '14.80', null]])).toEqual([['8.00', '0.00']]);
  });
  test('one postcode goes before those that begin alike, and longer before shorter', () => {
    const cut = (...more: string[]) =>
      plans('CUT|TOWN|BRITAIN|GB IV1*,GB HS1 2AA', 'RATE|SMALL|TOWN|STANDARD|1.00|0.00', ...more);
    expect(told(cut(), 'GB IV1 1AA', [tails(1)])).toEqual([['1.00', '0.00']]);
    expect(told(cut(), 'GB IV2 1AA', [tails(1)])).toEqual([['9.40', '0.00']]);
    expect(told(cut(), 'GB HS1 2AA', [tails(1)])).toEqual([['1.00', '0.00']]);
    expect(told(cut(), 'GB HS1 2AB', [tails(1)])).toEqual([['9.40', '0.00']]);
    expect(told(cut(), 'GB PA41 7AA', [tails(1)])).toEqual([['9.40', '0.00']]);
  });
  test('an address without a postcode falls as all postcodes of its part do', () => {
    const north = (entries: string) => plans(`CUT|NORTH|BRITAIN|${entries}`, 'RATE|SMALL|NORTH|STANDARD|3.00|0.00');
    const parted = { ...basket('GB', [tails(1)]), place: { country: 'GB', part: 'GB-NIR', postcode: null } };
    const at = (files: ReturnType<typeof plans>) =>
      harrowmere.checkout(taken(harrowmere, files), later)(parted).choices[0]?.charge;
    expect(at(north('GB BT*'))).toBe('3.00');
    expect(at(north('GB BT1*'))).toBe('6.40');
  });
  test('a cut in a region of several countries takes its own alone, by postcode or by a part with its own', () => {
    const isles = plans(
      'CUT|ISLES|EURO|ES 35*',
      'RATE|SMALL|ISLES|STANDARD|20.00|0.00',
      'RATE|SMALL|EURO|STANDARD|9.00|0.00',
    );
    expect(told(isles, 'ES 35001', [tails(1)])).toEqual([['20.00', '0.00']]);
    expect(told(isles, 'ES 28001', [tails(1)])).toEqual([['9.00', '0.00']]);
    expect(told(isles, 'FR 35000', [tails(1)])).toEqual([['9.00', '0.00']]);
    const parted = { ...basket('ES', [tails(1)]), place: { country: 'ES', part: 'ES-GC', postcode: null } };
    expect(harrowmere.checkout(taken(harrowmere, isles), later)(parted).choices[0]?.charge).toBe('20.00');
  });
  test('of several offers the one that takes most, and of equal ones the earlier', () => {
    const named = (key: string, more: string) => `GOODS|${key}|${key}|Terms.|${more}||`;
    const two = plans(
      named('HALF', 'TAILS|OFF 50|HALF'),
      named('TENTH', 'ANY|OFF 10|TENTH'),
      named('ALSO', 'TAILS|OFF 50|ALSO'),
    );
    const codes = ['TENTH', 'ALSO', 'HALF'];
    const answer = ask(two, 'GB LS1 1AA', [tails(1), spars(1)], codes);
    expect(answer.choices[0]?.discount).toBe('7.90');
    expect(answer.codes.map(({ code, used }) => [code, used])).toEqual([
      ['TENTH', false],
      ['ALSO', false],
      ['HALF', true],
    ]);
    expect(ask(two, 'GB LS1 1AA', [spars(10)], codes).choices[0]?.discount).toBe('14.80');
  });
  test('a changed offer waits; what was sent by the version before is not compared with', () => {
    const state = taken(harrowmere, plans(free));
    const charge = (of: typeof state, at: number) =>
      harrowmere.checkout(of, at)(basket('GB LS1 1AA', [tails(6)])).choices[0]?.charge;
    expect([charge(state, now + 39 * hour), charge(state, now + 40 * hour)]).toEqual(['8.65', '0.00']);
    const before = taken(harrowmere, [{ name: 'plans.tsv', text: tabbed(['SITE|EUR', 'LISTING|A|1.00|']) }]);
    const after = taken(harrowmere, plans(free), now, before);
    expect(harrowmere.live(after, now).held.map(({ key }) => key)).toEqual(['FREE-80']);
  });
  test.each([
    ['another version', plans().map((one) => ({ ...one, text: one.text.replace('EUR\t2', 'EUR\t3') })), '1 version'],
    ['a title of 37 letters', plans(free.replace('Free standard from 80.00', 'x'.repeat(37))), '11 title'],
    ['terms of 301 letters', plans(free.replace(/Standard delivery[^|]*/, 'x'.repeat(301))), '11 terms'],
    ['a label that nothing carries', plans(free.replace('|TAILS|', '|NOPE|')), '11 label'],
    ['a speed twice', plans(free.replace('|STANDARD|', '|STANDARD STANDARD|')), '11 speeds'],
    ['a place that is none', plans(free.replace('|BRITAIN|', '|MOON|')), '11 places'],
    ['two for two', plans(spare.replace('3 FOR 2', '2 FOR 2')), '11 benefit'],
    ['more than all off', plans(spare.replace('3 FOR 2', 'OFF 100.5')), '11 benefit'],
    ['seven labels', plans('LISTING|L|1.00||TUBES|A B C D E F G'), '11 labels'],
    ['a plan that is none', plans('LISTING|L|1.00||NOPE|'), '11 plan'],
    ['a listing twice', plans('LISTING|LK-SPAR-6|1.00||TUBES|'), '11 listing'],
    ['the same rate twice', plans('RATE|SMALL|HI|STANDARD|1.00|0.00'), '11 speed'],
    ['parcels that hold nothing', plans('PLAN|NONE|None|0'), '11 grams'],
    ['an entry in two cuts', plans('CUT|TWO|BRITAIN|GB HS*'), '11 entries'],
    ['an entry of another region', plans('CUT|TWO|BRITAIN|IE D*'), '11 entries'],
    ['an entry with a colon', plans('CUT|TWO|BRITAIN|GB:AB1*'), '11 entries'],
    ['a cut named as a region', plans('CUT|EURO|BRITAIN|GB AB1*'), '11 key'],
    [
      '41 entries of a region',
      plans(`CUT|TWO|BRITAIN|${Array.from({ length: 38 }, (_, i) => `GB AB${i + 1}*`).join(',')}`),
      '11 entries',
    ],
    ['201 plans', plans(...Array.from({ length: 199 }, (_, i) => `PLAN|P${i}|Plan|`)), '209 key'],
    ['an empty line', plans(''), '11 kind'],
  ])('%s is refused at its line and field', (_, files, where) => {
    expect(refused(harrowmere, files)).toEqual([where]);
  });
});

describe('Findlark, version 1', () => {
  const item = (id: string, standard: string, more = '') =>
    [
      `<item id="${id}"><title>${id}</title><price>15.80</price><grams>520</grams>${more}`,
      '<delivery country="GB" postcode="HS" speed="standard" price="9.40"/>',
      `<delivery country="GB" speed="standard" price="${standard}"/></item>`,
    ].join('');
  const head = 'id\ttitle\tkind\tpercent\tspeeds\tleast_value\tcode\tcountries\tfrom\tuntil';
  const feed = (items: string, promotions: string[] = [], target = 'GB') => [
    {
      name: 'items.xml',
      text: [
        '<?xml version="1.0"?>',
        `<items xmlns="urn:findlark:items:1" target="${target}" currency="EUR">${items}</items>`,
      ].join(''),
    },
    { name: 'promotions.tsv', text: tabbed([head, ...promotions]) },
  ];
  const standIn = findlark(() => 'http://127.0.0.1:1');
  const free = 'free|Free from 30|delivery||standard|30.00||GB||';

  test('the page’s example: the dearest item’s entry, once; the narrowest place', () => {
    const ask = standIn.checkout(taken(standIn, feed(item('LK-TAIL-01', '6.90') + item('LK-REEL-02', '7.90'))), now);
    expect(
      ask(
        basket('GB LS1 1AA', [
          ['LK-TAIL-01', 2, '15.80', null],
          ['LK-REEL-02', 1, '12.00', null],
        ]),
      ).choices,
    ).toEqual([{ speed: 'standard', name: 'Standard', charge: '7.90', discount: '0.00' }]);
    expect(ask(basket('GB HS1 2AA', [['LK-TAIL-01', 1, '15.80', null]])).choices[0]?.charge).toBe('9.40');
    expect(ask(basket('IE', [['LK-TAIL-01', 1, '15.80', null]])).choices).toEqual([]);
  });
  test('a first promotion waits for its country’s opening and the review, 40 hours; a later one there 30', async () => {
    const state = taken(standIn, feed(item('A', '6.90'), [free]));
    expect(standIn.live(state, now).held[0]?.until).toBe(new Date(now + 40 * hour).toISOString());
    const later = taken(
      standIn,
      feed(item('A', '6.90'), [free, free.replace('free|', 'more|')]),
      now + 72 * hour,
      await standIn.settle(state, now + 72 * hour),
    );
    expect(standIn.live(later, now + 72 * hour).held).toEqual([
      { key: 'more', until: new Date(now + 102 * hour).toISOString(), state: 'in review', reason: '' },
    ]);
  });
  test('while the shop does not answer, a code stays in review', async () => {
    const state = taken(standIn, feed(item('A', '6.90'), ['code|Ten off|percent|10|||TEN|GB||']));
    expect(standIn.live(await standIn.settle(state, now + 100 * hour), now + 100 * hour).held[0]?.state).toBe(
      'in review',
    );
  });
  test.each<[string, ReturnType<typeof feed>, string]>([
    ['broken XML', feed('<item id="A">'), '1'],
    ['an entry of another country than the target', feed(item('A', '6.90'), [], 'IE'), 'item A delivery 1'],
    [
      'the same place and speed twice',
      feed(item('A', '6.90', '<delivery country="GB" speed="standard" price="1.00"/>')),
      'item A delivery 3',
    ],
    [
      '65 entries',
      feed(
        item(
          'A',
          '6.90',
          Array.from(
            { length: 63 },
            (_, i) => `<delivery country="GB" postcode="A${i}" speed="swift" price="1.00"/>`,
          ).join(''),
        ),
      ),
      'item A',
    ],
    ['an id twice', feed(item('A', '6.90') + item('A', '6.90')), 'item A'],
    ['a price that is no money', feed(item('A', '6.9')), 'item A delivery 2'],
    ['a promotion without a country', feed(item('A', '6.90'), [free.replace('GB', '')]), '2 countries'],
    ['a title of 49 letters', feed(item('A', '6.90'), [free.replace('Free from 30', 'x'.repeat(49))]), '2 title'],
    ['a percentage without its figure', feed(item('A', '6.90'), ['p|P|percent|||||GB||']), '2 percent'],
  ])('%s is refused at its place', (_, files, where) => {
    expect(refused(standIn, files)).toContain(where);
  });
});
