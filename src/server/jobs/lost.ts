import { endCheck } from '../queries/checks.ts';
import { endImport, moveImport } from '../queries/imports.ts';
import { markSend } from '../queries/sends.ts';
import type { Queue } from './queues.ts';
import type { WorkerContext } from './worker-context.ts';

const why = 'Whoever worked on it ended in the middle, again and again';

/** What becomes of a job that was given up: whoever waits for it is told. */
export async function endLost({ database, log }: WorkerContext, queue: Queue, id: number): Promise<void> {
  log.error({ queue, id }, why);
  switch (queue) {
    case 'check':
      await endCheck(database, id, 'failed', why);
      return;
    case 'import':
      if (await moveImport(database, id, ['reading', 'taking'], 'failed', why)) await endImport(database, id, null);
      return;
    case 'send':
      // It may have been on its way.
      await markSend(database, id, 'not known', [], why);
      return;
    case 'lost':
      return;
  }
}
