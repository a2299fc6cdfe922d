import { afterAll, beforeAll, expect, test } from 'vitest';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

/** Pages of other origins, and what is kept by browsers. */
let at: World;
beforeAll(async () => {
  at = await world();
  await at.take(smallBook());
});
afterAll(() => at.end());

const strangers: readonly (readonly [who: string, headers: Record<string, string>])[] = [
  ['a page of another origin', { Origin: 'https://kites.example', 'Sec-Fetch-Site': 'cross-site' }],
  ['a page at another port of this machine', { Origin: 'http://127.0.0.1:8080', 'Sec-Fetch-Site': 'same-site' }],
  ['a page without an origin, as from a file', { Origin: 'null', 'Sec-Fetch-Site': 'cross-site' }],
  ['a browser that says only where the page is from', { Origin: 'https://kites.example' }],
  ['a browser that says only how far away the page is', { 'Sec-Fetch-Site': 'cross-site' }],
];

test.each(strangers)('%s changes nothing and reads nothing, by any route', async (_, headers) => {
  const before = (await at.call('GET', '/api/book')).body;
  for (const { method, path } of at.routes) {
    const answer = await at.call(
      method,
      `/api${path.replace(/:[a-z]+/g, '1')}`,
      method === 'GET' ? undefined : {},
      headers,
    );
    expect([method, path, answer.status]).toEqual([method, path, 403]);
    expect(answer.body.title).toBe('Only Plemb’s own pages are answered here');
  }
  expect((await at.call('GET', '/api/book')).body).toEqual(before);
});

test('its own pages, and whoever is no page, are answered', async () => {
  for (const headers of [
    {},
    { 'Sec-Fetch-Site': 'none' },
    { Origin: 'http://127.0.0.1', 'Sec-Fetch-Site': 'same-origin' },
  ])
    expect((await at.call('POST', '/api/codes/known', { codes: [] }, headers)).status).toBe(200);
});

test('a body that a form of another page could send is refused', async () => {
  for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x', ''])
    expect(
      (
        await at.call(
          'POST',
          '/api/checks',
          { moment: '2026-11-24T09:10:00Z' },
          { 'Content-Type': type, 'Content-Length': '40' },
        )
      ).status,
    ).toBe(415);
});

test('what a browser has is not sent again until it changes', async () => {
  for (const path of ['/api/book', '/api/goods']) {
    const first = await at.call('GET', path);
    const tag = first.headers.get('ETag') ?? '';
    expect(first.headers.get('Cache-Control')).toBe('private, no-cache');
    expect((await at.call('GET', path, undefined, { 'If-None-Match': tag })).status).toBe(304);
    const { revision: base } = (await at.call('GET', '/api/book')).body;
    const edits = [{ path: ['seller'], value: `Quillmoor ${path}` }];
    await at.call('POST', '/api/revisions', { base, who: 'Ada', note: '', edits });
    expect((await at.call('GET', path, undefined, { 'If-None-Match': tag })).status).toBe(200);
  }
  expect((await at.call('GET', '/api/clock')).headers.get('Cache-Control')).toBe('no-store');
});

test('answers are compressed for those who can read that', async () => {
  const { headers } = await at.raw('GET', '/api/book', { 'Accept-Encoding': 'gzip' });
  expect(headers.get('Content-Encoding')).toBe('gzip');
  expect((await at.raw('GET', '/api/book', {})).headers.get('Content-Encoding')).toBeNull();
});
