import type { Connection } from '../database.ts';

/** Tables that the database keeps from others by itself, and the one that says what made them. */
const derived = ['migration', 'code_count', 'segment_count'];

export interface Table {
  readonly name: string;
  /** Those that are written; what the database works out itself is not among them. */
  readonly columns: readonly string[];
  /** The column that counts by itself; null where none does. */
  readonly counter: string | null;
}

/** Every table there is, those that others refer to first. */
export async function tables(connection: Connection): Promise<Table[]> {
  const { rows } = await connection.query<Table & { readonly needs: readonly string[] }>(
    `select relname as name,
       (select array_agg(attname::text order by attnum) from pg_attribute
         where attrelid = pg_class.oid and attnum > 0 and not attisdropped and attgenerated = '') as columns,
       (select min(attname::text) from pg_attribute where attrelid = pg_class.oid and attidentity <> '') as counter,
       array(select distinct confrelid::regclass::text from pg_constraint
         where conrelid = pg_class.oid and contype = 'f' and confrelid <> pg_class.oid) as needs
     from pg_class
     where relnamespace = 'public'::regnamespace and relkind = 'r' and relname <> all ($1) order by relname`,
    [derived],
  );
  const placed: typeof rows = [];
  while (placed.length < rows.length) {
    const isPlaced = (name: string) => placed.some((one) => one.name === name);
    const next = rows.filter((row) => !isPlaced(row.name) && row.needs.every(isPlaced));
    if (next.length === 0) throw new Error('Tables refer to each other in a circle');
    placed.push(...next);
  }
  return placed.map(({ name, columns, counter }) => ({ name, columns, counter }));
}

export const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;
