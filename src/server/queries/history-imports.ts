import type { HistoryImport, HistoryReport } from '../../contract/index.ts';
import type { Layout } from '../../core/tables/index.ts';
import type { Connection } from '../database.ts';

export interface HistoryImportRow {
  readonly id: number;
  readonly sort: HistoryImport['sort'];
  readonly state: HistoryImport['state'];
  readonly name: string;
  readonly layout: Layout;
  readonly done: number;
  readonly total: number;
  readonly stop: boolean;
  readonly report: HistoryReport | null;
  readonly error: string | null;
}
const columns = 'id::integer, sort, state, name, layout, done::float8, total::float8, stop, report, error';

/** How long a file may be coming: one that somebody left in the middle goes when the next one comes after that. */
const waits = '1 day';

export async function addHistoryImport(
  connection: Connection,
  { sort, name, layout, who }: Pick<HistoryImportRow, 'sort' | 'name' | 'layout'> & { readonly who: string },
  requested: Date,
): Promise<number> {
  await connection.query(
    "delete from history_import where state = 'coming' and requested < $1::timestamptz - $2::interval",
    [requested, waits],
  );
  const { rows } = await connection.query<{ id: number }>(
    `insert into history_import (sort, state, name, layout, who, requested)
     values ($1, 'coming', $2, $3, $4, $5) returning id::integer`,
    [sort, name, JSON.stringify(layout), who, requested],
  );
  return rows[0]?.id as number;
}

export async function historyImportById(connection: Connection, id: number): Promise<HistoryImportRow | null> {
  const { rows } = await connection.query<HistoryImportRow>(`select ${columns} from history_import where id = $1`, [
    id,
  ]);
  return rows[0] ?? null;
}

/** Puts a piece of a file that is coming; the same again changes nothing. Whether it is coming. */
export async function putPiece(connection: Connection, id: number, n: number, text: string): Promise<boolean> {
  const { rowCount } = await connection.query(
    `insert into history_piece (import, n, text)
     select id, $2::integer, $3::text from history_import where id = $1 and state = 'coming'
     on conflict (import, n) do update set text = excluded.text`,
    [id, n, text],
  );
  return rowCount === 1;
}

/** How many pieces have come, and how many letters they have. */
export async function piecesOf(connection: Connection, id: number): Promise<{ count: number; letters: number }> {
  const { rows } = await connection.query<{ count: number; letters: number }>(
    `select count(*)::integer as count, coalesce(sum(length(text)), 0)::float8 as letters
     from history_piece where import = $1`,
    [id],
  );
  return rows[0] ?? { count: 0, letters: 0 };
}

export async function pieceOf(connection: Connection, id: number, n: number): Promise<string | null> {
  const { rows } = await connection.query<{ text: string }>(
    'select text from history_piece where import = $1 and n = $2',
    [id, n],
  );
  return rows[0]?.text ?? null;
}

/** Moves an import from one state to another; whether it was in the first. */
export async function moveHistoryImport(
  connection: Connection,
  id: number,
  from: readonly HistoryImport['state'][],
  to: HistoryImport['state'],
  error: string | null = null,
): Promise<boolean> {
  const { rowCount } = await connection.query(
    'update history_import set state = $3, error = $4 where id = $1 and state = any($2)',
    [id, from, to, error],
  );
  return rowCount === 1;
}

export async function markHistoryImport(
  connection: Connection,
  id: number,
  done: number,
  total: number,
): Promise<void> {
  await connection.query('update history_import set done = $2, total = $3 where id = $1', [id, done, total]);
}

/** An import is over: its pieces are no longer needed. */
export async function endHistoryImport(
  connection: Connection,
  id: number,
  report: HistoryReport | null,
): Promise<void> {
  await connection.query('update history_import set report = coalesce($2, report) where id = $1', [
    id,
    report && JSON.stringify(report),
  ]);
  await connection.query('delete from history_piece where import = $1', [id]);
}

/** Asks an import under way to stop. */
export async function stopHistoryImport(connection: Connection, id: number): Promise<void> {
  await connection.query("update history_import set stop = true where id = $1 and state = 'taking'", [id]);
}
