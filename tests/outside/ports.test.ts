import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { afterEach, expect, test } from 'vitest';
import { freePorts } from '../../scripts/parts/ports.mjs';

const open: Server[] = [];
const listen = (port: number): Promise<Server> =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
    open.push(server);
  });
afterEach(() => Promise.all(open.splice(0).map((one) => new Promise((done) => one.close(done)))));

test('so many ports in a row can all be listened on; one that is taken is passed over', async () => {
  const first = await freePorts(4);
  await listen(first + 2);
  expect(await freePorts(2, first)).toBe(first);
  const next = await freePorts(4, first);
  expect(next).toBeGreaterThan(first + 2);
  for (let i = 0; i < 4; i += 1) await listen(next + i);
});

/** Where the system begins to give ports by itself: 32768, unless a machine is set otherwise. */
const given = Number(readFileSync('/proc/sys/net/ipv4/ip_local_port_range', 'utf8').split(/\s/)[0]);
test.skipIf(given < 32_000)(
  'they are none that the system gives to whoever asks for any, as connections do while a program is down',
  async () => {
    for (let i = 0; i < 200; i += 1) expect((await freePorts(16)) + 16).toBeLessThanOrEqual(given);
  },
);

test('at the end of the range it goes on from the beginning', async () => {
  expect(await freePorts(4, 31_999)).toBeLessThan(31_000);
});
