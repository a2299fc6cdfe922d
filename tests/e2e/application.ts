import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { AxeBuilder } from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';
import pg from 'pg';

const root = fileURLToPath(new URL('../..', import.meta.url));

interface Application {
  readonly address: string;
  readonly channels: Readonly<Record<string, string>>;
  /** Kills the server without warning, as a power cut would, and starts everything again on the same data. */
  restart(): Promise<void>;
}

interface Started extends Application {
  end(): Promise<void>;
}

/** Starts the application with the demo's data, in a database and folder of its own; `end` takes all of it away. */
async function started(): Promise<Started> {
  const { startApplication } = await import('../../scripts/parts/application.mjs');
  const { freePort } = await import('../../scripts/parts/ports.mjs');
  const { PLEMB_TEST_CLUSTER: cluster, PLEMB_SEEDED: made } = process.env;
  if (!cluster || !made) throw new Error('PLEMB_TEST_CLUSTER or PLEMB_SEEDED is not set: run npm test');
  const name = `e2e_${Math.random().toString(36).slice(2, 10)}`;
  const admin = new pg.Client({ connectionString: cluster.replace('NAME', 'tests') });
  await admin.connect();
  const seeded = JSON.parse(made) as { database: string; data: string };
  await admin.query(`create database ${name} template ${seeded.database}`);
  const data = mkdtempSync(join(tmpdir(), 'plemb-e2e-'));
  cpSync(seeded.data, data, { recursive: true });
  const start = (port: number) =>
    startApplication({ root, data, databaseUrl: cluster.replace('NAME', name), port, first: null });
  const port = await freePort();
  let running = await start(port);
  return {
    address: running.address,
    get channels() {
      return running.channels;
    },
    async restart() {
      running.server.kill('SIGKILL');
      await running.stop();
      running = await start(port);
    },
    async end() {
      await running.stop();
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
      rmSync(data, { recursive: true });
    },
  };
}

/** The running application, one for each file; and a page whose console must stay quiet. */
export const test = base.extend<
  { application: Application; desk: Page },
  { applicationOf: (file: string) => Promise<Application> }
>({
  applicationOf: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads from the pattern what is needed
    async ({}, use) => {
      const running = new Map<string, Started>();
      const end = async () => {
        for (const [file, one] of running) {
          running.delete(file);
          await one.end();
        }
      };
      await use(async (file) => {
        const here = running.get(file);
        if (here) return here;
        await end();
        const begun = await started();
        running.set(file, begun);
        return begun;
      });
      await end();
    },
    { scope: 'worker' },
  ],
  application: async ({ applicationOf }, use, { file }) => use(await applicationOf(file)),
  desk: async ({ page, application }, use) => {
    const faults: string[] = [];
    page.on('console', (message) => message.type() === 'error' && faults.push(message.text()));
    page.on('pageerror', (error) => faults.push(error.message));
    await page.goto(application.address);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await use(page);
    expect(
      faults.filter(
        (fault) =>
          !/status of (409|422|503)|ERR_CONNECTION|ERR_EMPTY_RESPONSE|ERR_INCOMPLETE|ERR_CONTENT_LENGTH/.test(fault),
      ),
    ).toEqual([]);
  },
});

/** Waits until nothing has been asked for half a second; what is told as it happens has no end. */
async function quiet(page: Page): Promise<void> {
  const rest = 500;
  const asked = () =>
    page.evaluate(
      () => performance.getEntriesByType('resource').filter((one) => !one.name.endsWith('/api/events')).length,
    );
  for (let before = -1, now = await asked(); before !== now; ) {
    await page.waitForTimeout(rest);
    [before, now] = [now, await asked()];
  }
}

/** axe (WCAG 2.2 AA) finds nothing on the page, once its sheet is there and nothing more is being fetched. */
export async function accessible(page: Page): Promise<void> {
  await expect(page.locator('.sheet').first()).toBeVisible();
  await quiet(page);
  const { violations } = await new AxeBuilder({ page })
    .options({
      runOnly: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] },
      // What passes is not told, and need not be gathered from every row of a table.
      resultTypes: ['violations'],
    })
    // There are no frames of other origins; a second page to gather from them takes longer than the look itself.
    .setLegacyMode()
    .analyze();
  expect(
    violations.map(
      (one) =>
        `${one.id}: ${one.nodes
          .map((node) => node.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`,
    ),
  ).toEqual([]);
}

export { expect };
