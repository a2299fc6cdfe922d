import type { HistoryAnswer, PastOrder, Visit } from '../../contract/index.ts';
import type { HistorySort } from '../../core/history/index.ts';
import type { Connection } from '../database.ts';

/**
 * Past orders after an id, in order; every so-manieth of all, by its id. At most so many at once: `next` is where to go
 * on from; null where there are none behind. They are fetched one by one by their ids, as a scan over all of them takes
 * five times as long.
 */
export async function ordersAfter(
  connection: Connection,
  after: number,
  limit: number,
  every = 1,
): Promise<{ orders: PastOrder[]; next: number | null }> {
  const { rows: ends } = await connection.query<{ first: string | null; last: string | null }>(
    'select min(id) as first, max(id) as last from past_order',
  );
  const [first, last] = [Number(ends[0]?.first ?? 0), Number(ends[0]?.last ?? 0)];
  const from = Math.floor(Math.max(after, first - 1) / every) * every + every;
  const until = Math.min(last, from + (limit - 1) * every);
  const { rows } = await connection.query<{
    id: string;
    at: Date;
    place: string;
    service: string;
    lines: PastOrder['lines'];
    channel: string | null;
  }>(
    `select id, at, place, service, lines, channel
     from generate_series($1::bigint, $2::bigint, $3::bigint) as wanted (id) join past_order using (id) order by id`,
    [from, until, every],
  );
  return {
    orders: rows.map((row) => ({ ...row, id: Number(row.id), at: row.at.toISOString() })),
    next: until < last ? until : null,
  };
}

export async function orderCount(connection: Connection): Promise<number> {
  const { rows } = await connection.query<{ count: number }>('select count(*)::integer as count from past_order');
  return rows[0]?.count ?? 0;
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
  const [ordered, visits, advertising, spent, visited] = await Promise.all([
    // One pass over all orders, of which there may be millions.
    connection.query<{ country: string; orders: number; first: Date; last: Date }>(
      `select left(place, 2) as country, count(*)::integer as orders, min(at) as first, max(at) as last
       from past_order group by left(place, 2)`,
    ),
    connection.query<{ count: number }>('select coalesce(sum(visits), 0)::float8 as count from visit'),
    connection.query<{ rows: number; amount: string }>(
      'select count(*)::integer as rows, coalesce(sum(amount), 0)::text as amount from advertising',
    ),
    connection.query<HistoryAnswer['advertising']['spent'][number]>(
      `select month, channel, sum(amount)::text as amount from advertising
       group by month, channel order by month, channel`,
    ),
    connection.query<Omit<HistoryAnswer['countries'][number], 'orders'>>(
      `with visited as (
         select country, sum(visits)::float8 as visits, nullif(max(month), '') as month
         from visit where country <> '' group by country
       ), latest as (
         select visit.country, sum(visit.visits)::float8 as in_month
         from visit join visited on visited.country = visit.country and visited.month = visit.month
         group by visit.country
       )
       select country, visits, month, coalesce(in_month, 0) as "inMonth" from visited left join latest using (country)`,
    ),
  ]);
  const [visit, cost] = [visits.rows[0], advertising.rows[0]];
  const moments = ordered.rows.flatMap(({ first, last }) => [first.toISOString(), last.toISOString()]).sort();
  return {
    orders: {
      count: ordered.rows.reduce((sum, { orders }) => sum + orders, 0),
      first: moments[0] ?? null,
      last: moments.at(-1) ?? null,
    },
    visits: { count: visit?.count ?? 0 },
    advertising: { rows: cost?.rows ?? 0, amount: cost?.amount ?? '0', spent: spent.rows },
    countries: byCountry(ordered.rows, visited.rows),
  };
}

/** Orders and visits of each country in one, those with most orders first. */
function byCountry(
  ordered: readonly { readonly country: string; readonly orders: number }[],
  visited: readonly Omit<HistoryAnswer['countries'][number], 'orders'>[],
): HistoryAnswer['countries'] {
  const all = new Map<string, HistoryAnswer['countries'][number]>(
    visited.map((one) => [one.country, { ...one, orders: 0 }]),
  );
  for (const { country, orders } of ordered) {
    const known = all.get(country) ?? { country, visits: 0, month: null, inMonth: 0 };
    all.set(country, { ...known, orders });
  }
  return [...all.values()].sort(
    (a, b) => b.orders - a.orders || b.visits - a.visits || (a.country < b.country ? -1 : 1),
  );
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
