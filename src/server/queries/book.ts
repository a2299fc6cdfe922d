import type { Book } from '../../core/book/index.ts';
import type { Connection } from '../database.ts';

/** The lists of the book whose elements are rows of their own. */
const lists = ['services', 'zones', 'templates', 'offers', 'pinned'] as const;

interface PartRow {
  readonly kind: string;
  readonly id: string;
  readonly body: unknown;
}

/** The book as it stands; null before the first one is put in. */
export async function readBook(connection: Connection): Promise<Book | null> {
  const { rows } = await connection.query<PartRow>('select kind, id, body from book_part order by kind, position');
  const head = rows.find((row) => row.kind === 'head');
  if (!head) return null;
  const list = (kind: string) => rows.filter((row) => row.kind === kind).map((row) => row.body);
  return {
    ...(head.body as object),
    ...Object.fromEntries(lists.map((kind) => [kind, list(kind)])),
    channels: Object.fromEntries(rows.filter((row) => row.kind === 'channels').map((row) => [row.id, row.body])),
  } as Book;
}

/** Puts a book in place of the one that stands. */
export async function writeBook(connection: Connection, book: Book): Promise<void> {
  const { services, zones, templates, offers, pinned, channels, ...head } = book;
  const parts = [
    { kind: 'head', id: '', position: 0, body: head as unknown },
    ...Object.entries({ services, zones, templates, offers, pinned }).flatMap(([kind, list]) => list.map((body, position) => ({ kind, id: body.id, position, body: body as unknown }))),
    ...Object.entries(channels).map(([id, body], position) => ({ kind: 'channels', id, position, body: body as unknown })),
  ];
  await connection.query('delete from book_part');
  await connection.query('insert into book_part (kind, id, position, body) select kind, id, position, body from jsonb_to_recordset($1) as part (kind text, id text, position integer, body jsonb)', [
    JSON.stringify(parts),
  ]);
}
