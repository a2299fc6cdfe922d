import { createHash, type Hash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { type Connection, type Database, migrateWithin, migrations, transaction } from '../database.ts';
import { readBook } from '../queries/book.ts';
import { newest } from '../queries/revisions.ts';
import type { BackedUp } from './backup.ts';
import { type End, format, type Head, marks, type TableLine, Unable } from './format.ts';
import { quoted, type Table, tables } from './tables.ts';

/** Rows are put in so many letters at a time. */
const letters = 4_000_000;

/**
 * Puts a backup into an empty database, all of it or nothing, and brings it up to this program's tables. What was under
 * way when it was made is over: nobody works on it here. Throws {@link Unable} where the file is none, is not whole, or
 * of a later program, and where the database is not empty.
 */
export async function restore(database: Database, path: string): Promise<BackedUp> {
  return transaction(database, async (connection) => {
    await empty(connection);
    const sum = createHash('sha256');
    const lines = numbered(path, sum);
    const head = await headOf(lines);
    await migrateWithin(connection, head.migrations);
    const rows = await fill(connection, lines, sum);
    await migrateWithin(connection, migrations());
    await endWhatWasUnderWay(connection);
    const book = await readBook(connection);
    return { revision: await newest(connection), seller: book?.seller ?? null, rows };
  });
}

/** Makes room in a database that has nothing in it but, at most, Plemb's empty tables. */
async function empty(connection: Connection): Promise<void> {
  const { rows } = await connection.query<{ name: string }>(
    "select relname as name from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r'",
  );
  const names = rows.map((row) => row.name);
  const isPlembs = names.includes('migration') && names.includes('revision');
  if (names.length > 0 && !isPlembs)
    throw new Unable(`The database is not empty: it has a table ${names[0]}. Right would be an empty one`);
  if (isPlembs && (await newest(connection)) > 0) {
    const { rows } = await connection.query<{ seller: string }>(
      "select body ->> 'seller' as seller from book_part where kind = 'head'",
    );
    throw new Unable(
      `The database is not empty: it has the book of ${rows[0]?.seller ?? 'somebody'}. Right would be an empty one`,
    );
  }
  await connection.query('drop schema if exists jobs cascade; drop schema public cascade; create schema public');
}

interface Line {
  readonly text: string;
  readonly number: number;
}
type Lines = AsyncGenerator<Line>;

/**
 * The lines of a backup; what follows the last line feed is not one. `sum` is of those before the one that was given
 * last. Throws where the file is no gzip file, or breaks off.
 */
async function* numbered(path: string, sum: Hash): Lines {
  const file = createReadStream(path);
  const text = file.pipe(createGunzip()).setEncoding('utf8');
  file.on('error', (error) => text.destroy(error));
  let [rest, number]: [string[], number] = [[], 0];
  try {
    for await (const piece of text as AsyncIterable<string>) {
      const [first = '', ...more] = piece.split('\n');
      rest.push(first);
      for (const next of more) {
        const line = { text: rest.join(''), number: ++number };
        yield line;
        sum.update(`${line.text}\n`);
        rest = [next];
      }
    }
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT' || code === 'EACCES' || code === 'EISDIR') throw new Unable(`${path} cannot be read`);
    if (code === 'Z_DATA_ERROR' && number === 0) throw new Unable(`${path} is no backup: it is no gzip file`);
    if (code?.startsWith('Z_')) throw notWhole(number + 1, message);
    throw error;
  } finally {
    file.destroy();
  }
}

const notWhole = (line: number, why: string): Unable =>
  new Unable(
    `The backup is not whole: ${line > 0 ? `line ${line}, ` : ''}${why}. Nothing was put in; take another copy`,
  );

async function headOf(lines: Lines): Promise<Head> {
  const first = await lines.next();
  const head = first.done ? null : (parsed(first.value) as Head | null);
  if (head?.plemb !== 'backup') throw new Unable('This is no backup: it does not begin as one');
  const later = head.migrations.filter((name) => !migrations().includes(name));
  if (head.format !== format || later.length > 0)
    throw new Unable(
      `The backup is of a later Plemb (${[head.format, ...later.slice(0, 1)].join(', ')}); right would be that one`,
    );
  return head;
}

/** Something of a line, null where it cannot be read. */
function parsed({ text }: Line): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Puts the rows in, table by table; gives how many there were. */
async function fill(connection: Connection, lines: Lines, sum: Hash): Promise<number> {
  const all = await tables(connection);
  // An empty book's first revision stands already, and is in the backup too.
  for (const { name } of [...all].reverse()) await connection.query(`delete from ${quoted(name)}`);
  let [table, missing, count]: [Table | null, number, number] = [null, 0, 0];
  let [waiting, length]: [string[], number] = [[], 0];
  const put = async () => {
    if (table && waiting.length > 0) await putRows(connection, table, waiting);
    [waiting, length] = [[], 0];
  };
  for await (const line of lines) {
    if (!marks(line.text)) {
      if (missing === 0) throw notWhole(line.number, 'a row too many');
      waiting.push(line.text);
      length += line.text.length;
      missing -= 1;
      count += 1;
      if (length > letters) await put();
      continue;
    }
    await put();
    if (missing > 0) throw notWhole(line.number, `${missing} rows of ${table?.name} are missing`);
    const mark = parsed(line) as TableLine | End | null;
    if (mark?.plemb === 'end') {
      if (sum.digest('hex') !== mark.sha256) throw notWhole(line.number, 'what stands before it has been changed');
      for (const one of all) await goOnCounting(connection, one);
      return count;
    }
    table = all.find((one) => one.name === mark?.name && one.columns.join() === mark.columns.join()) ?? null;
    if (!mark || !table) throw notWhole(line.number, 'this is no table that its Plemb had');
    missing = mark.rows;
  }
  throw notWhole(0, 'its end is missing');
}

/** Rows that the database cannot read are not what was written. */
async function putRows(connection: Connection, { name, columns }: Table, rows: readonly string[]): Promise<void> {
  const list = columns.map(quoted).join(', ');
  await connection
    .query(
      `insert into ${quoted(name)} (${list}) overriding system value
       select ${list} from json_populate_recordset(null::${quoted(name)}, $1::json)`,
      [`[${rows.join(',')}]`],
    )
    .catch((error: unknown) => {
      const { code = '', message } = error as { code?: string; message: string };
      if (code.startsWith('22') || code.startsWith('23')) throw notWhole(0, `rows of ${name}: ${message}`);
      throw error;
    });
}

/** A column that counts by itself goes on after the rows that were put in. */
async function goOnCounting(connection: Connection, { name, counter }: Table): Promise<void> {
  if (counter === null) return;
  await connection.query(
    `select setval(pg_get_serial_sequence($1, $2), coalesce(max(${quoted(counter)}), 1), count(*) > 0)
     from ${quoted(name)}`,
    [quoted(name), counter],
  );
}

const wasUnderWay = 'It was under way when the backup was made that this book was put back from';

/** Nobody works on it any more; of a send it is not asked again whether it got through: others may have since. */
async function endWhatWasUnderWay(connection: Connection): Promise<void> {
  await connection.query(
    "update check_run set state = 'failed', error = $1, finished = now() where state in ('queued', 'running')",
    [wasUnderWay],
  );
  await connection.query(
    "update goods_import set state = 'failed', error = $1, text = '' where state in ('reading', 'taking')",
    [wasUnderWay],
  );
  await connection.query(
    "update send set state = 'given up', error = $1 where state in ('queued', 'sending', 'not known')",
    [wasUnderWay],
  );
}
