import pino from 'pino';
import { reaching } from './context.ts';
import { connect, migrate } from './database.ts';
import { endingWith } from './ending.ts';
import { startWorkers } from './jobs/workers.ts';
import { keysIn } from './keys/keys.ts';
import { sealer as sealerOf } from './keys/seal.ts';
import { forgetWrites } from './once.ts';
import { threadsBeside } from './threads.ts';

/**
 * Starts a worker: sends, checks and imports are done here, heavy parts on threads. Any number of them may run beside
 * any number of servers. DATABASE_URL, PLEMB_CHANNELS (JSON: address by channel) and
 * PLEMB_SEAL_KEY as for the server.
 */
const {
  DATABASE_URL: url = '',
  PLEMB_CHANNELS: channels = '{}',
  LOG_LEVEL: level = 'warn',
  PLEMB_SEAL_KEY: sealKey,
} = process.env;
const log = pino({ level }, pino.destination({ fd: 2, sync: true }));
const addresses = JSON.parse(channels) as Record<string, string>;
const database = connect(url, { reads: 6, writes: 2 });
const sealer = sealKey ? sealerOf(sealKey) : null;
await migrate(database);
const worker = await startWorkers({
  database,
  ...reaching(addresses, keysIn(database, sealer), 'job'),
  sealer,
  log,
  url,
  threads: threadsBeside({
    url,
    addresses,
    patience: 'job',
    sealKey,
  }),
});
/** What nobody asks after any more goes, once an hour. */
const tidying = setInterval(() => forgetWrites(database).catch((error) => log.warn(error, 'tidying')), 3_600_000);
process.stdout.write(`${JSON.stringify({ working: process.pid })}\n`);
endingWith(async () => {
  clearInterval(tidying);
  await worker.close();
  await database.end();
});
