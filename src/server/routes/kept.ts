import { randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { Context as Request } from 'hono';
import type { z } from 'zod';
import { type Connection, type Database, snapshot } from '../database.ts';
import { newest } from '../queries/revisions.ts';

interface Kept {
  readonly version: string;
  readonly text: string;
  readonly zipped: Uint8Array<ArrayBuffer>;
}

/** No more answers than this are kept, the latest made: pages of 200,000 goods. */
const most = 40;
const zip = promisify(gzip);

/** What an answer about the book is of: it stays as it is as long as the book's revision does. */
export const ofRevision = async (connection: Connection): Promise<string> => String(await newest(connection));

/**
 * Answers that stay as they are as long as something does, by its version: made once a version, written out and
 * compressed once, and answered with 304 to whoever has them.
 */
export function keptAnswers(database: Database, versionOf: (connection: Connection) => Promise<string>) {
  // Of this process: another may write the same version otherwise.
  const own = randomUUID().slice(0, 8);
  const answers = new Map<string, Promise<Kept>>();
  const keep = (key: string, answer: Promise<Kept>) => {
    answers.set(key, answer);
    const [oldest] = answers.keys();
    if (answers.size > most && oldest !== undefined) answers.delete(oldest);
    // What failed is made anew.
    answer.catch(() => answers.delete(key));
    return answer;
  };

  return async function kept<Schema extends z.ZodType>(
    request: Request,
    _of: Schema,
    make: (connection: Connection) => Promise<z.input<Schema>>,
  ): Promise<Response> {
    const version = await versionOf(database);
    const tagOf = (of: string) => `W/"${own}-${of}"`;
    if (request.req.header('If-None-Match')?.split(', ').includes(tagOf(version))) return request.body(null, 304);
    const key = `${version} ${request.req.url}`;
    const answer =
      answers.get(key) ??
      keep(
        key,
        snapshot(database, async (connection): Promise<Kept> => {
          const text = JSON.stringify(await make(connection));
          return { version: await versionOf(connection), text, zipped: Uint8Array.from(await zip(text)) };
        }),
      );
    const { version: of, text, zipped } = await answer;
    request.header('ETag', tagOf(of));
    request.header('Content-Type', 'application/json');
    request.header('Vary', 'Accept-Encoding');
    if (!/\bgzip\b/.test(request.req.header('Accept-Encoding') ?? '')) return request.body(text);
    request.header('Content-Encoding', 'gzip');
    return request.body(zipped);
  };
}
