// What benchmarks of the screen are run in: the demo as it is built, a browser, and an end that leaves nothing behind.
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

/** Milliseconds that some work takes. */
export async function timed(work) {
  const began = performance.now();
  await work();
  return performance.now() - began;
}
/** A line of what was measured. */
export const row = (name, value) => console.log(`${name.padEnd(64)} ${value}`);

/** Runs a benchmark: `work` is handed a browser, the address of the demo, and its database. */
export async function benched(work) {
  const root = fileURLToPath(new URL('../..', import.meta.url));
  const data = mkdtempSync(join(tmpdir(), 'plemb-bench-'));
  let cluster = null;
  let application = null;
  try {
    nodePackages(root);
    needChromium();
    await build(root);
    cluster = await startCluster(
      join('/var/tmp', `plemb-bench-${createHash('sha256').update(data).digest('hex').slice(0, 8)}`),
    );
    cluster.createDatabase('bench');
    const databaseUrl = cluster.url('bench');
    application = await startApplication({ root, data, databaseUrl, port: 0 });
    const { chromium } = await import('@playwright/test');
    const browser = await chromium.launch(launchOptions);
    await work({ browser, address: application.address, databaseUrl });
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
