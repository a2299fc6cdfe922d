import { runCheck } from './check.ts';
import { runHistory } from './history.ts';
import { runImport } from './import.ts';
import { endLost } from './lost.ts';
import { asking } from './queues.ts';
import { runSend } from './send.ts';
import type { WorkerContext } from './worker-context.ts';
import { startWorking } from './working.ts';

/** Works on jobs until it is closed. */
export const startWorkers = (context: WorkerContext): Promise<{ close(): Promise<void> }> =>
  startWorking(context, {
    send: (id, signal, boss) => runSend(context, asking(boss), id, signal),
    check: (id, signal) => runCheck(context, id, signal),
    import: (id, signal) => runImport(context, id, signal),
    history: (id, signal) => runHistory(context, id, signal),
    lost: (id, _, boss, of) => endLost(context, asking(boss), of, id),
  });
