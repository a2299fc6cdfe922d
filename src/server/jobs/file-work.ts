import { proxy } from 'comlink';
import type { Tasks } from '../threads.ts';
import { troubleOf, untilThere } from '../trouble.ts';
import { Stopped, stoppable } from './stopping.ts';
import type { WorkerContext } from './worker-context.ts';

/** How far a piece of work is, told as it goes on; what is told last may be lost. */
export type Progress = (done: number, all: number) => Promise<void>;

/** Milliseconds between two marks of how far it is. */
const apart = 300;

/** A file that is worked on, as a row of the database has it. */
export interface FileWork {
  /** What it is called in the log. */
  readonly what: string;
  /** Whether somebody has asked it to stop, or it is no longer there. */
  isToStop(): Promise<boolean>;
  mark(done: number, all: number): Promise<void>;
  /** It ended without having been done: stopped by a word, or failed. */
  end(to: 'stopped' | 'failed', why: string | null): Promise<void>;
}

/**
 * Works on a file on a thread, until it is done, or somebody stops it; it leaves nothing behind then. What passes, or
 * is another's by now, is thrown, so that the job is tried again.
 */
export async function workOnFile(
  { log, threads }: WorkerContext,
  { what, isToStop, mark, end }: FileWork,
  signal: AbortSignal,
  work: (tasks: Tasks, progress: Progress) => Promise<void>,
): Promise<void> {
  const stop = stoppable(signal, isToStop);
  let marked = Number.NEGATIVE_INFINITY;
  const progress = proxy(async (done: number, all: number) => {
    stop.signal.throwIfAborted();
    const now = performance.now();
    if (done < all && now - marked < apart) return;
    marked = now;
    await mark(done, all).catch((error) => log.warn(error, what));
  });
  try {
    await threads(stop.signal, (tasks) => work(tasks, progress));
  } catch (error) {
    if (stop.reason() instanceof Stopped) return await untilThere(() => end('stopped', null), signal);
    if (signal.aborted || troubleOf(error)) throw error;
    log.error(error, what);
    await untilThere(() => end('failed', (error as Error).message), signal);
  } finally {
    stop.release();
  }
}
