// The demo as it is built, begun anew, and a browser; ended without anything left behind.
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startApplication } from './application.mjs';
import { build } from './build.mjs';
import { launchOptions, chromium as needChromium } from './chromium.mjs';
import { nodePackages } from './packages.mjs';
import { startCluster } from './postgres.mjs';
import { explain } from './say.mjs';

/** Does some work with them: it is handed the browser, the address of the demo, its database, and the root folder. */
export async function withDemo(work) {
  const root = fileURLToPath(new URL('../..', import.meta.url));
  const data = mkdtempSync(join(tmpdir(), 'plemb-once-'));
  let cluster = null;
  let application = null;
  try {
    nodePackages(root);
    needChromium();
    await build(root);
    cluster = await startCluster(
      join('/var/tmp', `plemb-once-${createHash('sha256').update(data).digest('hex').slice(0, 8)}`),
    );
    cluster.createDatabase('once');
    const databaseUrl = cluster.url('once');
    application = await startApplication({ root, data, databaseUrl, port: 0 });
    const { chromium } = await import('@playwright/test');
    const browser = await chromium.launch(launchOptions);
    await work({ browser, address: application.address, databaseUrl, root });
    await browser.close();
  } catch (error) {
    console.error(explain(error));
    process.exitCode = 1;
  } finally {
    await application?.stop();
    cluster?.remove();
    rmSync(data, { recursive: true, force: true });
  }
}
