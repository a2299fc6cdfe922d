import pg from 'pg';
import { connect, type Database } from '../../src/server/database.ts';

/** An empty database, with what is done in it; it goes at the end. */
export async function within<T>(work: (database: Database) => Promise<T>): Promise<T> {
  const base = process.env.TEST_DATABASE_URL ?? '';
  const name = `test_${Math.random().toString(36).slice(2, 10)}`;
  const admin = new pg.Client({ connectionString: base });
  await admin.connect();
  await admin.query(`create database ${name}`);
  const database = connect(base.replace(/\/[^/]*$/, `/${name}`));
  try {
    return await work(database);
  } finally {
    await database.end();
    await admin.query(`drop database ${name} with (force)`);
    await admin.end();
  }
}
