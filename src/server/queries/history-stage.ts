import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { from } from 'pg-copy-streams';
import type { AdvertisingRow, OrderLine, VisitsRow } from '../../core/history/index.ts';
import type { Connection } from '../database.ts';

/** What became of what was staged: put anew, changed, as it was. */
export interface Put {
  readonly fresh: number;
  readonly changed: number;
  readonly same: number;
}
/** Lines of one order that stand together in a file, from this line on. */
export interface StagedOrder extends Omit<OrderLine, 'sku' | 'units' | 'codes'> {
  readonly line: number;
  readonly codes: string;
  readonly lines: ReadonlyMap<string, number>;
}

/** Orders laid beside those that stand, within a transaction; gone with it. */
export async function openOrderStage(connection: Connection): Promise<void> {
  await connection.query(
    `create temporary table staged_order (
       line bigint, number text, channel text, at timestamptz, place text, service text, lines jsonb, codes text,
       charge numeric, discount numeric
     ) on commit drop;
     create temporary table staged_bad (number text, channel text) on commit drop;
     create temporary table staged_parted (number text, channel text) on commit drop`,
  );
}

export async function stageOrders(connection: Connection, orders: readonly StagedOrder[]): Promise<void> {
  const text = orders.map(orderText).join('');
  await pipeline(Readable.from([text]), connection.query(from('copy staged_order from stdin')));
}

/** Nothing, as COPY has it. */
const none = '\\N';

function orderText({ line, number, channel, at, place, service, lines, codes, charge, discount }: StagedOrder): string {
  const said = [...lines].map(([sku, units]) => ({ sku, units }));
  const head = `${line}\t${copied(number)}\t${channel}\t${at}\t${copied(place)}\t${service}`;
  return `${head}\t${copied(JSON.stringify(said))}\t${codes}\t${charge ?? none}\t${discount ?? none}\n`;
}

/** A value as COPY takes it in its text format (PostgreSQL’s manual, COPY, “Text Format”). */
const copied = (value: string): string => value.replace(/[\\\t\n\r]/g, escaped);
const escapes: Readonly<Record<string, string>> = { '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' };
const escaped = (letter: string): string => escapes[letter] ?? letter;

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
 * Puts the staged orders. Of an order whose lines do not stand together, what it says once is taken from the first part
 * that has it, and lines of one SKU are one. An order that stands there already under its number and channel becomes
 * what is staged. Imports that put orders wait for each other, however long that takes.
 */
export async function putStagedOrders(connection: Connection): Promise<Put> {
  await connection.query(
    `set local work_mem = '128MB';
     delete from staged_order using staged_bad
     where staged_bad.number = staged_order.number and staged_bad.channel = staged_order.channel;
     insert into staged_parted select number, channel from staged_order group by number, channel having count(*) > 1;
     analyze staged_order; analyze staged_parted;
     with parted as (
       delete from staged_order using staged_parted
       where staged_parted.number = staged_order.number and staged_parted.channel = staged_order.channel
       returning staged_order.*
     ), summed as (
       select number, channel, sku, sum(units) as units, min(line) as line
       from parted, jsonb_to_recordset(lines) as one (sku text, units bigint) group by number, channel, sku
     ), listed as (
       select number, channel, jsonb_agg(jsonb_build_object('sku', sku, 'units', units) order by line, sku) as lines
       from summed group by number, channel
     ), headed as (
       select number, channel, min(line) as line, min(at) as at, (array_agg(place order by line))[1] as place,
         coalesce((array_agg(service order by line) filter (where service <> ''))[1], '') as service,
         coalesce((array_agg(codes order by line) filter (where codes <> ''))[1], '') as codes,
         (array_agg(charge order by line) filter (where charge is not null))[1] as charge,
         (array_agg(discount order by line) filter (where discount is not null))[1] as discount
       from parted group by number, channel
     )
     insert into staged_order (line, number, channel, at, place, service, lines, codes, charge, discount)
     select line, number, channel, at, place, service, lines, codes, charge, discount
     from headed join listed using (number, channel);
     set local lock_timeout = 0;
     lock table past_order in share row exclusive mode`,
  );
  const changed = await connection.query(
    `update past_order
     set at = one.at, place = one.place, service = one.service, lines = one.lines, codes = one.codes,
       charge = one.charge, discount = one.discount
     from (select ${asKept} from staged_order) as one
     where past_order.number = one.number and coalesce(past_order.channel, '') = coalesce(one.channel, '')
       and (past_order.at, past_order.place, past_order.service, past_order.lines, past_order.codes,
           past_order.charge, past_order.discount)
         is distinct from (one.at, one.place, one.service, one.lines, one.codes, one.charge, one.discount)`,
  );
  const fresh = await connection.query(
    `insert into past_order (number, at, place, service, lines, channel, codes, charge, discount)
     select ${asKept} from staged_order
     where not exists (
       select from past_order
       where past_order.number = staged_order.number and coalesce(past_order.channel, '') = staged_order.channel)
     order by at, number`,
  );
  const { rows } = await connection.query<{ all: number }>('select count(*)::integer as all from staged_order');
  // What stands on them is asked at once, long before the database would look at them by itself.
  await connection.query('analyze past_order');
  return putOf({ all: rows[0]?.all ?? 0, fresh: fresh.rowCount ?? 0, changed: changed.rowCount ?? 0 });
}

/** A staged order in the columns of those that stand. */
const asKept = `number, at, place, service, lines, nullif(channel, '') as channel,
  coalesce(string_to_array(nullif(codes, ''), ' '), '{}') as codes, charge, discount`;

interface Counted {
  readonly all: number;
  readonly fresh: number;
  readonly changed: number;
}

/** What became of the rows of `whole`, of which those that differed are in `put`. */
const countPut = `select (select count(*) from whole)::integer as all,
  count(*) filter (where fresh)::integer as fresh, count(*) filter (where not fresh)::integer as changed
from put`;

const putOf = (row?: Counted): Put => {
  const { all, fresh, changed } = row ?? { all: 0, fresh: 0, changed: 0 };
  return { fresh, changed, same: all - fresh - changed };
};

/** Visits by month, country, part and channel take the place of those that stand there; those of one file add up. */
export async function putVisits(connection: Connection, visits: readonly VisitsRow[]): Promise<Put> {
  const { rows } = await connection.query<Counted>(
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
     ${countPut}`,
    [JSON.stringify(visits)],
  );
  return putOf(rows[0]);
}

/** What advertising cost, likewise. */
export async function putAdvertising(connection: Connection, costs: readonly AdvertisingRow[]): Promise<Put> {
  const { rows } = await connection.query<Counted>(
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
     ${countPut}`,
    [JSON.stringify(costs)],
  );
  return putOf(rows[0]);
}
