import { transaction } from '../database.ts';
import { endCheck } from '../queries/checks.ts';
import { endHistoryImport, moveHistoryImport } from '../queries/history-imports.ts';
import { endImport, moveImport } from '../queries/imports.ts';
import { markSend } from '../queries/sends.ts';
import type { Jobs, Queue } from './queues.ts';
import { longestPause } from './send.ts';
import type { WorkerContext } from './worker-context.ts';

const why = 'Whoever worked on it ended in the middle, again and again';

/** What becomes of a job that was given up: whoever waits for it is told. */
export async function endLost(
  { database, log }: WorkerContext,
  ask: Jobs['ask'],
  queue: Queue,
  id: number,
): Promise<void> {
  log.error({ queue, id }, why);
  switch (queue) {
    case 'check':
      await endCheck(database, id, 'failed', why);
      return;
    case 'import':
      if (await moveImport(database, id, ['reading', 'taking'], 'failed', why)) await endImport(database, id, null);
      return;
    case 'history':
      if (await moveHistoryImport(database, id, ['taking'], 'failed', why)) await endHistoryImport(database, id, null);
      return;
    case 'send':
      // It may have been on its way: the channel is asked, after a while.
      await transaction(database, async (connection) => {
        if (await markSend(connection, id, 'not known', [], why)) await ask(connection, 'send', id, longestPause);
      });
      return;
    case 'lost':
      return;
  }
}
