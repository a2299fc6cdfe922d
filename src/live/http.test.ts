import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, expect, test } from 'vitest';
import { z } from 'zod';
import { asked, NoAnswer } from './http.ts';

const answer = z.object({ taken: z.boolean() });
const servers: Server[] = [];
afterEach(() => {
  for (const one of servers.splice(0)) {
    one.close();
    one.closeAllConnections();
  }
});

/** Somebody who answers so; the address, and how often it was asked. */
async function somebody(answers: RequestListener): Promise<{ url: string; times: () => number }> {
  let times = 0;
  const server = createServer((request, response) => {
    times += 1;
    answers(request, response);
  });
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, times: () => times };
}
const ask = (url: string, body?: string) =>
  asked(body === undefined ? { method: 'GET', url } : { method: 'PUT', url, body }, answer, 'person');
const refusal = async (url: string): Promise<NoAnswer> => {
  const error = await ask(url).catch((one: unknown) => one);
  expect(error).toBeInstanceOf(NoAnswer);
  return error as NoAnswer;
};

test('what makes sense is read, a refusal in the same words too', async () => {
  for (const status of [200, 422]) {
    const { url, times } = await somebody((_, response) => response.writeHead(status).end('{"taken":false}'));
    expect(await ask(url)).toEqual({ taken: false });
    expect(times()).toBe(1);
  }
});

test('one that is busy or failing for a while is asked again', async () => {
  let first = true;
  const { url, times } = await somebody((_, response) => {
    if (first) response.writeHead(503).end();
    else response.end('{"taken":true}');
    first = false;
  });
  expect(await ask(url)).toEqual({ taken: true });
  expect(times()).toBe(2);
});

test('nobody is followed elsewhere', async () => {
  const elsewhere = await somebody((_, response) => response.end('{"taken":true}'));
  for (const status of [301, 302, 307, 308]) {
    const { url, times } = await somebody((_, response) =>
      response.writeHead(status, { Location: elsewhere.url }).end('{"taken":true}'),
    );
    expect((await refusal(url)).message).toBe(`it sends one elsewhere (${status})`);
    expect(times()).toBe(1);
  }
  expect(elsewhere.times()).toBe(0);
});

test('what drips without an end is cut off, and so is what comes without an end', { timeout: 30_000 }, async () => {
  const drips = await somebody((_, response) => {
    const timer = setInterval(() => response.write(' '), 50);
    response.on('close', () => clearInterval(timer));
  });
  const pours = await somebody((_, response) => {
    const piece = Buffer.alloc(1 << 20, ' ');
    const pour = () => {
      while (!response.destroyed && response.write(piece));
    };
    response.on('drain', pour);
    pour();
  });
  const [one, other] = await Promise.all([refusal(drips.url), refusal(pours.url)]);
  expect(one.message).toMatch(/^its answer did not come within \d+ seconds$/);
  expect(other.message).toBe('its answer is longer than 256 MB');
});

test('whether what was asked may have arrived is told apart', async () => {
  const dead = await somebody(() => undefined);
  for (const server of servers.splice(0)) await new Promise((resolve) => server.close(resolve));
  expect(await refusal(dead.url)).toMatchObject({ message: 'nothing listens there', reached: false });
  const breaks = await somebody((_, response) => response.writeHead(200, { 'Content-Length': '99' }).destroy());
  expect(await refusal(breaks.url)).toMatchObject({ message: 'the connection broke', reached: true });
  const odd = await somebody((_, response) => response.end('<<~~'));
  expect(await refusal(odd.url)).toMatchObject({ message: 'its answer makes no sense', reached: true });
  const refuses = await somebody((_, response) => response.writeHead(404).end('no'));
  expect(await refusal(refuses.url)).toMatchObject({ message: 'it refuses (404)', reached: false });
});
