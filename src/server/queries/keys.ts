import type { Connection } from '../database.ts';

export interface KeyRow {
  readonly of: string;
  readonly sealed: Buffer;
  readonly prices: 'list' | 'account' | null;
  readonly who: string;
  readonly at: Date;
}

export async function allKeys(connection: Connection): Promise<KeyRow[]> {
  const { rows } = await connection.query<KeyRow>('select of, sealed, prices, who, at from sealed_key order by of');
  return rows;
}

export async function keyRow(connection: Connection, of: string): Promise<KeyRow | null> {
  const { rows } = await connection.query<KeyRow>('select of, sealed, prices, who, at from sealed_key where of = $1', [
    of,
  ]);
  return rows[0] ?? null;
}

export async function putKey(connection: Connection, { of, sealed, prices, who, at }: KeyRow): Promise<void> {
  await connection.query(
    `insert into sealed_key (of, sealed, prices, who, at) values ($1, $2, $3, $4, $5)
     on conflict (of) do update
       set sealed = excluded.sealed, prices = excluded.prices, who = excluded.who, at = excluded.at`,
    [of, sealed, prices, who, at],
  );
}

export async function dropKey(connection: Connection, of: string): Promise<void> {
  await connection.query('delete from sealed_key where of = $1', [of]);
}
