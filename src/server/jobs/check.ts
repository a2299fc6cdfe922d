import type { ChannelId } from '../../core/book/index.ts';
import { dialects, rulesReader, settingsOf } from '../../core/channels/index.ts';
import { type ChannelReport, checkChannel, type Sides, Stopped } from '../../core/check/index.ts';
import { asking, ChannelDown } from '../../live/index.ts';
import { type Context, standing } from '../context.ts';
import { transaction } from '../database.ts';
import { addReports, checkById, type Down, markCheck, markProgress } from '../queries/checks.ts';
import { lastAccepted } from '../queries/sends.ts';

/** Checks every channel that answers, and keeps the result whole. `stop` tells whether the check is to end. */
export async function runCheck(context: Context, id: number, stop: () => boolean): Promise<void> {
  const { database, log } = context;
  const run = await checkById(database, id);
  if (run?.state !== 'queued') return;
  await markCheck(database, id, 'running', null);
  try {
    const { book, compiled, goods } = await standing(context);
    const read = rulesReader();
    const totals = new Map<ChannelId, { done: number; all: number }>();
    let told = 0;
    let ended = false;
    // All channels at once: while one answers, the baskets of another are judged.
    const outcomes = await Promise.all(
      dialects.map(async (dialect): Promise<ChannelReport | Down> => {
        const sent = await lastAccepted(database, dialect.id);
        const sides: Sides = {
          rendition: dialect.render(compiled, goods),
          sent: sent && read(dialect, sent.files),
          speeds: settingsOf(book, dialect).speeds,
        };
        const progress = (done: number, all: number) => {
          ended ||= stop();
          if (ended) throw new Stopped();
          totals.set(dialect.id, { done, all });
          if (Date.now() - told < 250) return;
          told = Date.now();
          const sum = [...totals.values()].reduce((a, b) => ({ done: a.done + b.done, all: a.all + b.all }), {
            done: 0,
            all: 0,
          });
          markProgress(database, id, sum.done, sum.all).catch((error) => log.error(error, 'progress'));
        };
        try {
          return await checkChannel(
            compiled,
            goods,
            { id: dialect.id, sides, ask: asking(dialect.id, context.clients[dialect.id], read) },
            run.moment.getTime(),
            progress,
          );
        } catch (error) {
          if (error instanceof ChannelDown) return { channel: error.channel, why: error.message };
          ended = true;
          throw error;
        }
      }),
    );
    const reports = outcomes.filter((one) => 'findings' in one);
    const down = outcomes.filter((one) => 'why' in one);
    const all = reports.flatMap((report) => report.classes).reduce((sum, one) => sum + one.corners, 0);
    await transaction(database, async (connection) => {
      await addReports(connection, id, reports, down);
      await markProgress(connection, id, all, all);
      await markCheck(connection, id, 'done', null);
    });
  } catch (error) {
    if (error instanceof Stopped) return markCheck(database, id, 'stopped', null);
    log.error(error, 'check');
    await markCheck(database, id, 'failed', (error as Error).message);
  }
}

/** What was sent or is live, read by the channel's dialect; null where it cannot be read. */
