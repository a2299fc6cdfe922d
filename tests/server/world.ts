import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import pino from 'pino';
import type { BookFile } from '../../src/core/book/index.ts';
import { app } from '../../src/server/app.ts';
import { reaching } from '../../src/server/context.ts';
import { connect, migrate } from '../../src/server/database.ts';
import { openJobs } from '../../src/server/jobs/queues.ts';
import type { WorkerContext } from '../../src/server/jobs/worker-context.ts';
import { startWorkers } from '../../src/server/jobs/workers.ts';
import { keysIn } from '../../src/server/keys/keys.ts';
import { sealer as sealerOf } from '../../src/server/keys/seal.ts';
import { openSaves } from '../../src/server/saves.ts';
import { tasksWith } from '../../src/server/tasks.ts';
import { inPlace } from '../../src/server/threads.ts';
import { startStandIns } from '../../src/standins/main.ts';

/** What keys are sealed with. */
export const sealKey = Buffer.alloc(32, 7).toString('base64');

interface Begins {
  /** Fills the empty database first. */
  readonly fill?: (url: string) => Promise<void>;
  /** Talks to the stand-ins of another world instead of its own. */
  readonly beside?: Pick<Awaited<ReturnType<typeof startStandIns>>, 'addresses'>;
}

/** A server with a database of its own and running stand-ins; everything goes at the end. */
export async function world({ fill, beside }: Begins = {}) {
  const base = process.env.TEST_DATABASE_URL;
  if (!base) throw new Error('TEST_DATABASE_URL is not set: run npm test, which makes a database for the tests');
  const name = `test_${Math.random().toString(36).slice(2, 10)}`;
  const admin = new pg.Client({ connectionString: base });
  await admin.connect();
  await admin.query(`create database ${name}`);
  const url = base.replace(/\/[^/]*$/, `/${name}`);
  const folder = mkdtempSync(join(tmpdir(), 'plemb-standins-'));
  const standIns = beside ? { addresses: beside.addresses, stop: async () => undefined } : await startStandIns(folder);
  await fill?.(url);
  const database = connect(url);
  await migrate(database);
  const sealer = sealerOf(sealKey);
  const context: WorkerContext = {
    database,
    ...reaching(standIns.addresses, keysIn(database, sealer)),
    sealer,
    log: pino({ level: process.env.PLEMB_VERBOSE ? 'info' : 'silent' }),
    url,
    threads: inPlace(tasksWith({ url, addresses: standIns.addresses, patience: 'person', sealKey })),
  };
  const jobs = await openJobs(database, context.log);
  const saves = openSaves(url);
  const server = app(context, jobs, saves, '/nowhere');
  let worker = await startWorkers(context);

  /** An answer as it comes. */
  const raw = async (method: string, path: string, headers: Record<string, string>): Promise<Response> =>
    server.request(`http://127.0.0.1${path}`, { method, headers: { Host: '127.0.0.1', ...headers } });

  async function call(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
    const response = await server.request(`http://127.0.0.1${path}`, {
      method,
      headers: { Host: '127.0.0.1', 'Content-Type': 'application/json', ...headers },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const text = await response.text();
    const type = response.headers.get('Content-Type') ?? '';
    return {
      status: response.status,
      // biome-ignore lint/suspicious/noExplicitAny: tests look into answers of every shape
      body: (type.includes('json') ? JSON.parse(text) : text) as any,
      headers: response.headers,
    };
  }
  /** Asks until an answer is as wanted. */
  async function until(path: string, wanted: (body: Awaited<ReturnType<typeof call>>['body']) => boolean, tries = 200) {
    for (let i = 0; i < tries; i += 1) {
      const { body } = await call('GET', path);
      if (wanted(body)) return body;
      await new Promise((done) => setTimeout(done, 100));
    }
    throw new Error(`${path} did not come to what was wanted`);
  }
  return {
    url,
    context,
    database,
    addresses: standIns.addresses,
    call,
    raw,
    until,
    take: (book: BookFile) => call('PUT', '/api/book/file', book, { 'X-Who': 'Tester' }),
    desk: (channel: keyof typeof standIns.addresses, path: string, body: unknown) =>
      fetch(`${standIns.addresses[channel]}/desk/${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      }),
    jobs,
    /** Every route of the API, each once. */
    routes: [
      ...new Map(
        server.routes
          .filter(({ method, path }) => method !== 'ALL' && path.startsWith('/api/'))
          .map(({ method, path }) => [`${method} ${path}`, { method, path: path.slice('/api'.length) }]),
      ).values(),
    ],
    /** Ends the worker and starts one anew, as when it was stopped. */
    async restart() {
      await worker.close();
      worker = await startWorkers(context);
    },
    async end() {
      await worker.close();
      await saves.close();
      await jobs.close();
      await database.end();
      await standIns.stop();
      rmSync(folder, { recursive: true });
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
    },
  };
}
export type World = Awaited<ReturnType<typeof world>>;
