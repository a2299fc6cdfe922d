import { createHash } from 'node:crypto';
import type { Context as Request } from 'hono';
import type { Connection } from './database.ts';
import { HttpProblem } from './problem.ts';

/** The key by which whoever writes knows a write, and what it asks, in short. */
export interface WriteKey {
  readonly key: string;
  readonly asks: string;
}

/** The key that a write carries (Idempotency-Key), by which it is done once however often it arrives; null for none. */
export async function writeKeyOf(request: Request): Promise<WriteKey | null> {
  const key = request.req.header('Idempotency-Key');
  if (key === undefined) return null;
  if (!/^[\w-]{8,64}$/.test(key))
    throw new HttpProblem(400, 'key', 'The Idempotency-Key is none', {
      detail: 'Right would be 8 to 64 letters, digits, “-” and “_”.',
    });
  const { method, path } = request.req;
  const asks = createHash('sha256')
    .update(`${method} ${path} ${await request.req.text()}`)
    .digest('base64');
  return { key, asks };
}

/** Forgets keys so old that nobody sends them any more. */
export async function forgetWrites(connection: Connection): Promise<void> {
  await connection.query("delete from write_once where at < now() - interval '7 days'");
}

/**
 * Does a write within its transaction unless it has been done by this key before; what it gave, either way. A second
 * one that arrives meanwhile waits for the first. The same key for something else is refused.
 */
export async function once<T>(connection: Connection, write: WriteKey | null, work: () => Promise<T>): Promise<T> {
  if (write === null) return work();
  const { rowCount } = await connection.query(
    'insert into write_once (key, asks) values ($1, $2) on conflict do nothing',
    [write.key, write.asks],
  );
  if (rowCount === 0) {
    const { rows } = await connection.query<{ asks: string; gave: T }>(
      'select asks, gave from write_once where key = $1',
      [write.key],
    );
    if (rows[0]?.asks !== write.asks)
      throw new HttpProblem(422, 'key', 'This Idempotency-Key has been used for something else', {
        detail: 'Right would be a new key for each write.',
      });
    return rows[0].gave;
  }
  const gave = await work();
  await connection.query('update write_once set gave = $2 where key = $1', [write.key, JSON.stringify(gave)]);
  return gave;
}
