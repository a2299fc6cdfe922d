// npm run screenshots: one current picture of each main view, from the demo's data as it begins.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { withDemo } from './parts/demo-in-browser.mjs';

const views = {
  goods: '/goods',
  places: '/places/hi',
  rates: '/rates/gb/standard',
  markets: '/rates/markets',
  carrier: '/rates/carrier',
  'price-lists': '/rates/price-lists',
  coverage: '/rates/coverage',
  meets: '/offers/meets',
  costs: '/offers/costs/gale-week',
  codes: '/offers/codes',
  price: '/offers/price',
  offers: '/offers/gale-week',
  channels: '/channels/harrowmere',
  listings: '/channels/listings/harrowmere',
  check: `/check/lerrin-shop/${encodeURIComponent('zone euro ')}`,
  bench: '/bench/reels-stornoway',
  history: '/history',
  begin: '/begin',
};
/** A sheet that is not Plemb's own, opened: its columns, and what its lines would do. */
const sheet = [
  'Artikelnr.;Bezeichnung;VK brutto (€);Gewicht [kg];Länge cm;Breite cm;Höhe cm;Kategorie',
  ...Array.from({ length: 60 }, (_, i) =>
    i % 9 === 4
      ? `NW-${i};Windspiel ${i};auf Anfrage;0,3;30;20;8;Windspiele`
      : `NW-${i};Windspiel ${i};${9 + i},90;0,${12 + i};30;20;8;Windspiele, Garten`,
  ),
].join('\r\n');

await withDemo(async ({ browser, address, root }) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  mkdirSync(join(root, 'docs', 'screenshots'), { recursive: true });
  for (const [name, path] of Object.entries(views)) {
    await page.goto(`${address}${path}`);
    await page.waitForTimeout(2500);
    // What is still being worked out would be half a picture.
    for (const waiting of [page.getByRole('progressbar'), page.locator('p.muted', { hasText: /…$|is answered again/ })])
      await waiting.first().waitFor({ state: 'hidden', timeout: 120_000 });
    await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`) });
    console.log(`docs/screenshots/${name}.png`);
  }
  await page.goto(`${address}/goods`);
  await page.getByLabel('Import CSV').setInputFiles({
    name: 'windspiele.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(sheet.replaceAll('€', '\u0080'), 'latin1'),
  });
  await page.getByRole('button', { name: /^Take \d/ }).waitFor();
  await page.screenshot({ path: join(root, 'docs', 'screenshots', 'import.png') });
  console.log('docs/screenshots/import.png');
});
