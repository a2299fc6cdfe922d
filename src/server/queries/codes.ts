import type { CodeBatch, SegmentCount } from '../../contract/index.ts';
import type { Connection } from '../database.ts';

/** A single-use code, and when it was used, if it was. */
export interface SingleCode {
  readonly code: string;
  readonly used: Date | null;
}

/** Every batch with its counts, which the tables keep. */
export async function batches(connection: Connection): Promise<CodeBatch[]> {
  const { rows } = await connection.query<CodeBatch>('select batch, codes, used from code_count order by batch');
  return rows;
}

/**
 * Puts codes into a batch; gives back those that stand in any batch already, and changes nothing where there are any.
 */
export async function addCodes(
  connection: Connection,
  batch: string,
  codes: readonly SingleCode[],
  at: Date,
): Promise<string[]> {
  const list = codes.map((one) => one.code);
  const { rows } = await connection.query<{ code: string }>(
    'select code from single_code where code = any($1) limit 20',
    [list],
  );
  if (rows.length > 0) return rows.map((row) => row.code);
  await connection.query(
    `insert into single_code (code, batch, made, used)
     select code, $1, $2, used from unnest($3::text[], $4::timestamptz[]) as one (code, used)`,
    [batch, at, list, codes.map((one) => one.used)],
  );
  return [];
}

/** Adds made codes, those that stand already left out; how many went in. */
export async function addFreshCodes(
  connection: Connection,
  batch: string,
  codes: readonly string[],
  at: Date,
): Promise<number> {
  const { rowCount } = await connection.query(
    `insert into single_code (code, batch, made)
     select code, $1, $2 from unnest($3::text[]) as one (code)
     on conflict do nothing`,
    [batch, at, codes],
  );
  return rowCount ?? 0;
}

/** Codes of a batch after one of them, in order. */
export async function codesAfter(
  connection: Connection,
  batch: string,
  after: string,
  limit: number,
): Promise<SingleCode[]> {
  const { rows } = await connection.query<SingleCode>(
    'select code, used from single_code where batch = $1 and code > $2 order by code limit $3',
    [batch, after, limit],
  );
  return rows;
}

/** The batch of each of some codes that is single-use and not used yet. */
export async function unusedAmong(connection: Connection, codes: readonly string[]): Promise<Record<string, string>> {
  const { rows } = await connection.query<{ code: string; batch: string }>(
    'select code, batch from single_code where code = any($1) and used is null',
    [codes],
  );
  return Object.fromEntries(rows.map((row) => [row.code, row.batch]));
}

/** Marks codes as used, those that are already left as they are; how many were marked, and which no batch has. */
export async function markUsed(
  connection: Connection,
  codes: readonly SingleCode[],
  at: Date,
): Promise<{ marked: number; unknown: string[] }> {
  const list = codes.map((one) => one.code);
  const { rows } = await connection.query<{ code: string }>(
    `select one.code from unnest($1::text[]) as one (code)
     where not exists (select 1 from single_code where single_code.code = one.code) limit 20`,
    [list],
  );
  if (rows.length > 0) return { marked: 0, unknown: rows.map((row) => row.code) };
  const { rowCount } = await connection.query(
    `update single_code set used = coalesce(one.used, $3)
     from unnest($1::text[], $2::timestamptz[]) as one (code, used)
     where single_code.code = one.code and single_code.used is null`,
    [list, codes.map((one) => one.used), at],
  );
  return { marked: rowCount ?? 0, unknown: [] };
}

export async function dropBatch(connection: Connection, batch: string): Promise<number> {
  const { rowCount } = await connection.query('delete from single_code where batch = $1', [batch]);
  return rowCount ?? 0;
}

export async function segmentCounts(connection: Connection): Promise<SegmentCount[]> {
  const { rows } = await connection.query<SegmentCount>(
    'select segment, customers from segment_count order by segment',
  );
  return rows;
}

/** Puts customers into segments; each is in one, the last said. */
export async function putCustomers(
  connection: Connection,
  customers: readonly { customer: string; segment: string }[],
): Promise<void> {
  await connection.query(
    `insert into customer (id, segment)
     select id, segment from unnest($1::text[], $2::text[]) as one (id, segment)
     on conflict (id) do update set segment = excluded.segment`,
    [customers.map((one) => one.customer), customers.map((one) => one.segment)],
  );
}

export async function customersAfter(
  connection: Connection,
  after: string,
  limit: number,
): Promise<{ customer: string; segment: string }[]> {
  const { rows } = await connection.query<{ customer: string; segment: string }>(
    'select id as customer, segment from customer where id > $1 order by id limit $2',
    [after, limit],
  );
  return rows;
}

export async function segmentOf(connection: Connection, customer: string): Promise<string | null> {
  const { rows } = await connection.query<{ segment: string }>('select segment from customer where id = $1', [
    customer,
  ]);
  return rows[0]?.segment ?? null;
}
