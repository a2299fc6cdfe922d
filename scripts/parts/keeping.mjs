// plemb backup and plemb restore: of the database of DATABASE_URL, or else of the one that npm start keeps in its folder
// (PLEMB_DATA), which need not be running.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { buildPrograms, builtFrom } from './build.mjs';
import { startCluster } from './postgres.mjs';
import { dataOf } from './running.mjs';
import { Plain } from './say.mjs';

/** Whether words are for here. */
export const isKeeping = ([verb]) => verb === 'backup' || verb === 'restore';

/** Does it; gives the status to end with. */
export async function keep(root, [verb, file, ...more]) {
  if (file === undefined || more.length > 0 || file.startsWith('-'))
    throw new Plain(`${verb} takes one FILE, such as plemb-2026-11-28.backup`);
  const path = resolve(process.env.INIT_CWD ?? process.cwd(), file);
  await buildPrograms(root);
  if (process.env.DATABASE_URL) return run(root, verb, path, process.env.DATABASE_URL);
  const { data, clusterFolder, seeding, seeded } = dataOf('.plemb-own');
  if (verb === 'backup' && !existsSync(join(clusterFolder, 'data', 'PG_VERSION')))
    throw new Plain(`There is nothing to back up in ${data}. PLEMB_DATA says where else, DATABASE_URL which database.`);
  const cluster = await startCluster(clusterFolder);
  try {
    if (!cluster.has('plemb')) cluster.createDatabase('plemb');
    const status = run(root, verb, path, cluster.url('plemb'));
    if (verb === 'restore' && status === 0) {
      mkdirSync(data, { recursive: true });
      writeFileSync(seeded, '');
      rmSync(seeding, { force: true });
    }
    return status;
  } finally {
    if (cluster.isBegun) cluster.stop();
  }
}

const run = (root, verb, path, url) =>
  spawnSync(process.execPath, [join(root, builtFrom('src/server/keep.ts')), verb, path], {
    stdio: 'inherit',
    cwd: root,
    env: { ...process.env, DATABASE_URL: url },
  }).status ?? 2;
