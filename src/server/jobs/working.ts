import { setTimeout as pause } from 'node:timers/promises';
import type PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import type { Database } from '../database.ts';
import { listening } from '../listening.ts';
import { untilThere } from '../trouble.ts';
import { type JobData, jobsChannel, lease, openQueues, type Queue } from './queues.ts';

/**
 * Works on one job to its end. The signal says that the work is no longer ours: the process ends, or another has taken
 * it over. An error puts the job back, to be tried again.
 */
export type Handler = (id: number, signal: AbortSignal, boss: PgBoss, of: Queue) => Promise<void>;

/** How many of a queue a process works on at once. */
const slots: Readonly<Record<Queue, number>> = { send: 4, check: 1, import: 1, history: 1, lost: 1 };
/** A worker is told of jobs; it also looks for itself, as what is told while the connection is broken is not heard. */
const looks = 2000;

interface Job {
  readonly id: string;
  readonly data: JobData;
  readonly retryCount: number;
}

/** Takes jobs from the queues until it is closed; what is under way then is put back for another. */
export async function startWorking(
  { database, url, log }: { database: Database; url: string; log: Logger },
  handlers: Readonly<Record<Queue, Handler>>,
): Promise<{ close(): Promise<void> }> {
  const boss = await openQueues(database, log, true);
  boss.on('error', (error) => log.error(error, 'jobs'));
  const ending = new AbortController();
  const sleepers = new Set<() => void>();
  let news = 0;
  const wakeAll = () => {
    news += 1;
    for (const wake of [...sleepers]) wake();
  };
  ending.signal.addEventListener('abort', wakeAll);
  const told = listening(url, jobsChannel, wakeAll);
  /** Waits until something is told, or it is time to look; not at all where something has been told since. */
  const rest = (since: number) =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(() => wake(), since === news ? looks : 0);
      const wake = () => {
        clearTimeout(timer);
        sleepers.delete(wake);
        resolve();
      };
      sleepers.add(wake);
    });

  async function one(queue: Queue, job: Job): Promise<void> {
    const held = hold(database, queue, job, ending.signal);
    try {
      await handlers[queue](job.data.id, held.signal, boss, job.data.queue);
      if (!held.isLost()) await boss.complete(queue, job.id);
    } catch (error) {
      if (!ending.signal.aborted) log.error(error, queue);
      if (!held.isLost()) await boss.fail(queue, job.id, { message: (error as Error).message });
    } finally {
      held.release();
    }
  }

  async function work(queue: Queue): Promise<void> {
    while (!ending.signal.aborted) {
      const since = news;
      try {
        const [job] = (await boss.fetch<JobData>(queue, { includeMetadata: true })) as Job[];
        await (job ? one(queue, job) : rest(since));
      } catch (error) {
        log.error(error, queue);
        await pause(1000);
      }
    }
  }

  const loops = (Object.keys(slots) as Queue[]).flatMap((queue) =>
    Array.from({ length: slots[queue] }, () => work(queue)),
  );
  return {
    async close() {
      ending.abort();
      await told.close();
      await Promise.all(loops);
      await boss.stop({ graceful: false });
    },
  };
}

/** Renews the lease of a job until it is let go; the signal tells when it is another's, or the process ends. */
function hold(database: Database, queue: Queue, job: Job, ending: AbortSignal) {
  const lost = new AbortController();
  const every = (lease.expireInSeconds * 1000) / 5;
  let renewing = false;
  const timer = setInterval(async () => {
    // While the database is away one waits for it, and no more.
    if (renewing) return;
    renewing = true;
    const ours = await untilThere(() => renewed(database, queue, job)).catch(() => true);
    renewing = false;
    if (!ours) lost.abort(new Error('Another has taken it over'));
  }, every);
  return {
    signal: AbortSignal.any([ending, lost.signal]),
    isLost: () => lost.signal.aborted,
    release: () => clearInterval(timer),
  };
}

/** Moves the moment from which a lease is counted: pg-boss 10 has no word for it. Whether the job is still ours. */
async function renewed(database: Database, queue: Queue, { id, retryCount }: Job): Promise<boolean> {
  const { rowCount } = await database.query(
    `update jobs.job set started_on = now()
     where name = $1 and id = $2 and state = 'active' and retry_count = $3`,
    [queue, id, retryCount],
  );
  return rowCount === 1;
}
