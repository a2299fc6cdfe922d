import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { seeded } from '../../src/core/plan/index.ts';
import { backUp } from '../../src/server/backup/backup.ts';
import { reaching } from '../../src/server/context.ts';
import { keysIn } from '../../src/server/keys/keys.ts';
import { sealer } from '../../src/server/keys/seal.ts';
import { smallBook } from '../books/small.ts';
import { type World, world } from './world.ts';

const secret = 'Zq7-kites-21-not-to-be-seen';
let at: World;
beforeAll(async () => {
  at = await world();
  await at.take(smallBook());
});
afterAll(() => at.end());
const put = (of: string, key: unknown, more: object = {}) =>
  at.call('PUT', `/api/keys/${of}`, { key, prices: 'account', who: 'Ada', ...more });

test('a key is opened by what sealed it, for what it was sealed for, and by nothing else', () => {
  const [own, other] = [sealer(Buffer.alloc(32, 1).toString('base64')), sealer(Buffer.alloc(32, 2).toString('base64'))];
  const sealed = own.seal('ternline', secret);
  expect(own.open('ternline', sealed)).toBe(secret);
  expect(own.open('harrowmere', sealed)).toBeNull();
  expect(other.open('ternline', sealed)).toBeNull();
  expect(own.seal('ternline', secret)).not.toEqual(sealed);
  const random = seeded(9);
  for (let i = 0; i < 200; i += 1) {
    const copy = Buffer.from(sealed);
    const place = Math.floor(random() * copy.length);
    copy[place] = (copy[place] ?? 0) ^ (1 << Math.floor(random() * 8));
    expect(own.open('ternline', copy)).toBeNull();
    expect(own.open('ternline', sealed.subarray(0, place))).toBeNull();
  }
  for (const none of ['', 'abc', Buffer.alloc(16).toString('base64'), `${Buffer.alloc(32).toString('base64')}x`])
    expect(() => sealer(none)).toThrow('32 random bytes in base64');
});

test('goes in, is used, and is never told again: by no answer, no table, no backup, no file, no error', async () => {
  expect((await at.call('GET', '/api/carrier')).body.down).toBe('no key for the carrier is set');
  expect((await put('ternline', 'kites-21')).body).toMatchObject({
    keys: [{ of: 'ternline', prices: 'account', who: 'Ada', opens: true }],
    seals: true,
  });
  expect((await at.call('GET', '/api/carrier')).body.cards.length).toBeGreaterThan(0);
  for (const of of ['ternline', 'lerrin-shop', 'harrowmere', 'findlark']) await put(of, secret);
  const said: string[] = [];
  for (const { method, path } of at.routes.filter((one) => one.method === 'GET' && !one.path.includes('events')))
    said.push(JSON.stringify((await at.call(method, `/api${path.replace(/:\w+/g, '1')}`)).body));
  // The carrier that refuses the key, and channels that are asked with it.
  said.push(JSON.stringify((await at.call('GET', '/api/carrier')).body));
  for (const wrong of [
    `${secret} `,
    `${secret}\n`,
    `é${secret}`,
    7,
    { secret },
    [secret],
    null,
    secret.repeat(20),
    'abc',
  ]) {
    const refused = await put('ternline', wrong);
    expect(refused.status).toBe(422);
    said.push(JSON.stringify(refused.body));
  }
  expect((await put('nowhere', secret)).status).toBe(404);
  const { rows } = await at.database.query(
    "select table_name from information_schema.tables where table_schema in ('public', 'jobs')",
  );
  for (const { table_name: name } of rows as { table_name: string }[])
    for (const schema of ['public', 'jobs']) {
      const found = await at.database
        .query(`select one::text as line from ${schema}.${name} as one`)
        .catch(() => ({ rows: [] as { line: string }[] }));
      said.push(...found.rows.map((row: { line: string }) => row.line));
    }
  const folder = mkdtempSync(join(tmpdir(), 'plemb-keys-'));
  await backUp(at.database, join(folder, 'one.backup'), new Date());
  said.push(gunzipSync(readFileSync(join(folder, 'one.backup'))).toString());
  rmSync(folder, { recursive: true });
  const hex = Buffer.from(secret).toString('hex');
  for (const text of said) {
    expect(text).not.toContain(secret);
    expect(text).not.toContain(hex);
  }
  expect(said.length).toBeGreaterThan(40);
});

test('is what a channel is asked with; without one it is asked without', async () => {
  const heard: IncomingMessage['headers'][] = [];
  const server: Server = createServer((request, response) => {
    heard.push(request.headers);
    response.setHeader('Content-Type', 'application/json').end('[]');
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const asked = (of: string, master: number) =>
    reaching({ [of]: address }, keysIn(at.database, sealer(Buffer.alloc(32, master).toString('base64')))).clients;
  try {
    await put('harrowmere', secret);
    await asked('harrowmere', 7).harrowmere.listings();
    await at.call('DELETE', '/api/keys/harrowmere');
    await asked('harrowmere', 7).harrowmere.listings();
    expect(heard.map((one) => one.authorization)).toEqual([`Bearer ${secret}`, undefined]);
    await put('harrowmere', secret);
    await expect(asked('harrowmere', 8).harrowmere.listings()).rejects.toThrow(
      'Harrowmere does not answer: the key set for it was sealed with another PLEMB_SEAL_KEY; set it anew',
    );
    expect(heard).toHaveLength(2);
  } finally {
    await new Promise((done) => server.close(done));
  }
});
