import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { bodies } from '../../trials/malformed.ts';
import { expect, test } from './application.ts';
import { follow } from './hands.ts';

test('what somebody else saves is seen at once, and one’s own draft stays', async ({ desk, application, context }) => {
  await follow(desk, 'rates/ie/two-day');
  await desk.getByLabel('Flat amount').fill('9.80');
  const { revision: base } = await (await context.request.get(`${application.address}/api/book`)).json();
  const edits = [{ path: ['seller'], value: 'Lerrin Kites & Sons' }];
  const save = await context.request.post(`${application.address}/api/revisions`, {
    data: { base, who: 'Oisín', note: '', edits },
  });
  expect(save.status()).toBe(201);
  await expect(desk.getByRole('button', { name: /Lerrin Kites & Sons/ })).toBeVisible();
  await expect(desk.getByLabel('Flat amount')).toHaveValue('9.80');
  await expect(desk.getByRole('button', { name: '1 change' })).toBeVisible();
});

test('a page of another origin changes nothing, by whatever route and means', async ({ application, context }) => {
  const before = await (await context.request.get(`${application.address}/api/book/file`)).text();
  const strange = createServer((_, response) =>
    response.writeHead(200, { 'Content-Type': 'text/html' }).end('<title>Kites</title>'),
  );
  await new Promise<void>((resolve) => strange.listen(0, '127.0.0.1', resolve));
  const page = await context.newPage();
  await page.goto(`http://127.0.0.1:${(strange.address() as AddressInfo).port}/`);
  const writes = Object.keys(bodies).map((one) => one.split(' ') as [string, string]);
  const answered: number[] = [];
  let asked = 0;
  page.on('request', (request) => {
    if (request.url().startsWith(application.address)) asked += 1;
  });
  page.on('response', (response) => {
    if (response.url().startsWith(application.address)) answered.push(response.status());
  });
  const read = await page.evaluate(
    async ({ address, writes }) => {
      const got: string[] = [];
      for (const [method, path] of writes) {
        const url = `${address}/api${path.replace(/:[a-z]+/g, '1')}`;
        const body = '{"who":"Kites","moment":"2026-11-24T09:10:00Z","count":5,"hours":5,"text":"x","edits":[]}';
        // With leave asked for, without, as a form would, and as a ping.
        const ways: RequestInit[] = [
          { method, body, headers: { 'Content-Type': 'application/json' } },
          { method: 'POST', body, mode: 'no-cors' },
          { method: 'POST', body: new URLSearchParams({ body }), mode: 'no-cors' },
        ];
        for (const way of ways)
          await fetch(url, way)
            .then((answer) => answer.text())
            .then((text) => text && got.push(text))
            .catch(() => undefined);
        navigator.sendBeacon(url, body);
        const form = document.createElement('form');
        const frame = document.createElement('iframe');
        frame.name = 'answer';
        document.body.append(frame, form);
        Object.assign(form, { action: url, method: 'post', target: 'answer', enctype: 'text/plain' });
        form.submit();
        await new Promise((resolve) => frame.addEventListener('load', resolve, { once: true }));
        frame.remove();
      }
      return got;
    },
    { address: application.address, writes },
  );
  expect(read).toEqual([]);
  // A browser shows a page only what its forms were answered; it sends all of it.
  expect(asked).toBeGreaterThanOrEqual(4 * writes.length);
  expect(answered.length).toBeGreaterThanOrEqual(writes.length);
  expect(new Set(answered.filter((status) => status < 400 && status !== 204))).toEqual(new Set());
  expect(await (await context.request.get(`${application.address}/api/book/file`)).text()).toBe(before);
  strange.close();
  strange.closeAllConnections();
});
