import { alike, type Book, bookSchema } from '../../core/book/index.ts';
import type { Connection } from '../database.ts';

/** The lists of the book whose elements are rows of their own. */
const lists = [
  'markets',
  'exchange',
  'taxes',
  'services',
  'zones',
  'selections',
  'boxes',
  'stockPlaces',
  'priceLists',
  'templates',
  'mixing',
  'events',
  'segments',
  'offers',
  'eitherOr',
  'pinned',
] as const satisfies readonly (keyof Book)[];

interface PartRow {
  readonly kind: string;
  readonly id: string;
  readonly body: unknown;
}

/** The book as it stands, what its parts leave out filled in; null before the first one is put in. */
export async function readBook(connection: Connection): Promise<Book | null> {
  const { rows } = await connection.query<PartRow>('select kind, id, body from book_part order by kind, position');
  const head = rows.find((row) => row.kind === 'head');
  if (!head) return null;
  const list = (kind: string) => rows.filter((row) => row.kind === kind).map((row) => row.body);
  return bookSchema.parse({
    ...(head.body as object),
    ...Object.fromEntries(lists.map((kind) => [kind, list(kind)])),
    channels: Object.fromEntries(rows.filter((row) => row.kind === 'channels').map((row) => [row.id, row.body])),
  });
}

/** Puts a book in place of the one that stands (null for none): of its rows those that differ, and no others. */
export async function writeBook(connection: Connection, standing: Book | null, book: Book): Promise<void> {
  const old = new Map((standing ? partsOf(standing) : []).map((part) => [keyOf(part), part]));
  const parts = partsOf(book);
  const kept = new Set(parts.map(keyOf));
  const changed = parts.filter((part) => !alike(old.get(keyOf(part)), part));
  const gone = [...old.values()].filter((part) => !kept.has(keyOf(part)));
  if (gone.length > 0)
    await connection.query(
      `delete from book_part using jsonb_to_recordset($1) as part (kind text, id text)
       where book_part.kind = part.kind and book_part.id = part.id`,
      [JSON.stringify(gone.map(({ kind, id }) => ({ kind, id })))],
    );
  if (changed.length > 0)
    await connection.query(
      `insert into book_part (kind, id, position, body)
       select kind, id, position, body
       from jsonb_to_recordset($1) as part (kind text, id text, position integer, body jsonb)
       on conflict (kind, id) do update set position = excluded.position, body = excluded.body`,
      [JSON.stringify(changed)],
    );
}

interface Part extends PartRow {
  readonly position: number;
}
const keyOf = ({ kind, id }: Part): string => `${kind} ${id}`;

/** A book as rows: its head, each element of its lists, and what it says of each channel. */
function partsOf(book: Book): Part[] {
  const head = Object.fromEntries(
    Object.entries(book).filter(([key]) => key !== 'channels' && !(lists as readonly string[]).includes(key)),
  );
  return [
    { kind: 'head', id: '', position: 0, body: head },
    ...lists.flatMap((kind) => book[kind].map((body, position): Part => ({ kind, id: body.id, position, body }))),
    ...Object.entries(book.channels).map(([id, body], position): Part => ({ kind: 'channels', id, position, body })),
  ];
}
