// npm run demo: sets everything up, starts Plemb with its demo seller, and ends all of it on Ctrl-C.
import { createHash } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startApplication } from './parts/application.mjs';
import { build } from './parts/build.mjs';
import { nodePackages } from './parts/packages.mjs';
import { startCluster } from './parts/postgres.mjs';
import { explain } from './parts/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const data = process.env.PLEMB_DATA ?? join(root, '.plemb');
// The postgres user must be able to reach its cluster: as root it lies where everybody may pass.
const clusterFolder = process.getuid?.() === 0 ? join('/var/tmp', `plemb-${createHash('sha256').update(data).digest('hex').slice(0, 12)}`) : join(data, 'cluster');
const fresh = process.argv.includes('--fresh');
const odd = process.argv.slice(2).filter((one) => one !== '--fresh');

let cluster = null;
let application = null;
let ending = false;
async function end(status) {
  if (ending) return;
  ending = true;
  await application?.stop();
  cluster?.stop();
  process.exit(status);
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => end(0));

try {
  if (odd.length > 0) throw Object.assign(new Error(`unknown word ${odd[0]}; only --fresh is known`));
  const before = Date.now();
  nodePackages(root);
  build(root);
  let databaseUrl = process.env.DATABASE_URL;
  if (!databaseUrl) {
    if (fresh) {
      const old = await startCluster(clusterFolder).catch(() => null);
      old?.stop();
      rmSync(clusterFolder, { recursive: true, force: true });
    }
    cluster = await startCluster(clusterFolder);
    if (!cluster.has('plemb')) cluster.createDatabase('plemb');
    databaseUrl = cluster.url('plemb');
  }
  if (fresh) rmSync(join(data, 'standins'), { recursive: true, force: true });
  mkdirSync(data, { recursive: true });
  application = await startApplication({ root, data, databaseUrl, port: Number(process.env.PORT ?? 7310) });
  console.log(`Plemb is ready after ${((Date.now() - before) / 1000).toFixed(1)} s: ${application.address}\nCtrl-C ends it; what you save is kept.`);
  application.ended.then(() => {
    if (!ending) console.error('A part of Plemb has ended by itself; the rest is stopped. Start it again: nothing saved is lost.');
    return end(1);
  });
} catch (error) {
  console.error(explain(error));
  await end(1);
}
