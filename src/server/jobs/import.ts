import { endImport, importById, markImport, moveImport } from '../queries/imports.ts';
import { untilThere } from '../trouble.ts';
import { workOnFile } from './file-work.ts';
import type { WorkerContext } from './worker-context.ts';

/**
 * Goes on with an import: reads the file and reports what it holds, or, where somebody has said so, takes its good
 * lines as one revision. Stopped, or ended in the middle, it leaves nothing behind.
 */
export async function runImport(context: WorkerContext, id: number, signal: AbortSignal): Promise<void> {
  const { database } = context;
  const row = await untilThere(() => importById(database, id), signal);
  if (row?.state !== 'reading' && row?.state !== 'taking') return;
  const { state } = row;
  const work = {
    what: 'import',
    isToStop: async () => (await importById(database, id))?.stop ?? true,
    mark: (done: number, all: number) => markImport(database, id, done, all),
    end: async (to: 'stopped' | 'failed', why: string | null) => {
      if (await moveImport(database, id, ['reading', 'taking'], to, why)) await endImport(database, id, null);
    },
  };
  await workOnFile(context, work, signal, (tasks, progress) =>
    state === 'reading' ? tasks.readImport(id, progress) : tasks.takeImport(id, progress),
  );
}
