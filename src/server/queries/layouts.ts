import { type Layout, layoutKey } from '../../core/tables/index.ts';
import type { Connection } from '../database.ts';

/** How files of a sort were laid out, the last used first. */
export async function layoutsOf(connection: Connection, sort: string, most: number): Promise<Layout[]> {
  const { rows } = await connection.query<{ layout: Layout }>(
    'select layout from layout where sort = $1 order by used desc, heads limit $2',
    [sort, most],
  );
  return rows.map((row) => row.layout);
}

/** Remembers how a file was laid out, instead of what was remembered of files with the same heads. */
export async function putLayout(connection: Connection, sort: string, layout: Layout, used: Date): Promise<void> {
  await connection.query(
    `insert into layout (sort, heads, layout, used) values ($1, $2, $3, $4)
     on conflict (sort, heads) do update set layout = excluded.layout, used = excluded.used`,
    [sort, layoutKey(layout), JSON.stringify(layout), used],
  );
}
