// Plemb from nothing: sets everything up, starts it, says when it is ready, and ends all of it on Ctrl-C.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { nodePackages } from './packages.mjs';
import { startCluster } from './postgres.mjs';
import { explain, Plain } from './say.mjs';
import { stepsOf } from './steps.mjs';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** Tells before anything is begun that the port is another program's. */
const freePort = (port, command) =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', (error) =>
      reject(
        error.code === 'EADDRINUSE'
          ? new Plain(`Port ${port} is taken by another program. Choose another: PORT=7400 npm ${command}`)
          : error,
      ),
    );
    probe.listen(port, '127.0.0.1', () => probe.close(resolve));
  });

/** Where the data of a folder lies. */
export function dataOf(folder) {
  const data = process.env.PLEMB_DATA ?? join(root, folder);
  return {
    data,
    // The postgres user must be able to reach its cluster: as root it lies where everybody may pass.
    clusterFolder:
      process.getuid?.() === 0
        ? join('/var/tmp', `plemb-${createHash('sha256').update(data).digest('hex').slice(0, 12)}`)
        : join(data, 'cluster'),
    // While what it begins with is being put in a mark stands; found at a start, the last one broke off and what there
    // is is not whole.
    seeding: join(data, 'seeding'),
    seeded: join(data, 'seeded'),
  };
}

/**
 * Runs until it is told to end. `command` is what was typed after npm, `folder` where its data lies, `first` the program
 * that fills an empty database, `channels` the addresses of channels, or null for the stand-ins; `open` starts it: as
 * it is built (see built.mjs), or from its sources (see developing.mjs).
 */
export async function runPlemb({ command, folder, first, channels, open }) {
  const { data, clusterFolder, seeding, seeded } = dataOf(folder);
  const brokenOff = existsSync(seeding);
  const fresh = process.argv.includes('--fresh') || brokenOff;
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
    if (odd.length > 0) throw new Plain(`“${odd[0]}” is not known; only --fresh is`);
    const before = Date.now();
    const port = Number(process.env.PORT ?? 7310);
    await freePort(port, command);
    if (brokenOff) console.log('The last start broke off while it was being filled; it starts over.');
    const { step, words } = stepsOf();
    await step('Packages', () => nodePackages(root));
    let databaseUrl = process.env.DATABASE_URL;
    if (databaseUrl && fresh)
      console.log('The database is your own: --fresh clears the stand-ins only; empty the database yourself.');
    if (!databaseUrl) {
      if (fresh) {
        const old = await startCluster(clusterFolder).catch(() => null);
        old?.stop();
        rmSync(clusterFolder, { recursive: true, force: true });
      }
      cluster = await step('Database', () => startCluster(clusterFolder));
      if (!cluster.has('plemb')) cluster.createDatabase('plemb');
      databaseUrl = cluster.url('plemb');
    }
    if (fresh)
      for (const one of ['standins', 'seeded', 'seeding']) rmSync(join(data, one), { recursive: true, force: true });
    mkdirSync(data, { recursive: true });
    const seed = !existsSync(seeded);
    if (seed) writeFileSync(seeding, '');
    application = await open({ root, data, databaseUrl, port, first: seed ? first : null, channels, step });
    if (seed) {
      writeFileSync(seeded, '');
      rmSync(seeding);
    }
    console.log(
      `Plemb is ready after ${((Date.now() - before) / 1000).toFixed(1)} s (${words()}): ${application.address}\nCtrl-C ends it; what you save is kept.`,
    );
    application.ended.then(() => {
      if (!ending)
        console.error(
          'A part of Plemb has ended by itself; the rest is stopped. Start it again: nothing saved is lost.',
        );
      return end(1);
    });
  } catch (error) {
    console.error(explain(error));
    await end(1);
  }
}
