import { proxy } from 'comlink';
import type { Logger } from 'pino';
import { type ChannelId, channelIds } from '../../core/book/index.ts';
import { type ChannelReport, manyCorners } from '../../core/check/index.ts';
import { type Connection, snapshot, transaction } from '../database.ts';
import { addReports, beginCheck, checkById, type Down, endCheck, markProgress } from '../queries/checks.ts';
import { newest } from '../queries/revisions.ts';
import { troubleOf, untilThere } from '../trouble.ts';
import { Stopped, stoppable } from './stopping.ts';
import type { WorkerContext } from './worker-context.ts';

/** A check of more corners than is usual, of which nobody has said that it is to be made: it is told how many. */
class Large extends Error {
  readonly corners: number;
  constructor(corners: number) {
    super(`It would ask ${corners} baskets`);
    this.corners = corners;
  }
}

/**
 * Checks every channel, each on a thread of its own, all by the same revision, and keeps the result whole. A channel
 * that does not answer, or whose check fails, is told of; the others go on.
 */
export async function runCheck(context: WorkerContext, id: number, signal: AbortSignal): Promise<void> {
  const { database, log } = context;
  const run = await untilThere(() => beginCheck(database, id), signal);
  if (!run) return;
  const stop = stoppable(signal, async () => (await checkById(database, id))?.stop ?? true);
  try {
    const { revision, outcomes } = await checkAll(context, id, run, stop.signal);
    const reports = outcomes.filter((one) => 'findings' in one);
    const down = outcomes.filter((one) => 'why' in one);
    const all = reports.flatMap((report) => report.classes).reduce((sum, one) => sum + one.corners, 0);
    const isDone = await untilThere(
      () =>
        transaction(database, async (connection) => {
          if (!(await endCheck(connection, id, 'done', null))) return false;
          await addReports(connection, id, revision, reports, down);
          await markProgress(connection, id, all, all);
          return true;
        }),
      signal,
    );
    // Somebody has stopped it meanwhile; or another has ended it, and what that one found stands.
    if (!isDone) await untilThere(() => endCheck(database, id, 'stopped', null), signal);
  } catch (error) {
    if (stop.reason() instanceof Stopped) {
      await untilThere(() => endCheck(database, id, 'stopped', null), signal);
    } else if (error instanceof Large) {
      await untilThere(() => markProgress(database, id, 0, error.corners), signal);
      await untilThere(() => endCheck(database, id, 'large', null), signal);
    } else if (signal.aborted || troubleOf(error)) {
      throw error;
    } else {
      log.error(error, 'check');
      await untilThere(() => endCheck(database, id, 'failed', (error as Error).message), signal);
    }
  } finally {
    stop.release();
  }
}

type Outcome = ChannelReport | Down;

async function checkAll(
  { database, log, threads }: WorkerContext,
  id: number,
  run: { readonly moment: Date; readonly large: boolean },
  stopped: AbortSignal,
): Promise<{ revision: number; outcomes: Outcome[] }> {
  const enough = new AbortController();
  const signal = AbortSignal.any([stopped, enough.signal]);
  const following = followed(database, id, log);
  const counted = meeting(channelIds);
  const begin = async (channel: ChannelId, corners: number) => {
    following.begin(channel, corners);
    await counted.come(channel);
    if (following.all() > manyCorners && !run.large) enough.abort(new Large(following.all()));
    signal.throwIfAborted();
  };
  const progress = async (channel: ChannelId, done: number) => {
    signal.throwIfAborted();
    await following.progress(channel, done);
  };
  const checkOne = async (channel: ChannelId, name: string, read: () => void): Promise<Outcome> => {
    try {
      const outcome = await threads(signal, (tasks) =>
        tasks.check(
          { channel, moment: run.moment.getTime(), snapshot: name },
          proxy(read),
          proxy((corners: number) => begin(channel, corners)),
          proxy((done: number) => progress(channel, done)),
        ),
      );
      return 'down' in outcome ? { channel, why: outcome.down } : outcome;
    } catch (error) {
      if (signal.aborted) throw signal.reason;
      if (troubleOf(error)) throw error;
      log.error(error, `check of ${channel}`);
      return { channel, why: `its check failed: ${(error as Error).message}` };
    } finally {
      // Nobody waits for one that is over.
      read();
      counted.come(channel);
    }
  };

  let outcomes: Promise<Outcome[]> = Promise.resolve([]);
  const revision = await snapshot(database, async (connection) => {
    const { rows } = await connection.query<{ name: string }>('select pg_export_snapshot() as name');
    const name = rows[0]?.name ?? '';
    const read = meeting(channelIds);
    outcomes = Promise.all(channelIds.map((channel) => checkOne(channel, name, () => void read.come(channel))));
    outcomes.catch(() => undefined);
    const number = await newest(connection);
    // The snapshot stands until every thread has read by it.
    await read.all;
    return number;
  });
  return { revision, outcomes: await outcomes };
}

/** How far all channels together are, written down now and then. */
function followed(database: Connection, id: number, log: Logger) {
  const totals = new Map<ChannelId, { done: number; all: number }>();
  const sum = (of: 'done' | 'all') => [...totals.values()].reduce((all, one) => all + one[of], 0);
  let marked = 0;
  return {
    all: () => sum('all'),
    begin: (channel: ChannelId, corners: number) => void totals.set(channel, { done: 0, all: corners }),
    async progress(channel: ChannelId, done: number) {
      totals.set(channel, { done, all: totals.get(channel)?.all ?? done });
      if (performance.now() - marked < 250) return;
      marked = performance.now();
      await markProgress(database, id, sum('done'), sum('all')).catch((error) => log.warn(error, 'progress'));
    },
  };
}

/** Whoever has come waits for the rest. */
function meeting<Who>(those: readonly Who[]) {
  const missing = new Set(those);
  let open = () => {};
  const all = new Promise<void>((resolve) => {
    open = resolve;
  });
  return {
    all,
    come(who: Who) {
      missing.delete(who);
      if (missing.size === 0) open();
      return all;
    },
  };
}
