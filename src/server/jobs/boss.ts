import PgBoss from 'pg-boss';
import type { Context } from '../context.ts';
import { failUnfinishedChecks } from '../queries/checks.ts';
import { failUnfinishedImports } from '../queries/imports.ts';
import { unfinishedSends } from '../queries/sends.ts';
import { runCheck } from './check.ts';
import { runImport } from './import.ts';
import { runSend } from './send.ts';

export interface Jobs {
  send(id: number): Promise<void>;
  check(id: number): Promise<void>;
  import(id: number): Promise<void>;
  /** Asks a check, or an import, under way to stop. */
  stopCheck(id: number): void;
  stopImport(id: number): void;
  close(): Promise<void>;
}

/**
 * Starts the workers. What a killed server left unfinished is taken up again: sends go on, checks are asked for anew.
 */
export async function startJobs(context: Context, url: string): Promise<Jobs> {
  const boss = new PgBoss({ connectionString: url, schema: 'jobs', max: 4 });
  boss.on('error', (error) => context.log.error(error, 'jobs'));
  await boss.start();
  for (const queue of ['send', 'check', 'import']) await boss.createQueue(queue);
  const stopping = { check: new Set<number>(), import: new Set<number>() };
  const options = { pollingIntervalSeconds: 0.5 };
  const sending = await boss.work<{ id: number }>('send', options, async ([job]) => {
    if (job) await runSend(context, job.data.id);
  });
  const checking = await boss.work<{ id: number }>('check', options, async ([job]) => {
    if (job) await runCheck(context, job.data.id, () => stopping.check.delete(job.data.id));
  });
  const importing = await boss.work<{ id: number }>('import', options, async ([job]) => {
    if (job) await runImport(context, job.data.id, () => stopping.import.delete(job.data.id));
  });
  // A worker looks for work by the interval; of what is asked for here it is told at once.
  const asks = (queue: string, worker: string) => async (id: number) => {
    await boss.send(queue, { id });
    boss.notifyWorker(worker);
  };
  const send = asks('send', sending);
  await failUnfinishedChecks(context.database, 'The server was stopped meanwhile');
  await failUnfinishedImports(context.database, 'The server was stopped meanwhile; nothing was taken');
  for (const one of await unfinishedSends(context.database)) await send(one.id);
  return {
    send,
    check: asks('check', checking),
    import: asks('import', importing),
    stopCheck: (id) => stopping.check.add(id),
    stopImport: (id) => stopping.import.add(id),
    close: () => boss.stop({ graceful: true, timeout: 3000 }),
  };
}
