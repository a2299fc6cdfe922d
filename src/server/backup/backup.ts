import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { type Connection, type Database, snapshot } from '../database.ts';
import { type End, format, type Head, type TableLine } from './format.ts';
import { quoted, tables } from './tables.ts';

/** How many rows are asked for at a time. */
const some = 500;

/** What a backup holds: of whose book, at which revision, and how many rows. */
export interface BackedUp {
  readonly revision: number;
  readonly seller: string | null;
  readonly rows: number;
}

/**
 * Writes all that the database holds into a file, as it stands at one moment, whatever is saved meanwhile; jobs that
 * wait are not part of it. The file is there whole or not at all, and only its owner may read it.
 */
export async function backUp(database: Database, path: string, at: Date): Promise<BackedUp> {
  const beside = `${path}.part`;
  try {
    const made = await snapshot(database, async (connection) => {
      const head = await headOf(connection, at);
      const count = { rows: 0 };
      await pipeline(
        Readable.from(linesOf(connection, head, count)),
        createGzip(),
        createWriteStream(beside, { mode: 0o600 }),
      );
      return { revision: head.revision, seller: head.seller, rows: count.rows };
    });
    await rename(beside, path);
    return made;
  } catch (error) {
    await rm(beside, { force: true });
    throw error;
  }
}

async function headOf(connection: Connection, at: Date): Promise<Head> {
  const { rows } = await connection.query<{ revision: number; seller: string | null; migrations: string[] }>(
    `select (select coalesce(max(number), 0) from revision) as revision,
       (select body ->> 'seller' from book_part where kind = 'head') as seller,
       array(select name from migration order by name) as migrations`,
  );
  const [{ revision, seller, migrations } = { revision: 0, seller: null, migrations: [] }] = rows;
  return { plemb: 'backup', format, at: at.toISOString(), revision, seller, migrations };
}

async function* linesOf(connection: Connection, head: Head, count: { rows: number }): AsyncGenerator<string> {
  const sum = createHash('sha256');
  const said = (lines: readonly string[]): string => {
    const text = lines.map((line) => `${line}\n`).join('');
    sum.update(text);
    return text;
  };
  yield said([JSON.stringify(head)]);
  for (const { name, columns } of await tables(connection)) {
    const { rows } = await connection.query<{ rows: number }>(`select count(*)::integer as rows from ${quoted(name)}`);
    const line: TableLine = { plemb: 'table', name, columns, rows: rows[0]?.rows ?? 0 };
    yield said([JSON.stringify(line)]);
    const list = columns.map(quoted).join(', ');
    await connection.query(
      `declare all_rows no scroll cursor for
       select row_to_json(one)::text as line from (select ${list} from ${quoted(name)}) as one`,
    );
    for (;;) {
      const found = await connection.query<{ line: string }>(`fetch ${some} from all_rows`);
      if (found.rows.length === 0) break;
      count.rows += found.rows.length;
      yield said(found.rows.map((row) => row.line));
    }
    await connection.query('close all_rows');
  }
  yield `${JSON.stringify({ plemb: 'end', sha256: sum.digest('hex') } satisfies End)}\n`;
}
