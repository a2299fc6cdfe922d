import type { Logger } from 'pino';
import {
  asOf,
  type Book,
  type ChannelId,
  type CompiledBook,
  channelIds,
  compileBook,
  readyGoods,
} from '../core/book/index.ts';
import type { Stock } from '../core/channels/index.ts';
import { once, type Result, unwrap } from '../core/exact/index.ts';
import type { Item } from '../core/goods/index.ts';
import { type ChannelClient, channelClient, type Patience } from '../live/index.ts';
import { carrierClient } from './carrier-client.ts';
import { type Connection, type Database, snapshot } from './database.ts';
import type { KeyOf } from './keys/keys.ts';
import type { Sealer } from './keys/seal.ts';
import { HttpProblem } from './problem.ts';
import { readBook } from './queries/book.ts';
import { everyItem } from './queries/goods.ts';
import { newest } from './queries/revisions.ts';
import { clockAhead } from './queries/settings.ts';
import type { Threads } from './threads.ts';

/** The database, and whoever else is asked. */
export interface Reaching {
  readonly database: Database;
  readonly clients: Readonly<Record<ChannelId, ChannelClient>>;
  readonly carrier: ReturnType<typeof carrierClient>;
}

/** What every route and job works with. */
export interface Context extends Reaching {
  readonly log: Logger;
  /** Where heavy things are done. */
  readonly threads: Threads;
  /** Seals keys; null where there is nothing to seal them with. */
  readonly sealer: Sealer | null;
}

/** What is needed to talk to channels and carrier at these addresses, for people who wait or for jobs. */
export const reaching = (
  addresses: Readonly<Record<string, string>>,
  keyOf: KeyOf,
  patience: Patience = 'person',
): Pick<Reaching, 'clients' | 'carrier'> => ({
  clients: Object.fromEntries(
    channelIds.map((id) => [
      id,
      channelClient(id, addresses[id], patience, async () => (await keyOf(id))?.key ?? null),
    ]),
  ) as Reaching['clients'],
  carrier: carrierClient(addresses.ternline, () => keyOf('ternline')),
});

/** Now, by the demo's clock. */
export const nowOf = async (context: Pick<Reaching, 'database'>): Promise<number> =>
  Date.now() + (await clockAhead(context.database));

export interface Snapshot {
  readonly revision: number;
  readonly book: Book;
  /** The book of a market with its goods, made ready. */
  stockOf(market: string): Stock;
}

/** The saved book compiled, without its goods. */
interface CompiledRevision {
  readonly revision: number;
  readonly book: Book;
  /** For a market; for the first where none is said. */
  compiledFor(market: string | null): Result<CompiledBook>;
}

/**
 * Gives the saved book compiled, which is done once a revision and market; null before the first book is put in.
 */
export function compiledOnce(database: Database): () => Promise<CompiledRevision | null> {
  let kept: CompiledRevision | null = null;
  return async () => {
    const revision = await newest(database);
    if (kept?.revision === revision) return kept;
    kept = await snapshot(database, async (connection) => {
      const book = await readBook(connection);
      if (!book) return null;
      const compiledFor = once((market: string | null) => compileBook(book, market ?? undefined), String);
      return { revision: await newest(connection), book, compiledFor };
    });
    return kept;
  };
}

/** The saved book with its goods, ready to answer: dated rows as of now. */
export const standing = async (context: Pick<Reaching, 'database'>): Promise<Snapshot> => {
  const now = await nowOf(context);
  const read = await snapshot(context.database, readStanding);
  if (!read)
    throw new HttpProblem(404, 'no-book', 'There is no book yet', { detail: 'Import one, or start the demo.' });
  return standingAt(read, now);
};

/** What the book and its goods say at one revision. */
export interface Saved {
  readonly revision: number;
  readonly book: Book;
  readonly items: readonly Item[];
}

/** Reads it; null before the first book is put in. One connection sees all of it alike only within a snapshot. */
export async function readStanding(connection: Connection): Promise<Saved | null> {
  const revision = await newest(connection);
  const book = await readBook(connection);
  return book && { revision, book, items: await everyItem(connection) };
}

/** Makes it ready to answer: dated rows as of a moment. */
export function standingAt({ revision, book, items }: Saved, now: number): Snapshot {
  const stockOf = once((market: string): Stock => {
    const compiled = asOf(unwrap(compileBook(book, market)), now);
    return { book: compiled, goods: readyGoods(compiled, items).goods };
  }, String);
  return { revision, book, stockOf };
}
