import type { PastOrder, Visit } from '../../contract/index.ts';
import type { Connection } from '../database.ts';

/** Past orders after an id, in order. */
export async function ordersAfter(connection: Connection, after: number, limit: number): Promise<PastOrder[]> {
  const { rows } = await connection.query<{
    id: string;
    at: Date;
    place: string;
    service: string;
    lines: PastOrder['lines'];
    channel: string | null;
  }>('select id, at, place, service, lines, channel from past_order where id > $1 order by id limit $2', [
    after,
    limit,
  ]);
  return rows.map((row) => ({ ...row, id: Number(row.id), at: row.at.toISOString() }));
}

export async function allVisits(connection: Connection): Promise<Visit[]> {
  const { rows } = await connection.query<Visit>('select country, visits from visit order by visits desc, country');
  return rows;
}

export async function putHistory(
  connection: Connection,
  orders: readonly PastOrder[],
  visits: readonly Visit[],
): Promise<void> {
  await connection.query(
    `insert into past_order (id, at, place, service, lines, channel)
     select id, at, place, service, lines, channel
     from jsonb_to_recordset($1)
       as one (id bigint, at timestamptz, place text, service text, lines jsonb, channel text)`,
    [JSON.stringify(orders)],
  );
  await connection.query(
    `insert into visit (country, visits)
     select country, visits from jsonb_to_recordset($1) as one (country text, visits integer)`,
    [JSON.stringify(visits)],
  );
}
