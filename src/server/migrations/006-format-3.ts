import { channelIds, type MigrationNote, migrated } from '../../core/book/index.ts';
import { migrationText } from '../../words/index.ts';
import type { Connection } from '../database.ts';

type Row = { kind: string; id: string; position: number; body: Record<string, unknown> };
type Item = Record<string, unknown> & { sku: string };

/** The book and its goods in their third format. What had to be changed in meaning stands in the note of a revision. */
export async function up(connection: Connection): Promise<void> {
  const { rows: parts } = await connection.query<Row>(
    'select kind, id, position, body from book_part order by kind, position',
  );
  const { rows: goods } = await connection.query<Item>(
    `select sku, name, price, prices, cost, mass, size, tags, kind, template, parent, tax_class as "taxClass", origin,
       stocked_by as "stockedBy", hazards, override, fee
     from goods order by sku`,
  );
  await connection.query(`
    alter table goods
      drop column override, drop column fee,
      alter column prices set default '[]', alter column prices type jsonb using '[]'::jsonb;
    alter table goods
      add column fee jsonb, add column barred jsonb, add column own_rate jsonb,
      add column dated jsonb not null default '[]', add column not_listed text[] not null default '{}'`);
  const head = parts.find((part) => part.kind === 'head');
  if (!head) return;
  const kinds = new Set(parts.map((part) => part.kind).filter((kind) => kind !== 'head' && kind !== 'channels'));
  const old = {
    ...head.body,
    ...Object.fromEntries(
      [...kinds].map((kind) => [kind, parts.filter((part) => part.kind === kind).map((part) => part.body)]),
    ),
    goods,
  };
  const { data, notes } = migrated(old, channelIds);
  const { goods: items, ...book } = data as Record<string, unknown> & { goods: Item[] };
  await putParts(connection, book, head.body, kinds);
  await putItems(connection, items);
  await tell(connection, notes);
}

/** Lists whose parts are rows are written anew; what stood in the head stays there. Channels are as they were. */
async function putParts(
  connection: Connection,
  book: Record<string, unknown>,
  head: Record<string, unknown>,
  kinds: ReadonlySet<string>,
): Promise<void> {
  const isList = (key: string) => kinds.has(key) || key === 'eitherOr';
  const rows = Object.keys(book)
    .filter(isList)
    .flatMap((kind) =>
      (book[kind] as { id: string }[]).map((body, position): Row => ({ kind, id: body.id, position, body })),
    );
  const rest = Object.fromEntries(Object.entries(book).filter(([key]) => key in head || key === 'numbered'));
  await connection.query("delete from book_part where kind <> 'channels'");
  await connection.query(
    `insert into book_part (kind, id, position, body)
     select kind, id, position, body
     from jsonb_to_recordset($1) as part (kind text, id text, position integer, body jsonb)`,
    [JSON.stringify([{ kind: 'head', id: '', position: 0, body: rest }, ...rows])],
  );
}

async function putItems(connection: Connection, items: readonly Item[]): Promise<void> {
  await connection.query(
    `update goods set prices = coalesce(item.prices, '[]'), barred = item.barred, own_rate = item."ownRate",
       fee = item.fee, stocked_by = array(select jsonb_array_elements_text(item."stockedBy"))
     from jsonb_to_recordset($1) as item (sku text, prices jsonb, barred jsonb, "ownRate" jsonb, fee jsonb,
       "stockedBy" jsonb)
     where item.sku = goods.sku`,
    [JSON.stringify(items)],
  );
}

async function tell(connection: Connection, notes: readonly MigrationNote[]): Promise<void> {
  const note = ['Brought into the third format', ...notes.map((one) => migrationText(one, ' '))].join('. ');
  await connection.query(
    `insert into revision (number, at, who, note, changes)
     select max(number) + 1, now(), 'Plemb', $1, '[]' from revision`,
    [note],
  );
}
