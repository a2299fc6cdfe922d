import { carrierIn, readCards } from '../core/carrier/index.ts';
import { dialectOf, type Manifest, rulesReader, settingsOf, type ToldSite, toldAt } from '../core/channels/index.ts';
import { checkChannel } from '../core/check/index.ts';
import { asking, ChannelDown } from '../live/index.ts';
import { nowOf, type Reaching, reaching, readStanding, standing, standingAt } from './context.ts';
import { type Connection, connect, sharedSnapshot } from './database.ts';
import { takeHistory } from './jobs/history-steps.ts';
import { readImport, takeImport } from './jobs/import-steps.ts';
import { keysIn } from './keys/keys.ts';
import { sealer as sealerOf } from './keys/seal.ts';
import { codesAfter } from './queries/codes.ts';
import { filesSent, lastAccepted } from './queries/sends.ts';
import type { TaskSettings, Tasks } from './threads.ts';
import { tellingTrouble } from './trouble.ts';

/** How long a piece of a file is that is handed on, in characters, or a little longer. */
const pieceLength = 1 << 20;

/** How often a thread tells how far it is, in milliseconds. */
const tells = 100;

/** How many codes make a piece of their file. */
const codesInPiece = 20_000;

/** The file of the codes of some batches, used ones left out, piece by piece. */
async function* codesOf(
  database: Connection,
  { head, line }: NonNullable<Manifest['singles']>,
  batches: readonly string[],
): AsyncGenerator<string> {
  yield `${head}\n`;
  for (const batch of batches)
    for (let after = ''; ; ) {
      const some = await codesAfter(database, batch, after, codesInPiece);
      const last = some.at(-1);
      if (!last) break;
      after = last.code;
      const unused = some.filter(({ used }) => used === null);
      if (unused.length > 0) yield `${unused.map(({ code }) => line(batch, code)).join('\n')}\n`;
    }
}

/** The tasks, with a database connection and clients of their own. */
export function tasksWith({ url, addresses, patience, sealKey }: TaskSettings): Tasks {
  const sealer = sealKey ? sealerOf(sealKey) : null;
  const within = async <T>(work: (context: Reaching) => Promise<T>): Promise<T> => {
    const database = connect(url, { reads: 1, writes: 1 });
    try {
      return await work({ database, ...reaching(addresses, keysIn(database, sealer), patience) });
    } catch (error) {
      throw tellingTrouble(error);
    } finally {
      await database.end();
    }
  };
  return {
    check: ({ channel, moment, snapshot }, read, begin, progress) =>
      within(async (context) => {
        const now = await nowOf(context);
        const dialect = dialectOf(channel);
        const saved = await sharedSnapshot(context.database, snapshot, async (connection) => {
          const book = await readStanding(connection);
          const sent = await lastAccepted(connection, channel);
          return book && { ...book, sent: sent && (await filesSent(connection, sent.id)) };
        });
        read();
        if (!saved) return { down: 'there is no book yet' };
        const { book, stockOf } = standingAt(saved, now);
        // A saved book is sound: there is something of every market of it.
        const [told] = toldAt(channel, book, stockOf) as [ToldSite];
        const reader = rulesReader();
        const sides = {
          rendition: told.rendition,
          sent: saved.sent && reader(dialect, saved.sent),
          speeds: settingsOf(book, dialect).speeds,
        };
        const ask = asking(channel, context.clients[channel], reader);
        const { cards } = await context.carrier.cards();
        const carrierAt = carrierIn(readCards(cards), told.book.market.body.timeZone);
        try {
          return await checkChannel(told.book, told.goods, { id: channel, sides, ask, carrierAt }, moment, {
            begin,
            progress: atMostEvery(tells, progress),
          });
        } catch (error) {
          if (error instanceof ChannelDown) return { down: error.message };
          throw error;
        }
      }),
    render: (channel, begin, piece) =>
      within(async (context) => {
        const { revision, book, stockOf } = await standing(context);
        const { singles } = dialectOf(channel);
        const all = toldAt(channel, book, stockOf).map(({ rendition }) => rendition.rules);
        await begin(revision);
        for (const { name, pieces } of all.flatMap((rules) => rules.written()))
          for (const text of gathered(pieces(), pieceLength)) await piece(name, text);
        const batches = [...new Set(all.flatMap((rules) => rules.batches))];
        if (singles && batches.length > 0)
          for await (const text of codesOf(context.database, singles, batches)) await piece(singles.file, text);
      }),
    readImport: (id, progress) => within((context) => readImport(context, id, atMostEvery(tells, progress))),
    takeHistory: (id, progress) => within((context) => takeHistory(context, id, atMostEvery(tells, progress))),
    takeImport: (id, progress) => within((context) => takeImport(context, id, atMostEvery(tells, progress))),
  };
}

/** Pieces put together until they are so long. */
function* gathered(pieces: Iterable<string>, length: number): Generator<string> {
  let text = '';
  for (const piece of pieces) {
    text += piece;
    if (text.length < length) continue;
    yield text;
    text = '';
  }
  if (text !== '') yield text;
}

/** Tells at most so often, in milliseconds; and waits for what it tells. */
function atMostEvery<Told extends unknown[]>(
  milliseconds: number,
  tell: (...told: Told) => Promise<void>,
): (...told: Told) => Promise<void> {
  let last = 0;
  return async (...told) => {
    if (performance.now() - last < milliseconds) return;
    last = performance.now();
    await tell(...told);
  };
}
