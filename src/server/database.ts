import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { untilThere } from './trouble.ts';

const folder = fileURLToPath(new URL('./migrations/', import.meta.url));

/** Something statements can be sent to: the database, or the one connection of a transaction. */
export type Connection = Pick<pg.ClientBase, 'query'>;

/**
 * The database: statements that stand alone and reads have connections of their own, so that saves which wait for each
 * other never keep anybody from reading.
 */
export interface Database extends Connection {
  readonly reads: pg.Pool;
  readonly writes: pg.Pool;
  end(): Promise<void>;
}

/** How long one waits for a connection, or for the saves before one's own, before one is told to come again: in ms. */
const patience = { read: 5000, write: 10_000 };

/** Opens pools of connections: so many for reads, and as many transactions at once as `writes`. */
export function connect(url: string, { reads, writes } = { reads: 8, writes: 3 }): Database {
  const pools = {
    reads: poolOf(url, reads, patience.read),
    writes: poolOf(url, writes, patience.write),
  };
  return {
    ...pools,
    query: pools.reads.query.bind(pools.reads),
    async end() {
      await Promise.all([pools.reads.end(), pools.writes.end()]);
    },
  };
}

/** A connection that the database ends is dropped; whoever was using it is told by its statement. */
function poolOf(connectionString: string, max: number, connectionTimeoutMillis: number): pg.Pool {
  const pool = new pg.Pool({ connectionString, max, connectionTimeoutMillis });
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}

/** Runs work in one transaction: all of it counts or none. Waits for other writers no longer than is patient. */
export const transaction = <T>(database: Database, work: (connection: Connection) => Promise<T>): Promise<T> =>
  within(database.writes, `begin; set local lock_timeout = ${patience.write}`, work);

/** Runs reads that must all see the same state, whatever is saved meanwhile. */
export const snapshot = <T>(database: Database, work: (connection: Connection) => Promise<T>): Promise<T> =>
  within(database.reads, 'begin isolation level repeatable read read only', work);

/** Runs reads that see what another connection sees, by the name that it gave its snapshot. */
export const sharedSnapshot = <T>(
  database: Database,
  name: string,
  work: (connection: Connection) => Promise<T>,
): Promise<T> =>
  snapshot(database, async (connection) => {
    await connection.query(`set transaction snapshot '${name.replaceAll("'", '')}'`);
    return work(connection);
  });

async function within<T>(pool: pg.Pool, begin: string, work: (connection: Connection) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let broken = false;
  try {
    await client.query(begin);
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch(() => {
      broken = true;
    });
    throw error;
  } finally {
    client.release(broken);
  }
}

/**
 * Brings the tables up to date, waiting for the database and for others who do: runs each numbered file once, in order,
 * all in one transaction. A file is of SQL, or a module with `up`.
 */
export async function migrate(database: Database): Promise<void> {
  await untilThere(() => transaction(database, (connection) => migrateWithin(connection, migrations())));
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
