import type { AdvertisingRow, OrderLine, VisitsRow } from '../../core/history/index.ts';
import type { Connection } from '../database.ts';

/** What became of what was staged: put anew, changed, as it was. */
export interface Put {
  readonly fresh: number;
  readonly changed: number;
  readonly same: number;
}
type StagedOrderLine = Omit<OrderLine, 'codes'> & { readonly codes: string; readonly line: number };

/** Lines of orders laid beside those that stand, within a transaction; gone with it. */
export async function openOrderStage(connection: Connection): Promise<void> {
  await connection.query(
    `create temporary table staged_line (
       line bigint, number text, at timestamptz, channel text, place text, service text, sku text, units integer,
       codes text, charge numeric, discount numeric
     ) on commit drop;
     create temporary table staged_bad (number text, channel text) on commit drop`,
  );
}

export async function stageOrderLines(connection: Connection, lines: readonly StagedOrderLine[]): Promise<void> {
  await connection.query(
    `insert into staged_line
     select line, number, at, channel, place, service, sku, units, codes, charge, discount
     from jsonb_to_recordset($1) as one (
       line bigint, number text, at timestamptz, channel text, place text, service text, sku text, units integer,
       codes text, charge numeric, discount numeric
     )`,
    [JSON.stringify(lines)],
  );
}

/** Orders of which a line cannot be read: none of them is taken. */
export async function stageBadOrders(
  connection: Connection,
  orders: readonly { readonly number: string; readonly channel: string }[],
): Promise<void> {
  await connection.query(
    `insert into staged_bad select number, channel
     from jsonb_to_recordset($1) as one (number text, channel text)`,
    [JSON.stringify(orders)],
  );
}

/**
 * Puts the orders that the staged lines make: what an order says once is taken from the first of its lines that has it;
 * lines of one SKU are one. An order that stands there already under its number and channel becomes what is staged.
 */
export async function putStagedOrders(connection: Connection): Promise<Put> {
  await connection.query('analyze staged_line');
  const { rows } = await connection.query<{ all: number; fresh: number; changed: number }>(
    `with good as (
       select * from staged_line where not exists (
         select from staged_bad where staged_bad.number = staged_line.number and staged_bad.channel = staged_line.channel)
     ), summed as (
       select channel, number, sku, sum(units) as units, min(line) as line from good group by channel, number, sku
     ), listed as (
       select channel, number, jsonb_agg(jsonb_build_object('sku', sku, 'units', units) order by line) as lines
       from summed group by channel, number
     ), headed as (
       select channel, number, min(at) as at, (array_agg(place order by line))[1] as place,
         coalesce((array_agg(service order by line) filter (where service <> ''))[1], '') as service,
         coalesce((array_agg(codes order by line) filter (where codes <> ''))[1], '') as codes,
         (array_agg(charge order by line) filter (where charge is not null))[1] as charge,
         (array_agg(discount order by line) filter (where discount is not null))[1] as discount
       from good group by channel, number
     ), whole as (
       select * from headed join listed using (channel, number)
     ), put as (
       insert into past_order (number, at, place, service, lines, channel, codes, charge, discount)
       select number, at, place, service, lines, nullif(channel, ''), coalesce(string_to_array(nullif(codes, ''), ' '), '{}'), charge, discount
       from whole order by at, number
       on conflict ((coalesce(channel, '')), number) do update
         set at = excluded.at, place = excluded.place, service = excluded.service, lines = excluded.lines,
           codes = excluded.codes, charge = excluded.charge, discount = excluded.discount
         where (past_order.at, past_order.place, past_order.service, past_order.lines, past_order.codes,
             past_order.charge, past_order.discount)
           is distinct from (excluded.at, excluded.place, excluded.service, excluded.lines, excluded.codes,
             excluded.charge, excluded.discount)
       returning xmax = 0 as fresh
     )
     select (select count(*) from whole)::integer as all,
       count(*) filter (where fresh)::integer as fresh, count(*) filter (where not fresh)::integer as changed
     from put`,
  );
  return putOf(rows[0]);
}

const putOf = (row?: { all: number; fresh: number; changed: number }): Put => {
  const { all, fresh, changed } = row ?? { all: 0, fresh: 0, changed: 0 };
  return { fresh, changed, same: all - fresh - changed };
};

/** Visits by month, country, part and channel take the place of those that stand there; those of one file add up. */
export async function putVisits(connection: Connection, visits: readonly VisitsRow[]): Promise<Put> {
  const { rows } = await connection.query<{ all: number; fresh: number; changed: number }>(
    `with whole as (
       select month, country, part, channel, sum(visits) as visits
       from jsonb_to_recordset($1) as one (month text, country text, part text, channel text, visits bigint)
       group by month, country, part, channel
     ), put as (
       insert into visit (month, country, part, channel, visits)
       select month, country, part, channel, visits from whole
       on conflict (month, country, part, channel) do update set visits = excluded.visits
         where visit.visits <> excluded.visits
       returning xmax = 0 as fresh
     )
     select (select count(*) from whole)::integer as all,
       count(*) filter (where fresh)::integer as fresh, count(*) filter (where not fresh)::integer as changed
     from put`,
    [JSON.stringify(visits)],
  );
  return putOf(rows[0]);
}

/** What advertising cost, likewise. */
export async function putAdvertising(connection: Connection, costs: readonly AdvertisingRow[]): Promise<Put> {
  const { rows } = await connection.query<{ all: number; fresh: number; changed: number }>(
    `with whole as (
       select month, country, channel, sum(amount) as amount
       from jsonb_to_recordset($1) as one (month text, country text, channel text, amount numeric)
       group by month, country, channel
     ), put as (
       insert into advertising (month, country, channel, amount)
       select month, country, channel, amount from whole
       on conflict (month, country, channel) do update set amount = excluded.amount
         where advertising.amount <> excluded.amount
       returning xmax = 0 as fresh
     )
     select (select count(*) from whole)::integer as all,
       count(*) filter (where fresh)::integer as fresh, count(*) filter (where not fresh)::integer as changed
     from put`,
    [JSON.stringify(costs)],
  );
  return putOf(rows[0]);
}
