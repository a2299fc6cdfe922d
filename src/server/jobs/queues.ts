import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import { type Connection, type Database, transaction } from '../database.ts';
import { untilThere } from '../trouble.ts';

/** What is done as a job. What becomes of those that no process could finish is a job too. */
export const queues = ['send', 'check', 'import', 'history', 'lost'] as const;
export type Queue = (typeof queues)[number];

export interface JobData {
  readonly queue: Queue;
  readonly id: number;
}

/** The channel of the database on which workers are told that there is a job. */
export const jobsChannel = 'plemb_jobs';

/**
 * How a job is leased: whoever works on it says so every few seconds; one that has been silent for `expireInSeconds`
 * loses it to another. It is tried again until so many tries have ended without a word.
 */
export const lease = { expireInSeconds: 15, retryLimit: 20, retryDelay: 1 } as const;

/** The queue of jobs in the database. Waits while the database is away; what else fails is told, and logged. */
export async function openQueues(database: Database, log: Logger, supervise: boolean): Promise<PgBoss> {
  const boss = new PgBoss({
    db: {
      // Logged here, as its `fetch` keeps errors to itself.
      executeSql: (text, values) =>
        untilThere(() => database.query(text, values)).catch((error: unknown) => {
          log.error(error, 'jobs');
          throw error;
        }),
    },
    schema: 'jobs',
    schedule: false,
    supervise,
    maintenanceIntervalSeconds: 5,
  });
  // One process after another: each makes what is not there yet.
  await untilThere(() =>
    transaction(database, async (connection) => {
      await connection.query('select pg_advisory_xact_lock($1)', [openingLock]);
      await boss.start();
      for (const queue of queues) await boss.createQueue(queue);
    }),
  );
  return boss;
}

/** The key of the lock under which queues are opened. */
const openingLock = 7317;

/** Puts jobs in as part of a transaction: with what they are about, or not at all. */
export interface Jobs {
  ask(connection: Connection, queue: Exclude<Queue, 'lost'>, id: number, afterSeconds?: number): Promise<void>;
  close(): Promise<void>;
}

export async function openJobs(database: Database, log: Logger): Promise<Jobs> {
  const boss = await openQueues(database, log, false);
  return {
    ask: asking(boss),
    close: () => boss.stop({ graceful: false }),
  };
}

export const asking =
  (boss: PgBoss): Jobs['ask'] =>
  async (connection, queue, id, afterSeconds = 0) => {
    const data: JobData = { queue, id };
    await boss.send(queue, data, {
      ...lease,
      deadLetter: 'lost',
      startAfter: afterSeconds,
      db: { executeSql: (text, values) => connection.query(text, values) },
    });
    await connection.query('select pg_notify($1, $2)', [jobsChannel, queue]);
  };
