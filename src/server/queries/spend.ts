import type { SpendRow } from '../../core/offers/index.ts';
import type { Connection } from '../database.ts';

const columns = `offer, to_char(week, 'YYYY-MM-DD') as week, nullif(channel, '') as channel, amount`;

/** What offers have cost so far, by week and channel. */
export async function allSpend(connection: Connection): Promise<SpendRow[]> {
  const { rows } = await connection.query<SpendRow>(
    `select ${columns} from spend order by spend.offer, spend.week, spend.channel`,
  );
  return rows;
}

/** Puts rows in, each in place of one of the same offer, week and channel: a file taken again doubles nothing. */
export async function putSpend(connection: Connection, rows: readonly SpendRow[]): Promise<void> {
  await connection.query(
    `insert into spend (offer, week, channel, amount)
     select offer, week, coalesce(channel, ''), amount
     from jsonb_to_recordset($1) as row (offer text, week date, channel text, amount text)
     on conflict (offer, week, channel) do update set amount = excluded.amount`,
    [JSON.stringify(rows)],
  );
}
