import type { ImportReport, ImportState } from '../../contract/index.ts';
import type { MissingWay } from '../../core/goods/index.ts';
import type { Layout } from '../../core/tables/index.ts';
import type { Connection } from '../database.ts';

/** How the file of an import is to be read, and what becomes of goods that are not in it. */
export interface ImportManner {
  readonly layout: Layout | null;
  readonly missing: MissingWay;
  /** How many goods somebody has seen it would change, and how many bad lines it has; null: nobody has yet. */
  readonly seen: { readonly changing: number; readonly bad: number } | null;
}
export interface ImportRow extends ImportManner {
  readonly id: number;
  readonly state: ImportState['state'];
  readonly name: string;
  readonly who: string;
  readonly done: number;
  readonly total: number;
  readonly report: ImportReport | null;
  readonly revision: number | null;
  readonly error: string | null;
  /** Whether somebody has asked it to stop. */
  readonly stop: boolean;
  /** The revision on which it was worked out what it would do. */
  readonly base: number | null;
}
const columns =
  'id::integer, state, name, who, done, total, report, revision, error, stop, base, layout, missing, seen';

export async function addImport(
  connection: Connection,
  name: string,
  text: string,
  who: string,
  requested: Date,
  { layout, missing, seen }: ImportManner = { layout: null, missing: 'kept', seen: null },
): Promise<ImportRow> {
  const { rows } = await connection.query<ImportRow>(
    `insert into goods_import (state, name, text, who, requested, layout, missing, seen)
     values ('reading', $1, $2, $3, $4, $5, $6, $7) returning ${columns}`,
    [name, text, who, requested, layout && JSON.stringify(layout), missing, seen && JSON.stringify(seen)],
  );
  return rows[0] as ImportRow;
}

export async function importById(connection: Connection, id: number): Promise<ImportRow | null> {
  const { rows } = await connection.query<ImportRow>(`select ${columns} from goods_import where id = $1`, [id]);
  return rows[0] ?? null;
}

export async function importText(connection: Connection, id: number): Promise<string> {
  const { rows } = await connection.query<{ text: string }>('select text from goods_import where id = $1', [id]);
  return rows[0]?.text ?? '';
}

/** Moves an import from one state to another; whether it was in the first. */
export async function moveImport(
  connection: Connection,
  id: number,
  from: readonly ImportState['state'][],
  to: ImportState['state'],
  error: string | null = null,
): Promise<boolean> {
  const { rowCount } = await connection.query(
    'update goods_import set state = $3, error = $4 where id = $1 and state = any($2)',
    [id, from, to, error],
  );
  return rowCount === 1;
}

export async function markImport(connection: Connection, id: number, done: number, total: number): Promise<void> {
  await connection.query('update goods_import set done = $2, total = $3 where id = $1', [id, done, total]);
}

/** Keeps what an import would do to the book of a revision, `base`. */
export async function reportImport(
  connection: Connection,
  id: number,
  base: number,
  report: ImportReport,
): Promise<void> {
  await connection.query('update goods_import set report = $2, base = $3 where id = $1', [
    id,
    JSON.stringify(report),
    base,
  ]);
}

/** An import is over: its text is no longer needed. */
export async function endImport(connection: Connection, id: number, revision: number | null): Promise<void> {
  await connection.query("update goods_import set text = '', revision = $2 where id = $1", [id, revision]);
}

/** Asks an import under way to stop. */
export async function stopImport(connection: Connection, id: number): Promise<void> {
  await connection.query("update goods_import set stop = true where id = $1 and state in ('reading', 'taking')", [id]);
}
