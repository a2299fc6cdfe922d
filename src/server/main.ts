import type { Server } from 'node:http';
import { fileURLToPath } from 'node:url';
import { serve } from '@hono/node-server';
import pino from 'pino';
import { app } from './app.ts';
import { type Context, reaching } from './context.ts';
import { connect, migrate } from './database.ts';
import { endingWith } from './ending.ts';
import { openJobs } from './jobs/queues.ts';
import { keysIn } from './keys/keys.ts';
import { sealer as sealerOf } from './keys/seal.ts';
import { openSaves } from './saves.ts';
import { threadsBeside } from './threads.ts';

/**
 * Starts the HTTP server; jobs are done by workers (worker.ts). DATABASE_URL, PLEMB_CHANNELS (JSON: address by channel)
 * and PORT say with what and where; HOST is loopback unless told. PLEMB_SEAL_KEY seals keys of carrier and channels.
 */
const {
  DATABASE_URL: url = '',
  PLEMB_CHANNELS: channels = '{}',
  PORT: port = '7310',
  HOST: host = '127.0.0.1',
  LOG_LEVEL: level = 'warn',
  PLEMB_SEAL_KEY: sealKey,
} = process.env;
const sealer = sealKey ? sealerOf(sealKey) : null;
const log = pino({ level }, pino.destination({ fd: 2, sync: true }));
const database = connect(url);
await migrate(database);
const addresses = JSON.parse(channels) as Record<string, string>;
const context: Context = {
  database,
  ...reaching(addresses, keysIn(database, sealer)),
  log,
  sealer,
  threads: threadsBeside({ url, addresses, patience: 'person', sealKey }),
};
const jobs = await openJobs(database, log);
const saves = openSaves(url);
const pages = fileURLToPath(new URL('../../dist', import.meta.url));
const server = serve({ fetch: app(context, jobs, saves, pages).fetch, hostname: host, port: Number(port) }, (info) =>
  process.stdout.write(`${JSON.stringify({ listening: `http://${host}:${info.port}` })}\n`),
) as Server;
server.on('error', (error) => {
  process.stderr.write(`${error.message}\n`);
  process.exit(1);
});
endingWith(async () => {
  server.close();
  server.closeAllConnections();
  await saves.close();
  await jobs.close();
  await database.end();
});
