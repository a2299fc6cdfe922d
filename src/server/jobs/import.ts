import { proxy } from 'comlink';
import { endImport, importById, markImport, moveImport } from '../queries/imports.ts';
import { troubleOf, untilThere } from '../trouble.ts';
import { Stopped, stoppable } from './stopping.ts';
import type { WorkerContext } from './worker-context.ts';

/**
 * Goes on with an import: reads the file and reports what it holds, or, where somebody has said so, takes its good
 * lines as one revision. Stopped, or ended in the middle, it leaves nothing behind.
 */
export async function runImport(
  { database, log, threads }: WorkerContext,
  id: number,
  signal: AbortSignal,
): Promise<void> {
  const row = await untilThere(() => importById(database, id), signal);
  if (row?.state !== 'reading' && row?.state !== 'taking') return;
  const { state } = row;
  const stop = stoppable(signal, async () => (await importById(database, id))?.stop ?? true);
  const progress = proxy(async (done: number, all: number) => {
    stop.signal.throwIfAborted();
    await markImport(database, id, done, all).catch((error) => log.warn(error, 'import'));
  });
  const end = (to: 'stopped' | 'failed', why: string | null) =>
    untilThere(async () => {
      if (await moveImport(database, id, ['reading', 'taking'], to, why)) await endImport(database, id, null);
    }, signal);
  try {
    await threads(stop.signal, (tasks) =>
      state === 'reading' ? tasks.readImport(id, progress) : tasks.takeImport(id, progress),
    );
  } catch (error) {
    if (stop.reason() instanceof Stopped) return await end('stopped', null);
    if (signal.aborted || troubleOf(error)) throw error;
    log.error(error, 'import');
    await end('failed', (error as Error).message);
  } finally {
    stop.release();
  }
}
