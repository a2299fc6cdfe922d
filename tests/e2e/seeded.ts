import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';

/**
 * Seeds the demo's data once, into a database and a folder that each file's own are copied from: what the seed makes is
 * the same every time, and takes longer than most tests.
 */
export default async function seed(): Promise<() => Promise<void>> {
  const cluster = process.env.PLEMB_TEST_CLUSTER;
  if (!cluster) throw new Error('PLEMB_TEST_CLUSTER is not set: run npm test');
  const { startApplication } = await import('../../scripts/parts/application.mjs');
  const database = `e2e_seeded_${Math.random().toString(36).slice(2, 10)}`;
  const data = mkdtempSync(join(tmpdir(), 'plemb-e2e-seeded-'));
  const admin = async (statement: string) => {
    const client = new pg.Client({ connectionString: cluster.replace('NAME', 'tests') });
    await client.connect();
    await client.query(statement);
    await client.end();
  };
  await admin(`create database ${database}`);
  const running = await startApplication({
    root: fileURLToPath(new URL('../..', import.meta.url)),
    data,
    databaseUrl: cluster.replace('NAME', database),
    port: 0,
  });
  await running.stop();
  process.env.PLEMB_SEEDED = JSON.stringify({ database, data });
  return async () => {
    await admin(`drop database ${database} with (force)`);
    rmSync(data, { recursive: true });
  };
}
