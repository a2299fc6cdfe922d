import {
  endHistoryImport,
  historyImportById,
  markHistoryImport,
  moveHistoryImport,
} from '../queries/history-imports.ts';
import { untilThere } from '../trouble.ts';
import { workOnFile } from './file-work.ts';
import type { WorkerContext } from './worker-context.ts';

/** Takes a file of history. Stopped, or ended in the middle, it leaves nothing behind. */
export async function runHistory(context: WorkerContext, id: number, signal: AbortSignal): Promise<void> {
  const { database } = context;
  const row = await untilThere(() => historyImportById(database, id), signal);
  if (row?.state !== 'taking') return;
  const work = {
    what: 'history',
    isToStop: async () => (await historyImportById(database, id))?.stop ?? true,
    mark: (done: number, all: number) => markHistoryImport(database, id, done, all),
    end: async (to: 'stopped' | 'failed', why: string | null) => {
      if (await moveHistoryImport(database, id, ['taking'], to, why)) await endHistoryImport(database, id, null);
    },
  };
  await workOnFile(context, work, signal, (tasks, progress) => tasks.takeHistory(id, progress));
}
