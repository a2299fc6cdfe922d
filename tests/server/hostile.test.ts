import { afterAll, beforeAll, expect, test } from 'vitest';
import { seeded } from '../../src/core/plan/index.ts';
import { damaged, nasty } from '../books/damage.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

/**
 * Whatever is sent, the server takes it or says what is wrong with it: it never fails, and the book stays as it was.
 * Seeded.
 */
let at: World;
beforeAll(async () => {
  at = await world();
});
afterAll(() => at.end());

const random = seeded(41);
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

/** Sends something, and asks that what is refused is refused in words. */
async function sent(method: string, path: string, body: unknown): Promise<number> {
  const { status, body: said } = await at.call(method, path, body, { 'X-Who': 'Tester' });
  const what = `${method} ${path} ${JSON.stringify(body).slice(0, 400)} → ${status} ${JSON.stringify(said).slice(0, 300)}`;
  expect(status, what).toBeLessThan(500);
  if (status >= 400) expect(said, what).toMatchObject({ title: expect.stringMatching(/\S/), status });
  return status;
}

test('damaged books are taken or refused', async () => {
  const statuses = new Set<number>();
  for (let i = 0; i < 250; i += 1) statuses.add(await sent('PUT', '/api/book/file', damaged(smallBook(), random)));
  expect([...statuses].sort()).toEqual([201, 422]);
});

test('edits of anything to anything are saved or refused', async () => {
  const { revision } = (await at.take(smallBook())).body;
  const places: readonly (readonly string[])[] = [
    ['seller'],
    ['templates', 'soaps', 'name'],
    ['templates', 'soaps', 'lanes', 'home', 'post', 'rate', 'amount'],
    ['goods', 'BAR-OAT', 'name'],
    ['goods', 'BAR-OAT', 'price'],
    ['zones', 'home', 'takes'],
    ['offers'],
    ['pinned', 'one', 'lines'],
    ['format'],
    ['nowhere', 'at', 'all'],
    ['__proto__', 'polluted'],
  ];
  let base = revision;
  const statuses = new Set<number>();
  for (let i = 0; i < 250; i += 1) {
    const edits = [{ path: pick(places), value: pick(nasty) }];
    const answered = await at.call('POST', '/api/revisions', {
      base,
      who: pick(['Ada', '\u0000', '\ud800']),
      note: pick(['', 'a\u0000b', '\udfff']),
      edits,
    });
    statuses.add(answered.status);
    expect(answered.status, `${JSON.stringify(edits)} ${JSON.stringify(answered.body)}`).toBeLessThan(500);
    if (answered.status === 201) base = answered.body.revision;
  }
  expect(statuses).toContain(422);
});

test('damaged baskets, spend, customers and codes are answered or refused', async () => {
  await at.take(smallBook());
  const basket = {
    id: 'one',
    name: 'One',
    lines: [{ sku: 'BAR-OAT', units: 2 }],
    place: 'IE',
    codes: [],
    moment: null,
    spent: {},
    carrier: [],
  };
  const moment = '2026-11-24T09:10:00Z';
  /** Each as it is written when nothing is wrong with it: a file in a request is damaged as a text, too. */
  const requests: readonly (readonly [method: string, path: string, body: unknown])[] = [
    ['POST', '/api/channels/harrowmere/checkouts', { moment, baskets: [basket] }],
    ['PUT', '/api/spend', { text: 'offer,week,channel,amount\nwinter,2026-11-23,harrowmere,4.00\n' }],
    ['PUT', '/api/customers', { text: 'customer,segment\nc-1,clubs\n' }],
    ['PUT', '/api/codes/batches/autumn', { text: 'ONE1\nTWO2\n' }],
    ['POST', '/api/codes/used', { text: 'ONE1\n' }],
    ['POST', '/api/codes/known', { codes: ['ONE1'] }],
  ];
  for (const [method, path, body] of requests) {
    const statuses = new Set<number>();
    expect(await sent(method, path, body), path).toBe(200);
    for (let i = 0; i < 80; i += 1) statuses.add(await sent(method, path, damaged(body, random)));
    expect([...statuses], path).toEqual(expect.arrayContaining([200, 400]));
  }
  await sent('POST', '/api/checks', { moment: 'yesterday' });
});

test('addresses that mean nothing are not there, or refused', async () => {
  for (const one of [
    '%00',
    '%ED%A0%80',
    '__proto__',
    '0',
    '-1',
    '99999999999999999999',
    '2147483648',
    '1.5',
    'x'.repeat(300),
    '..%2f',
    "'",
    'NaN',
  ]) {
    for (const path of [
      `/api/checks/${one}`,
      `/api/channels/${one}/files`,
      `/api/customers/${one}`,
      `/api/revisions/${one}/to/${one}`,
      `/api/imports/${one}`,
      `/api/codes/batches/${one}/file`,
      `/api/goods?after=${one}`,
      `/api/orders?after=${one}`,
      `/api/revisions?before=${one}`,
    ]) {
      const { status } = await at.call('GET', path);
      expect(status, path).toBeLessThan(500);
    }
  }
});
