import type { Connection } from '../database.ts';

/** How far the demo's clock runs ahead of the machine's, in milliseconds. */
export async function clockAhead(connection: Connection): Promise<number> {
  const { rows } = await connection.query<{ value: number }>("select value from setting where key = 'clock ahead'");
  return rows[0]?.value ?? 0;
}

export async function setClockAhead(connection: Connection, ahead: number): Promise<void> {
  await connection.query(
    `insert into setting (key, value) values ('clock ahead', $1)
     on conflict (key) do update set value = excluded.value`,
    [JSON.stringify(ahead)],
  );
}
