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
import { explain, Plain } from './say.mjs';

/** Does some work with them: it is handed the browser, the address of the demo, its database, and the root folder. */
export async function withDemo(work) {
  const stopped = new Promise((_, reject) => {
    for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => reject(new Plain('Stopped.')));
  });
  stopped.catch(() => undefined);
  const root = fileURLToPath(new URL('../..', import.meta.url));
  const data = mkdtempSync(join(tmpdir(), 'plemb-once-'));
  let cluster = null;
  let application = null;
  let browser = null;
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
    // The browser's own way with signals would end this process before the database is.
    browser = await chromium.launch({ ...launchOptions, handleSIGINT: false, handleSIGTERM: false });
    await Promise.race([work({ browser, address: application.address, databaseUrl, root }), stopped]);
  } catch (error) {
    console.error(explain(error));
    process.exitCode = 1;
  } finally {
    await browser?.close();
    await application?.stop();
    cluster?.remove();
    rmSync(data, { recursive: true, force: true });
  }
}
