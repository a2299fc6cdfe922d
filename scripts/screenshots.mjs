// npm run screenshots: one current picture of each main view, from the demo's data as it begins.
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startApplication } from './parts/application.mjs';
import { build } from './parts/build.mjs';
import { launchOptions, chromium as needChromium } from './parts/chromium.mjs';
import { nodePackages } from './parts/packages.mjs';
import { startCluster } from './parts/postgres.mjs';
import { explain } from './parts/say.mjs';

const views = {
  goods: '/goods',
  places: '/places/hi',
  rates: '/rates/gb/standard',
  markets: '/rates/markets',
  carrier: '/rates/carrier',
  coverage: '/rates/coverage',
  meets: '/offers/meets',
  costs: '/offers/costs/gale-week',
  codes: '/offers/codes',
  price: '/offers/price',
  offers: '/offers/gale-week',
  channels: '/channels/harrowmere',
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
const root = fileURLToPath(new URL('..', import.meta.url));
const data = mkdtempSync(join(tmpdir(), 'plemb-shots-'));
let cluster = null;
let application = null;
try {
  nodePackages(root);
  needChromium();
  await build(root);
  cluster = await startCluster(
    join('/var/tmp', `plemb-shots-${createHash('sha256').update(data).digest('hex').slice(0, 8)}`),
  );
  cluster.createDatabase('shots');
  application = await startApplication({ root, data, databaseUrl: cluster.url('shots'), port: 0 });
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  mkdirSync(join(root, 'docs', 'screenshots'), { recursive: true });
  for (const [name, path] of Object.entries(views)) {
    await page.goto(`${application.address}${path}`);
    await page.waitForTimeout(2500);
    // What is still being worked out would be half a picture.
    await page.getByRole('progressbar').first().waitFor({ state: 'hidden', timeout: 120_000 });
    await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`) });
    console.log(`docs/screenshots/${name}.png`);
  }
  await page.goto(`${application.address}/goods`);
  await page.getByLabel('Import CSV').setInputFiles({
    name: 'windspiele.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(sheet, 'latin1'),
  });
  await page.getByRole('button', { name: /^Take \d/ }).waitFor();
  await page.screenshot({ path: join(root, 'docs', 'screenshots', 'import.png') });
  console.log('docs/screenshots/import.png');
  await browser.close();
} catch (error) {
  console.error(explain(error));
  process.exitCode = 1;
} finally {
  await application?.stop();
  cluster?.remove();
  rmSync(data, { recursive: true, force: true });
}
