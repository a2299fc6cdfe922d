import type { Change } from '../../core/book/index.ts';
import { goodsFields, type Item } from '../../core/goods/index.ts';
import type { Connection } from '../database.ts';

interface RevisionRow {
  readonly number: number;
  readonly at: Date;
  readonly who: string;
  readonly note: string;
}

/** Changes as they are handed to the database: items that come and go whole stand in short, as goods do. */
export const keptChanges = (changes: readonly Change[]): string =>
  JSON.stringify(changes.map((change) => withItems(change, (item) => goodsFields.stated(item as Item))));

/** Changes as they were handed to it. */
const wholeChanges = (changes: readonly Change[]): Change[] =>
  changes.map((change) => withItems(change, (item) => goodsFields.whole(item as Partial<Item>)));

/** A change whose items, if it is about a whole one, are made into something else. */
function withItems(change: Change, make: (item: unknown) => unknown): Change {
  const { path, before, after } = change;
  if (path[0] !== 'goods' || path.length !== 2) return change;
  return { ...change, ...(before ? { before: make(before) } : {}), ...(after ? { after: make(after) } : {}) };
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

/** The channel of the database on which every server is told the number of each revision that is saved. */
export const savedChannel = 'plemb_saved';

export async function addRevision(
  connection: Connection,
  revision: { number: number; at: Date; who: string; note: string; changes: readonly Change[] },
): Promise<void> {
  await connection.query('insert into revision (number, at, who, note, changes) values ($1, $2, $3, $4, $5)', [
    revision.number,
    revision.at,
    revision.who,
    revision.note,
    keptChanges(revision.changes),
  ]);
  await connection.query('select pg_notify($1, $2)', [savedChannel, String(revision.number)]);
}

/** Which revisions are asked for; null for any. */
export interface RevisionFilter {
  readonly who: string | null;
  /** First steps of paths: those that change something of one of them. */
  readonly kinds: readonly string[] | null;
  /** The beginning of a path: those that change something under it. */
  readonly of: readonly string[] | null;
}

/** The first three changes of a revision; those that begin so, where that is asked. */
const firstOfAll = 'select changes -> nth, nth from generate_series(0, 2) as nth where changes -> nth is not null';
const firstTaken = `select one, nth from jsonb_array_elements(changes) with ordinality as change (one, nth)
  where ($4::text[] is null or one -> 'path' ->> 0 = any ($4))
    and ($5::text[] is null or array(select jsonb_array_elements_text(one -> 'path') limit cardinality($5)) = $5)
  order by nth limit 3`;

/**
 * Revisions before a number that a filter takes, newest first, each with how many changes it has and the first three
 * that the filter takes; of a change that is long its path alone.
 */
export async function revisionsBefore(
  connection: Connection,
  before: number,
  { who, kinds, of }: RevisionFilter,
  limit: number,
): Promise<(RevisionRow & { count: number; first: Change[] })[]> {
  const filtered = kinds !== null || of !== null;
  const { rows } = await connection.query<RevisionRow & { count: number; first: Change[] }>(
    `select number, at, who, note, jsonb_array_length(changes) as count, coalesce(told.first, '[]') as first
       from revision cross join lateral (
         select jsonb_agg(
           case when length(one::text) < 2000 then one else jsonb_build_object('path', one -> 'path') end order by nth
         ) as first
         from (${filtered ? firstTaken : firstOfAll}) as taken (one, nth)
       ) as told
      where number < $1 and ($2::text is null or who = $2) ${filtered ? 'and told.first is not null' : ''}
      order by number desc limit $3`,
    [before, who, limit, ...(filtered ? [kinds, of] : [])],
  );
  return rows.map((row) => ({ ...row, first: wholeChanges(row.first) }));
}

/** Everybody who has saved. */
export async function savers(connection: Connection): Promise<string[]> {
  const { rows } = await connection.query<{ who: string }>(
    `with recursive people as (
       select min(who) as who from revision
       union all
       select (select min(who) from revision where who > people.who) from people where people.who is not null
     )
     select who from people where who is not null limit 200`,
  );
  return rows.map((row) => row.who);
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
  return rows.map((row) => ({ ...row, changes: wholeChanges(row.changes) }));
}

/** How many bytes the changes of the revisions after `from` up to `to` take in the database. */
export async function sizeBetween(connection: Connection, from: number, to: number): Promise<number> {
  const { rows } = await connection.query<{ size: number }>(
    `select coalesce(sum(pg_column_size(changes)), 0)::double precision as size from revision
     where number > $1 and number <= $2`,
    [from, to],
  );
  return rows[0]?.size ?? 0;
}
