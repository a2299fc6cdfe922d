import type { HistoryAnswer, PastOrder, Visit } from '../../contract/index.ts';
import type { HistorySort } from '../../core/history/index.ts';
import type { Connection } from '../database.ts';

/** Past orders after an id, in order; every so-manieth of all, by its id. */
export async function ordersAfter(
  connection: Connection,
  after: number,
  limit: number,
  every = 1,
): Promise<PastOrder[]> {
  const { rows } = await connection.query<{
    id: string;
    at: Date;
    place: string;
    service: string;
    lines: PastOrder['lines'];
    channel: string | null;
  }>(
    `select id, at, place, service, lines, channel from past_order
     where id > $1 and id % $3 = 0 order by id limit $2`,
    [after, limit, every],
  );
  return rows.map((row) => ({ ...row, id: Number(row.id), at: row.at.toISOString() }));
}

/** Visits by country, of all months together. */
export async function allVisits(connection: Connection): Promise<Visit[]> {
  const { rows } = await connection.query<Visit>(
    `select country, sum(visits)::float8 as visits from visit
     where country <> '' group by country order by visits desc, country`,
  );
  return rows;
}

/** How much there is of each sort, and by country. */
export async function historyThere(connection: Connection): Promise<HistoryAnswer> {
  const [orders, visits, advertising, spent, countries] = await Promise.all([
    connection.query<{ count: number; first: Date | null; last: Date | null }>(
      'select count(*)::integer as count, min(at) as first, max(at) as last from past_order',
    ),
    connection.query<{ count: number }>('select coalesce(sum(visits), 0)::float8 as count from visit'),
    connection.query<{ rows: number; amount: string }>(
      'select count(*)::integer as rows, coalesce(sum(amount), 0)::text as amount from advertising',
    ),
    connection.query<HistoryAnswer['advertising']['spent'][number]>(
      `select month, channel, sum(amount)::text as amount from advertising
       group by month, channel order by month, channel`,
    ),
    connection.query<HistoryAnswer['countries'][number]>(
      `with ordered as (
         select left(place, 2) as country, count(*)::integer as orders from past_order group by left(place, 2)
       ), visited as (
         select country, sum(visits)::float8 as visits, nullif(max(month), '') as month
         from visit where country <> '' group by country
       ), latest as (
         select visit.country, sum(visit.visits)::float8 as in_month
         from visit join visited on visited.country = visit.country and visited.month = visit.month
         group by visit.country
       )
       select country, coalesce(orders, 0) as orders, coalesce(visits, 0) as visits, month,
         coalesce(in_month, 0) as "inMonth"
       from ordered full join visited using (country) left join latest using (country)
       order by orders desc nulls last, visits desc nulls last, country`,
    ),
  ]);
  const [order, visit, cost] = [orders.rows[0], visits.rows[0], advertising.rows[0]];
  return {
    orders: {
      count: order?.count ?? 0,
      first: order?.first?.toISOString() ?? null,
      last: order?.last?.toISOString() ?? null,
    },
    visits: { count: visit?.count ?? 0 },
    advertising: { rows: cost?.rows ?? 0, amount: cost?.amount ?? '0', spent: spent.rows },
    countries: countries.rows,
  };
}

const forgetting: Readonly<Record<HistorySort, string>> = {
  orders: 'delete from past_order',
  visits: 'delete from visit',
  advertising: 'delete from advertising',
};
/** Takes all history of a sort away. */
export async function forgetHistory(connection: Connection, sort: HistorySort): Promise<void> {
  await connection.query(forgetting[sort]);
}

export async function putHistory(
  connection: Connection,
  orders: readonly Omit<PastOrder, 'id'>[],
  visits: readonly Visit[],
  spent: HistoryAnswer['advertising']['spent'],
): Promise<void> {
  await connection.query(
    `insert into past_order (at, place, service, lines, channel)
     select at, place, service, lines, channel
     from jsonb_array_elements($1) with ordinality as each (one, n),
       jsonb_to_record(one) as (at timestamptz, place text, service text, lines jsonb, channel text)
     order by n`,
    [JSON.stringify(orders)],
  );
  await connection.query(
    `insert into visit (country, visits)
     select country, visits from jsonb_to_recordset($1) as one (country text, visits integer)`,
    [JSON.stringify(visits)],
  );
  await connection.query(
    `insert into advertising (month, country, channel, amount)
     select month, '', channel, amount::numeric
     from jsonb_to_recordset($1) as one (month text, channel text, amount text)`,
    [JSON.stringify(spent)],
  );
}
