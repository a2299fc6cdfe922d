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
import type { Listed } from '../core/channels/index.ts';
import { unwrap } from '../core/exact/index.ts';
import { type ChannelClient, channelClient } from '../live/index.ts';
import { type CarrierAccount, carrierClient } from './carrier-client.ts';
import { type Database, snapshot } from './database.ts';
import { HttpProblem } from './problem.ts';
import { readBook } from './queries/book.ts';
import { everyItem } from './queries/goods.ts';
import { newest } from './queries/revisions.ts';
import { clockAhead } from './queries/settings.ts';

/** What every route and job works with. */
export interface Context {
  readonly database: Database;
  readonly clients: Readonly<Record<ChannelId, ChannelClient>>;
  readonly log: Logger;
  readonly carrier: ReturnType<typeof carrierClient>;
}

/** What is needed to talk to channels and carrier at these addresses. */
export const reaching = (
  addresses: Readonly<Record<string, string>>,
  account: CarrierAccount | null,
): Pick<Context, 'clients' | 'carrier'> => ({
  clients: clientsAt(addresses),
  carrier: carrierClient(addresses.ternline, account),
});

const clientsAt = (addresses: Readonly<Partial<Record<ChannelId, string>>>): Context['clients'] =>
  Object.fromEntries(channelIds.map((id) => [id, channelClient(id, addresses[id])])) as Context['clients'];

/** Now, by the demo's clock. */
export const nowOf = async (context: Context): Promise<number> => Date.now() + (await clockAhead(context.database));

export interface Snapshot {
  readonly revision: number;
  readonly book: Book;
  readonly compiled: CompiledBook;
  readonly goods: readonly Listed[];
}

/** The saved book with its goods, ready to answer: dated rows as of now. */
export async function standing(context: Context): Promise<Snapshot> {
  const { revision, book, items } = await snapshot(context.database, async (connection) => ({
    revision: await newest(connection),
    book: await readBook(connection),
    items: await everyItem(connection),
  }));
  if (!book)
    throw new HttpProblem(404, 'no-book', 'There is no book yet', { detail: 'Import one, or start the demo.' });
  const compiled = asOf(unwrap(compileBook(book)), await nowOf(context));
  return { revision, book, compiled, goods: readyGoods(compiled, items).goods };
}
