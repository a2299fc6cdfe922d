import { randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { Context as Request } from 'hono';
import type { z } from 'zod';
import { type Connection, type Database, snapshot } from '../database.ts';
import { newest } from '../queries/revisions.ts';

interface Kept {
  readonly revision: number;
  readonly text: string;
  readonly zipped: Uint8Array<ArrayBuffer>;
}

/** No more answers than this are kept: pages of 200,000 goods. */
const most = 40;
const zip = promisify(gzip);

/**
 * Answers that stay as they are as long as the book's revision does: made once a revision, written out and compressed
 * once, and answered with 304 to whoever has them.
 */
export function keptAnswers(database: Database) {
  // Of this process: another may write the same revision otherwise.
  const own = randomUUID().slice(0, 8);
  let known = { revision: -1, answers: new Map<string, Promise<Kept>>() };

  return async function kept<Schema extends z.ZodType>(
    request: Request,
    _of: Schema,
    make: (connection: Connection) => Promise<z.input<Schema>>,
  ): Promise<Response> {
    const revision = await newest(database);
    const tagOf = (of: number) => `W/"${own}-${of}"`;
    if (request.req.header('If-None-Match')?.split(', ').includes(tagOf(revision))) return request.body(null, 304);
    if (known.revision !== revision) known = { revision, answers: new Map() };
    const { answers } = known;
    const key = request.req.url;
    const answer =
      answers.get(key) ??
      snapshot(database, async (connection): Promise<Kept> => {
        const text = JSON.stringify(await make(connection));
        return { revision: await newest(connection), text, zipped: Uint8Array.from(await zip(text)) };
      });
    if (answers.size < most) answers.set(key, answer);
    // What failed is made anew.
    answer.catch(() => answers.delete(key));
    const { revision: of, text, zipped } = await answer;
    request.header('ETag', tagOf(of));
    request.header('Content-Type', 'application/json');
    request.header('Vary', 'Accept-Encoding');
    if (!/\bgzip\b/.test(request.req.header('Accept-Encoding') ?? '')) return request.body(text);
    request.header('Content-Encoding', 'gzip');
    return request.body(zipped);
  };
}
