// npm run bench:pages: how large the interface is, how long its first page takes, any page from any other, how long
// a million past orders take to come in, and what stands on them.
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import pg from 'pg';
import { pace, row, timed } from './parts/benching.mjs';
import { withDemo } from './parts/demo-in-browser.mjs';

/** Every page, by its address; what is chosen on it is the demo's. */
const pages = [
  '/',
  '/goods',
  '/goods/labels',
  '/places',
  '/rates',
  '/rates/mixing',
  '/rates/markets',
  '/rates/carrier',
  '/rates/price-lists',
  '/rates/coverage',
  '/offers',
  '/offers/meets',
  '/offers/costs',
  '/offers/codes',
  '/offers/price',
  '/channels/lerrin-shop',
  '/check',
  '/begin',
  '/history',
  '/history/overlooked',
  '/revisions',
];
const orders = Number(process.argv[2] ?? 1_000_000);
const patience = { timeout: 120_000 };

/** Goes to a page as a link within the interface does; milliseconds until it is drawn, and a further frame. */
const follow = (page, to) =>
  page.evaluate(async (address) => {
    const title = document.title;
    const began = performance.now();
    history.pushState(null, '', address);
    dispatchEvent(new PopStateEvent('popstate'));
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    while (document.title === title && performance.now() - began < 10_000) await frame();
    await frame();
    return performance.now() - began;
  }, to);

const middle = (figures) => figures.toSorted((a, b) => a - b)[Math.floor(figures.length / 2)];

/**
 * Goes from pages to others, each to come to rest so long before it is left, in milliseconds: how long each took, and
 * how long the page's own thread was at work, waits for a processor left out.
 */
async function changes(page, rest) {
  const client = await page.context().newCDPSession(page);
  await client.send('Performance.enable', { timeDomain: 'threadTicks' });
  const worked = async () =>
    (await client.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'TaskDuration').value;
  const all = [];
  for (let step = 1; step < pages.length; step += 1)
    for (let i = 0; i < pages.length; i += 4) {
      const to = pages[(i + step * 5) % pages.length];
      if (new URL(page.url()).pathname === to) continue;
      await page.waitForTimeout(rest);
      const before = await worked();
      const ms = await follow(page, to);
      all.push({ to, ms, work: Math.round(((await worked()) - before) * 1000) });
    }
  await client.detach();
  return all;
}

/** Milliseconds until the check's page is first painted, its table is there, and the pinned baskets are answered. */
async function firstLoad(browser, address) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.addInitScript(() => {
    const wanted = {
      table: () => document.querySelector('table[aria-label="Classes of baskets by channel"]'),
      pinned: () => /\d/.test(document.querySelector('[data-testid^="intended-"]')?.textContent ?? ''),
    };
    globalThis.seenAt = {};
    new MutationObserver(() => {
      for (const [what, isThere] of Object.entries(wanted))
        if (!(what in globalThis.seenAt) && isThere()) globalThis.seenAt[what] = performance.now();
    }).observe(document, { childList: true, characterData: true, subtree: true });
  });
  await page.goto(`${address}/check`);
  await page.waitForFunction(() => 'table' in globalThis.seenAt && 'pinned' in globalThis.seenAt, null, patience);
  const found = await page.evaluate(() => [
    performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
    globalThis.seenAt.table,
    globalThis.seenAt.pinned,
  ]);
  await context.close();
  return found;
}

/** A file of the demo's own orders, over and over: a line for each item of each. */
async function manyOrders(databaseUrl) {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  const { rows } = await client.query('select at, place, service, lines, channel from past_order');
  await client.end();
  const file = join(tmpdir(), `plemb-orders-${process.pid}.csv`);
  const pieces = function* () {
    yield 'Order no.;Ordered at;Place;Delivery;Shop;SKU;Qty\r\n';
    for (let i = 0; i < orders; i += 1) {
      const { at, place, service, lines, channel } = rows[i % rows.length];
      const order = `N-${i};${at.toISOString()};${place};${service};${channel}`;
      yield lines.map(({ sku, units }) => `${order};${sku};${units}\r\n`).join('');
    }
  };
  await writeFile(file, pieces());
  return file;
}

/** Brings it in as a seller does. */
async function takeOrders(browser, address, file) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/history`);
  await page.getByLabel('Import past orders').setInputFiles(file);
  const take = page.getByRole('button', { name: /^Take \d/ });
  await take.waitFor(patience);
  const told = await take.textContent();
  await take.click();
  const ms = await timed(() => page.getByText(/orders new/).waitFor({ timeout: 600_000 }));
  row(`${orders.toLocaleString('en')} past orders by job, ${told.replace('Take ', '')}`, `${(ms / 1000).toFixed(0)} s`);
  await page.close();
  rmSync(file);
}

function sizes() {
  const dist = fileURLToPath(new URL('../dist/assets', import.meta.url));
  const all = readdirSync(dist)
    .filter((name) => name.endsWith('.js'))
    .map((name) => ({ name, bytes: gzipSync(readFileSync(`${dist}/${name}`)).length }))
    .sort((a, b) => b.bytes - a.bytes);
  const told = all
    .slice(0, 6)
    .map(({ name, bytes }) => `${name.replace(/-[\w-]{8}\.js$/, '')} ${Math.round(bytes / 1000)}`);
  row('largest files of the interface, gzip', `${told.join(', ')} kB`);
}

await withDemo(async ({ browser, address, databaseUrl }) => {
  sizes();
  pace();
  const loads = [];
  for (let i = 0; i < 5; i += 1) loads.push(await firstLoad(browser, address));
  for (const [at, what] of ['its first paint', 'the check drawn', 'the pinned baskets answered'].entries()) {
    const sorted = loads.map((one) => Math.round(one[at])).sort((a, b) => a - b);
    row(`first load, empty cache, five times: ${what}`, `${sorted.join(' ')} ms`);
  }
  pace();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/check`);
  await page.getByRole('table', { name: 'Classes of baskets by channel' }).waitFor(patience);
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(3000);

  const first = [];
  for (const to of pages) first.push({ to, ms: await follow(page, to) });
  await page.waitForTimeout(3000);
  const hurried = await changes(page, 0);
  const rested = await changes(page, 300);
  const told = (all) => {
    const sorted = all.map(({ ms }) => ms).sort((a, b) => a - b);
    const worst = all.reduce((a, b) => (b.ms > a.ms ? b : a));
    const at = (share) => Math.round(sorted[Math.floor((sorted.length - 1) * share)]);
    return `median ${at(0.5)} ms, p95 ${at(0.95)} ms, worst ${Math.round(worst.ms)} ms (${worst.to})`;
  };
  row(`a page opened for the first time, ${first.length} of them`, told(first));
  row(`any page from another that has come to rest, ${rested.length} changes`, told(rested));
  const work = rested.map(({ work }) => work).sort((a, b) => a - b);
  row('… processor time of the page for each', `median ${Math.round(middle(work))} ms, worst ${work.at(-1)} ms`);
  row(`any page from another the moment it is drawn, ${hurried.length} changes`, told(hurried));
  const slowest = pages
    .map((to) => ({ to, ms: middle(rested.filter((one) => one.to === to).map(({ ms }) => ms)) ?? 0 }))
    .sort((a, b) => b.ms - a.ms)
    .slice(0, 5);
  row('the slowest of those at rest', slowest.map(({ to, ms }) => `${to} ${Math.round(ms)}`).join(', '));
  await page.close();
  pace();

  await takeOrders(browser, address, await manyOrders(databaseUrl));
  pace();
  // What is said once the orders have been fetched and worked with; the strip below says none of it.
  for (const [to, seen] of [
    ['/places', (at) => at.getByText(/past orders fell in it/).first()],
    ['/history/overlooked', (at) => at.getByRole('link', { name: 'Look at its own rate' }).first()],
    [
      '/rates/carrier',
      (at) =>
        at
          .getByRole('table', { name: 'Lanes under review' })
          .getByText(/€[1-9]/)
          .first(),
    ],
  ]) {
    const fresh = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await fresh.goto(`${address}/check`);
    await fresh.getByRole('table', { name: 'Classes of baskets by channel' }).waitFor(patience);
    await fresh.waitForLoadState('networkidle');
    await fresh.waitForTimeout(6000);
    const shown = () => seen(fresh).waitFor(patience);
    const coming = await timed(async () => {
      await follow(fresh, to);
      await shown();
    });
    await follow(fresh, '/check');
    await fresh.waitForTimeout(1000);
    const there = await timed(async () => {
      await follow(fresh, to);
      await shown();
    });
    row(
      `${orders.toLocaleString('en')} past orders, ${to}: first; again`,
      `${(coming / 1000).toFixed(2)} s; ${(there / 1000).toFixed(2)} s`,
    );
    await fresh.close();
  }
  pace();
});
