import { readFileSync } from 'node:fs';
import { parse } from 'csv-parse/sync';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { transaction } from '../../src/server/database.ts';
import { troubleOf } from '../../src/server/trouble.ts';
import { offerOf } from '../books/shop.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

let at: World;
beforeAll(async () => {
  at = await world();
});
afterAll(() => at.end());
beforeEach(async () => {
  await at.take(smallBook({ segments: [{ id: 'trade', name: 'Trade' }] }));
  await at.database.query('delete from single_code; delete from customer');
});

const batches = async () => (await at.call('GET', '/api/codes')).body.batches;
const file = async (path: string): Promise<Record<string, string>[]> =>
  parse((await at.call('GET', path)).body, { columns: true });

describe('single-use codes', () => {
  test('a hundred thousand are made, each its own, and exported as CSV', async () => {
    expect((await at.call('POST', '/api/codes/batches/cards', { count: 100_000 })).status).toBe(201);
    expect(await batches()).toEqual([{ batch: 'cards', codes: 100_000, used: 0 }]);
    const rows = await file('/api/codes/batches/cards/file');
    expect(new Set(rows.map((row) => row.code)).size).toBe(100_000);
    for (const row of rows.slice(0, 500)) expect(row.code).toMatch(/^[A-HJ-NP-Z2-9]{10}$/);
  });
  test('a file is taken whole or not at all: where, what, what would be right', async () => {
    const put = (text: string) => at.call('PUT', '/api/codes/batches/autumn', { text });
    expect((await put('code,used\r\nABC123,\r\nDEF456,2026-11-01T10:00:00Z\r\n')).body).toEqual({
      taken: 2,
      badLines: [],
    });
    expect(await batches()).toEqual([{ batch: 'autumn', codes: 2, used: 1 }]);
    const bad = (await put('code\r\nGHI789\r\nabc\r\nGHI789\r\n')).body;
    expect(bad.taken).toBe(0);
    expect(bad.badLines).toEqual([
      { line: 3, problems: [{ at: ['code'], wrong: '“abc” is no code', right: '3 to 20 capital letters and digits' }] },
      { line: 4, problems: [{ at: ['code'], wrong: '“GHI789” stands twice', right: 'each code once' }] },
    ]);
    expect((await put('code\r\nJKL000\r\nABC123\r\n')).body).toEqual({
      taken: 0,
      badLines: [
        {
          line: 3,
          problems: [{ at: ['code'], wrong: '“ABC123” stands in a batch already', right: 'a code of its own' }],
        },
      ],
    });
    expect((await put('name\r\nJKL000\r\n')).body.badLines[0].problems[0].wrong).toBe(
      'no column code; unknown column name',
    );
    expect(await batches()).toEqual([{ batch: 'autumn', codes: 2, used: 1 }]);
  });
  test('uses are counted once, and unknown codes change nothing', async () => {
    await at.call('PUT', '/api/codes/batches/autumn', { text: 'code\r\nABC123\r\nDEF456\r\n' });
    expect(
      (await at.call('POST', '/api/codes/used', { text: 'code,used\r\nABC123,2026-11-20T09:00:00Z\r\n' })).body.taken,
    ).toBe(1);
    expect((await at.call('POST', '/api/codes/used', { text: 'code\r\nABC123\r\nNOSUCH1\r\n' })).body).toMatchObject({
      taken: 0,
      badLines: [{ line: 3 }],
    });
    expect((await at.call('POST', '/api/codes/used', { text: 'code\r\nABC123\r\nDEF456\r\n' })).body.taken).toBe(1);
    expect(await file('/api/codes/batches/autumn/file')).toMatchObject([
      { code: 'ABC123', used: '2026-11-20T09:00:00.000Z' },
      { code: 'DEF456' },
    ]);
    expect((await at.call('POST', '/api/codes/known', { codes: ['ABC123', 'XYZ999'] })).body.singles).toEqual({});
  });
  test('what the tables count is what stands in them, whatever is added, used, moved and dropped at once', async () => {
    await at.call('PUT', '/api/codes/batches/b0', { text: 'code\r\nAAA\r\n' });
    const codes = Array.from({ length: 200 }, (_, i) => `C${100 + i}`);
    const some = (word: string) => `(select code from single_code where md5(code || '${word}') < '3')`;
    const acts = Array.from({ length: 60 }, (_, i) => {
      const word = `${i}-${Math.random()}`;
      const batch = `b${i % 4}`;
      return [
        `insert into single_code (code, batch, made) select code, '${batch}', now() from unnest('{${codes}}'::text[]) as one (code)
           where md5(code || '${word}') < '4' order by code on conflict do nothing`,
        `update single_code set used = now() where code in ${some(word)} and used is null`,
        `update single_code set batch = '${batch}' where code in ${some(word)}`,
        `delete from single_code where code in ${some(word)}`,
      ][i % 4] as string;
    });
    const ends = await Promise.allSettled(acts.map((sql) => at.database.query(sql)));
    expect(ends.filter((one) => one.status === 'fulfilled').length).toBeGreaterThan(30);
    // Of two who wait for each other one is undone, and told to come again.
    for (const end of ends) if (end.status === 'rejected') expect(troubleOf(end.reason), end.reason).toBe('busy');
    const undone = Object.assign(new Error('deadlock detected'), { code: '40P01' });
    expect(troubleOf(undone)).toBe('busy');
    const { rows } = await at.database.query(
      `select batch, count(*)::integer as codes, count(used)::integer as used from single_code group by batch order by 1`,
    );
    expect(await batches()).toEqual(rows);
  });
  test('customers are counted where they go, and where they come from', async () => {
    const put = (lines: string) => at.call('PUT', '/api/customers', { text: `customer,segment\r\n${lines}` });
    await at.take(
      smallBook({
        segments: [
          { id: 'trade', name: 'Trade' },
          { id: 'club', name: 'Club' },
        ],
      }),
    );
    await put('C-1,trade\r\nC-2,trade\r\nC-3,club\r\n');
    await put('C-1,club\r\nC-4,club\r\n');
    const count = async () => (await at.call('GET', '/api/segments')).body.segments;
    expect(await count()).toEqual([
      { segment: 'club', customers: 3 },
      { segment: 'trade', customers: 1 },
    ]);
    await put('C-2,club\r\n');
    expect(await count()).toEqual([{ segment: 'club', customers: 4 }]);
  });
  test('known ones are told with their batch until they are used', async () => {
    await at.call('PUT', '/api/codes/batches/autumn', { text: 'code\r\nABC123\r\n' });
    expect((await at.call('POST', '/api/codes/known', { codes: ['ABC123', 'SUDS'] })).body.singles).toEqual({
      ABC123: 'autumn',
    });
  });
  test('too many, a name that is none, and a body that is none are refused', async () => {
    expect((await at.call('POST', '/api/codes/batches/cards', { count: 100_001 })).status).toBe(400);
    expect((await at.call('POST', '/api/codes/batches/Cards!', { count: 1 })).body).toMatchObject({
      status: 422,
      title: '“Cards!” is no name of a batch',
    });
    expect((await at.call('PUT', '/api/codes/batches/cards', { words: '' })).status).toBe(400);
  });
});

describe('spend', () => {
  const put = (text: string) => at.call('PUT', '/api/spend', { text });
  const rows = async () => (await at.call('GET', '/api/spend')).body.rows;
  beforeEach(async () => {
    await at.take(
      smallBook({
        numbered: 2,
        offers: [
          offerOf('suds', 1, {
            benefit: { is: 'off order', off: { by: 'percent', percent: '5' } },
            limits: { budget: { amount: '100', per: 'week' } },
          }),
          offerOf('plain', 2, { benefit: { is: 'off order', off: { by: 'percent', percent: '5' } } }),
        ],
      }),
    );
    await at.database.query('delete from spend');
  });
  test('is taken by offer, week and channel, and taken again doubles nothing', async () => {
    const text = 'offer,week,channel,amount\r\nsuds,2026-11-23,lerrin-shop,41.50\r\nsuds,2026-11-23,,3\r\n';
    expect((await put(text)).body).toEqual({ taken: 2, badLines: [] });
    expect((await put(text)).body).toEqual({ taken: 2, badLines: [] });
    await put('amount,offer,week,channel\r\n44.00,suds,2026-11-23,lerrin-shop\r\n');
    expect(await rows()).toEqual([
      { offer: 'suds', week: '2026-11-23', channel: null, amount: '3' },
      { offer: 'suds', week: '2026-11-23', channel: 'lerrin-shop', amount: '44.00' },
    ]);
    expect(await file('/api/spend/file')).toEqual([
      { offer: 'suds', week: '2026-11-23', channel: '', amount: '3' },
      { offer: 'suds', week: '2026-11-23', channel: 'lerrin-shop', amount: '44.00' },
    ]);
  });
  test('of an offer without a budget, a Tuesday, a strange channel or no amount refuses the file', async () => {
    const bad = (
      await put(
        'offer,week,channel,amount\r\nplain,2026-11-23,,1\r\nsuds,2026-11-24,,1\r\nsuds,2026-02-30,,1\r\nsuds,2026-11-23,bazaar,1\r\nsuds,2026-11-23,,1.005\r\nsuds,2026-11-16,,1\r\nsuds,2026-11-16,,2\r\n',
      )
    ).body;
    expect(bad.taken).toBe(0);
    expect(
      bad.badLines.map((line: { line: number; problems: { at: string[] }[] }) => [line.line, line.problems[0]?.at[0]]),
    ).toEqual([
      [2, 'offer'],
      [3, 'week'],
      [4, 'week'],
      [5, 'channel'],
      [6, 'amount'],
      [8, 'week'],
    ]);
    expect(await rows()).toEqual([]);
  });
});

describe('customers', () => {
  test('are put into segments of the book; a strange segment or id refuses the file', async () => {
    expect(
      (await at.call('PUT', '/api/customers', { text: 'customer,segment\r\nC-1,trade\r\nC-2,trade\r\n' })).body,
    ).toEqual({ taken: 2, badLines: [] });
    const bad = (
      await at.call('PUT', '/api/customers', { text: 'customer,segment\r\nC-3,gold\r\nann@example.org,trade\r\n' })
    ).body;
    expect(bad.badLines.map((line: { problems: { wrong: string }[] }) => line.problems[0]?.wrong)).toEqual([
      'no segment “gold”',
      '“ann@example.org” is no id',
    ]);
    expect((await at.call('GET', '/api/segments')).body.segments).toEqual([{ segment: 'trade', customers: 2 }]);
    expect(await file('/api/customers/file')).toEqual([
      { customer: 'C-1', segment: 'trade' },
      { customer: 'C-2', segment: 'trade' },
    ]);
    expect((await at.call('GET', '/api/customers/C-2')).body.segment).toBe('trade');
  });
});

test('offers of an older database are brought to how they are written now', async () => {
  const old = [
    {
      id: 'ten',
      benefit: { is: 'percent off order', percent: '10' },
      code: 'TEN',
      asks: { value: '20.00', test: 'before' },
    },
    { id: 'post', benefit: { is: 'free services', services: ['post'] }, code: null, asks: null },
    { id: 'cap', benefit: { is: 'free up to', cap: '5.00' }, code: null, asks: { value: '60.00', test: 'after' } },
  ].map((one) => ({
    title: one.id,
    zones: null,
    window: { from: null, until: null, zone: 'Europe/Dublin' },
    addsTo: [],
    terms: '',
    note: '',
    ...one,
  }));
  const update =
    readFileSync(new URL('../../src/server/migrations/005-codes.sql', import.meta.url), 'utf8').split(
      '-- Offers as they are written from here on.',
    )[1] ?? '';
  await transaction(at.database, async (connection) => {
    await connection.query("delete from book_part where kind = 'offers'");
    for (const [position, body] of old.entries())
      await connection.query("insert into book_part (kind, id, position, body) values ('offers', $1, $2, $3)", [
        body.id,
        position,
        JSON.stringify(body),
      ]);
    await connection.query(update);
  });
  const { rows } = await at.database.query("select body from book_part where kind = 'offers' order by position");
  expect(rows.map(({ body }) => [body.benefit, body.code, body.asks])).toEqual([
    [
      { is: 'off order', off: { by: 'percent', percent: '10' } },
      { is: 'shared', code: 'TEN' },
      [{ over: 'value', value: '20.00', test: 'before' }],
    ],
    [{ is: 'delivery', on: { is: 'services', services: ['post'] }, off: { by: 'free' } }, null, []],
    [
      { is: 'delivery', on: { is: 'up to', cap: '5.00' }, off: { by: 'free' } },
      null,
      [{ over: 'value', value: '60.00', test: 'after' }],
    ],
  ]);
});
