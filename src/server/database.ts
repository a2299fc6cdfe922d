import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import pg from 'pg';

const folder = fileURLToPath(new URL('./migrations/', import.meta.url));

export type Database = pg.Pool;
/** Something statements can be sent to: the pool, or the one connection of a transaction. */
export type Connection = Pick<pg.ClientBase, 'query'>;

/** A pool of connections. One that the database ends is dropped; whoever was using it is told by its statement. */
export function connect(url: string): Database {
  const pool = new pg.Pool({ connectionString: url, max: 8, connectionTimeoutMillis: 5000 });
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}

/** Runs work in one transaction: all of it counts or none. */
export const transaction = <T>(database: Database, work: (connection: Connection) => Promise<T>): Promise<T> =>
  within(database, 'begin', work);

/** Runs reads that must all see the same state, whatever is saved meanwhile. */
export const snapshot = <T>(database: Database, work: (connection: Connection) => Promise<T>): Promise<T> =>
  within(database, 'begin isolation level repeatable read read only', work);

async function within<T>(database: Database, begin: string, work: (connection: Connection) => Promise<T>): Promise<T> {
  const client = await database.connect();
  try {
    await client.query(begin);
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

/**
 * Brings the tables up to date: runs each numbered file once, in order, all in one transaction. A file is of SQL, or a
 * module with `up`.
 */
export async function migrate(database: Database): Promise<void> {
  await transaction(database, (connection) => migrateWithin(connection, migrations()));
}

/** The names of all numbered files, in order. */
export const migrations = (): string[] =>
  readdirSync(folder)
    .filter((name) => /^\d{3}-.*\.(sql|ts)$/.test(name))
    .sort();

/** Runs those of the named files that have not run yet. */
export async function migrateWithin(connection: Connection, names: readonly string[]): Promise<void> {
  await connection.query('select pg_advisory_xact_lock(7315)');
  await connection.query(
    'create table if not exists migration (name text primary key, at timestamptz not null default now())',
  );
  const { rows } = await connection.query<{ name: string }>('select name from migration');
  const done = new Set(rows.map((row) => row.name));
  for (const name of names) {
    if (done.has(name)) continue;
    if (name.endsWith('.sql')) await connection.query(readFileSync(`${folder}${name}`, 'utf8'));
    else await (await moduleOf(name)).up(connection);
    await connection.query('insert into migration (name) values ($1)', [name]);
  }
}

/** A numbered file that is a module; imported by a pattern, so that the server as built holds all of them. */
const moduleOf = async (name: string): Promise<{ up(connection: Connection): Promise<void> }> =>
  import(`./migrations/${name.slice(0, -'.ts'.length)}.ts`);
