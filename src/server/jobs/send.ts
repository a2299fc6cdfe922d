import { ChannelDown } from '../../live/index.ts';
import type { Context } from '../context.ts';
import { markSend, sendById } from '../queries/sends.ts';

/**
 * Sends what was noted. The channel takes all of it or none, and knows a send by its key: done twice, after a crash in
 * the middle, it counts once.
 */
export async function runSend({ database, clients, log }: Context, id: number): Promise<void> {
  const send = await sendById(database, id);
  if (!send || (send.state !== 'queued' && send.state !== 'sending')) return;
  await markSend(database, id, 'sending', [], null);
  try {
    const answer = await clients[send.channel].submit(send.files, send.idempotency_key);
    await markSend(database, id, answer.accepted ? 'accepted' : 'refused', answer.report, null);
  } catch (error) {
    if (!(error instanceof ChannelDown)) throw error;
    log.warn({ send: id }, error.message);
    await markSend(database, id, 'failed', [], error.message);
  }
}
