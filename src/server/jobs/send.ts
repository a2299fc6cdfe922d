import { proxy } from 'comlink';
import type { ChannelId } from '../../core/book/index.ts';
import { ChannelDown } from '../../live/index.ts';
import { transaction } from '../database.ts';
import {
  addPiece,
  beginFiles,
  dropEarlierPieces,
  endFiles,
  lengthOf,
  markSend,
  piecesOf,
  type SendRow,
  sendById,
} from '../queries/sends.ts';
import { troubleOf, untilThere } from '../trouble.ts';
import type { Jobs } from './queues.ts';
import type { WorkerContext } from './worker-context.ts';

/** The longest pause until a channel is asked again what became of a send, in seconds. */
export const longestPause = 600;
/** How long until it is asked again: longer each time. */
const askedAgainAfter = (tries: number): number => Math.min(longestPause, 2 ** Math.min(tries, 10));

/**
 * Renders what was asked to be sent, and sends it. The channel takes all of it or none, and knows a send by its key:
 * done twice, after a crash in the middle, it counts once. Where its answer is lost nobody knows whether it took it:
 * it is asked again, with the same key, until that is known.
 */
export async function runSend(
  { database, clients, log, threads }: WorkerContext,
  ask: Jobs['ask'],
  id: number,
  signal: AbortSignal,
): Promise<void> {
  const send = await untilThere(() => sendById(database, id), signal);
  if (send?.state !== 'queued' && send?.state !== 'sending' && send?.state !== 'not known') return;
  // Whoever was sending it before may have got through: only what nobody has begun is known not to be there.
  const isFirst = send.state === 'queued';
  try {
    if (!send.made) await render(send.channel);
  } catch (error) {
    if (signal.aborted || troubleOf(error)) throw error;
    log.error(error, 'send');
    await mark('failed', [], `The files could not be made: ${(error as Error).message}`);
    return;
  }
  if (isFirst) await mark('sending', [], null);
  try {
    const length = await untilThere(() => lengthOf(database, id), signal);
    const answer = await clients[send.channel].submit(
      { length, pieces: () => piecesOf(database, id) },
      send.idempotency_key,
    );
    await mark(answer.accepted ? 'accepted' : 'refused', answer.report, null);
    if (answer.accepted) await untilThere(() => dropEarlierPieces(database, send), signal);
  } catch (error) {
    if (!(error instanceof ChannelDown)) throw error;
    log.warn({ send: id }, error.message);
    // What was never sent has not been taken; but what may have been before is not known still.
    if (error.reached || !isFirst)
      await untilThere(
        () =>
          transaction(database, async (connection) => {
            if (await markSend(connection, id, 'not known', [], error.message))
              await ask(connection, 'send', id, askedAgainAfter(send.tries));
          }),
        signal,
      );
    else await mark('failed', [], error.message);
  }

  /** Makes the files; where that was broken off, from the beginning. */
  async function render(channel: ChannelId): Promise<void> {
    let position = 0;
    await threads(signal, (tasks) =>
      tasks.render(
        channel,
        proxy((revision: number) => untilThere(() => beginFiles(database, id, revision), signal)),
        proxy((name: string, text: string) => addPiece(database, id, position++, name, text)),
      ),
    );
    await untilThere(() => endFiles(database, id), signal);
  }
  function mark(state: SendRow['state'], report: SendRow['report'], error: string | null): Promise<boolean> {
    return untilThere(() => markSend(database, id, state, report, error), signal);
  }
}
