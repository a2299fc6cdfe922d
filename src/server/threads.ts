import { extname } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Worker, type WorkerOptions } from 'node:worker_threads';
import { wrap } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter.js';
import type { ChannelId } from '../core/book/index.ts';
import type { ChannelReport } from '../core/check/index.ts';
import type { Patience } from '../live/index.ts';

/** What is heavy, each thing to be done on a thread of its own. */
export interface Tasks {
  /**
   * Checks one channel by the book that another connection's snapshot shows. `read` is called when it has been read,
   * `begin` with the number of corners, and waited for, before the first is asked.
   */
  check(
    of: { channel: ChannelId; moment: number; snapshot: string },
    read: () => void,
    begin: (corners: number) => Promise<void>,
    progress: (done: number) => Promise<void>,
  ): Promise<ChannelReport | { readonly down: string }>;
  /**
   * Renders the saved book for a channel: `begin` is told the revision, `piece` each piece of each file in order, and
   * waited for, so that no more of them is held than is taken.
   */
  render(
    channel: ChannelId,
    begin: (revision: number) => Promise<void>,
    piece: (file: string, text: string) => Promise<void>,
  ): Promise<void>;
  /** Reads a file of goods and keeps what it would do. */
  readImport(id: number, progress: (done: number, all: number) => Promise<void>): Promise<void>;
  /** Takes the good lines of a file as one revision. */
  takeImport(id: number, progress: (done: number, all: number) => Promise<void>): Promise<void>;
  /** Takes a file of history. */
  takeHistory(id: number, progress: (done: number, all: number) => Promise<void>): Promise<void>;
}

/** Does heavy work beside: it can be ended at any moment, and what it may take is limited. */
export type Threads = <T>(signal: AbortSignal, work: (tasks: Tasks) => Promise<T>) => Promise<T>;

/**
 * What the objects of a thread may come to, and all that the process takes, in MB. What is young is looked through
 * often: with room for it, what is worked out and soon forgotten is not moved to where objects stay.
 */
const ceilings = { thread: 512, process: 1024 };
const young = 96;
/** How often it is looked what the process takes, in milliseconds. */
const looks = 500;

/** A thread that came to its limit of memory, or had to go as all together did. */
class TooLarge extends Error {
  constructor(megabytes: number, what = '') {
    super(`It took more than ${megabytes} MB${what}`);
  }
}

/**
 * Threads of the program that lies beside the one that runs (thread.ts), from its sources or as it was built; `given`
 * tells it what to work with. Where all together take more than the process may, the one begun last is ended.
 */
export function threadsBeside(
  given: TaskSettings,
  running = process.argv[1] ?? '',
  { thread: threadMost, process: processMost } = ceilings,
): Threads {
  /** What ends each thread that runs, in the order in which they were begun. */
  const ends: ((why: Error) => void)[] = [];
  const watch = () => {
    if (process.memoryUsage.rss() > processMost * 2 ** 20)
      ends.pop()?.(new TooLarge(processMost, ' together with what else was under way'));
  };
  let watching: NodeJS.Timeout | undefined;

  return async (signal, work) => {
    signal.throwIfAborted();
    const thread = threadOf(new URL(`./thread${extname(running)}`, pathToFileURL(running)), {
      workerData: given,
      resourceLimits: { maxOldGenerationSizeMb: threadMost, maxYoungGenerationSizeMb: young },
    });
    let end: (why: Error) => void = () => undefined;
    const broken = new Promise<never>((_, reject) => {
      end = reject;
      thread.once('error', (error: Error & { code?: string }) =>
        reject(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new TooLarge(threadMost) : error),
      );
      thread.once('exit', (code) => reject(new Error(`The thread ended by itself (${code})`)));
      signal.addEventListener('abort', () => reject(signal.reason), { once: true });
    });
    ends.push(end);
    watching ??= setInterval(watch, looks).unref();
    try {
      return await Promise.race([work(wrap(nodeEndpoint(thread)) as unknown as Tasks), broken]);
    } finally {
      broken.catch(() => undefined);
      await thread.terminate();
      const i = ends.indexOf(end);
      if (i >= 0) ends.splice(i, 1);
      if (ends.length === 0) {
        clearInterval(watching);
        watching = undefined;
      }
    }
  };
}

/** Where a thread finds database and channels. */
export interface TaskSettings {
  readonly url: string;
  readonly addresses: Readonly<Record<string, string>>;
  readonly patience: Patience;
  /** What keys are sealed with, in base64; left out where nothing is. */
  readonly sealKey?: string | undefined;
}

/** A source needs its reader on the thread, too: what the process was started with does not reach there. */
const threadOf = (program: URL, options: WorkerOptions): Worker =>
  program.pathname.endsWith('.ts')
    ? new Worker(
        `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(program.href)}); })`,
        { ...options, eval: true },
      )
    : new Worker(program, options);

/** The tasks in the thread that asks for them, where nothing else waits for it. */
export const inPlace =
  (tasks: Tasks): Threads =>
  (signal, work) =>
    new Promise((resolve, reject) => {
      signal.throwIfAborted();
      signal.addEventListener('abort', () => reject(signal.reason), { once: true });
      work(tasks).then(resolve, reject);
    });
