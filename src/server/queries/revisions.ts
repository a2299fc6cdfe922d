import type { Change } from '../../core/book/index.ts';
import type { Connection } from '../database.ts';

interface RevisionRow {
  readonly number: number;
  readonly at: Date;
  readonly who: string;
  readonly note: string;
}

/** The key of the lock under which saves go one after another. */
export const savingLock = 7316;

/** The newest revision's number, after every save before this one has ended. */
export async function lockNewest(connection: Connection): Promise<number> {
  await connection.query('select pg_advisory_xact_lock($1)', [savingLock]);
  return newest(connection);
}

export async function newest(connection: Connection): Promise<number> {
  const { rows } = await connection.query<{ number: number }>('select max(number) as number from revision');
  return rows[0]?.number ?? 0;
}

export async function addRevision(
  connection: Connection,
  revision: { number: number; at: Date; who: string; note: string; changes: readonly Change[] },
): Promise<void> {
  await connection.query('insert into revision (number, at, who, note, changes) values ($1, $2, $3, $4, $5)', [
    revision.number,
    revision.at,
    revision.who,
    revision.note,
    JSON.stringify(revision.changes),
  ]);
}

/** Revisions before a number, newest first. */
export async function revisionsBefore(
  connection: Connection,
  before: number,
  limit: number,
): Promise<(RevisionRow & { count: number })[]> {
  const { rows } = await connection.query<RevisionRow & { count: number }>(
    'select number, at, who, note, jsonb_array_length(changes) as count from revision where number < $1 order by number desc limit $2',
    [before, limit],
  );
  return rows;
}

/** The changes of the revisions after `from` up to `to`, oldest first. */
export async function changesBetween(
  connection: Connection,
  from: number,
  to: number,
): Promise<(RevisionRow & { changes: Change[] })[]> {
  const { rows } = await connection.query<RevisionRow & { changes: Change[] }>(
    'select number, at, who, note, changes from revision where number > $1 and number <= $2 order by number',
    [from, to],
  );
  return rows;
}
