import { type Book, bookSchema } from '../../core/book/index.ts';
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

/** Puts a book in place of the one that stands. */
export async function writeBook(connection: Connection, book: Book): Promise<void> {
  const head = Object.fromEntries(
    Object.entries(book).filter(([key]) => key !== 'channels' && !(lists as readonly string[]).includes(key)),
  );
  const parts = [
    { kind: 'head', id: '', position: 0, body: head as unknown },
    ...lists.flatMap((kind) =>
      book[kind].map((body, position) => ({ kind, id: body.id, position, body: body as unknown })),
    ),
    ...Object.entries(book.channels).map(([id, body], position) => ({
      kind: 'channels',
      id,
      position,
      body: body as unknown,
    })),
  ];
  await connection.query('delete from book_part');
  await connection.query(
    `insert into book_part (kind, id, position, body)
     select kind, id, position, body
     from jsonb_to_recordset($1) as part (kind text, id text, position integer, body jsonb)`,
    [JSON.stringify(parts)],
  );
}
