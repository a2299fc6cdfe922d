import { readFileSync } from 'node:fs';
import { type Database, migrateWithin, migrations, transaction } from '../../src/server/database.ts';

/** The demo's book as the second format had it. */
export const file = JSON.parse(readFileSync(new URL('../books/format-2/demo.json', import.meta.url), 'utf8')) as Record<
  string,
  unknown
> & { goods: { sku: string }[]; channels: Record<string, unknown> };

/** The demo's book as the first format had it. */
export const firstFile = JSON.parse(
  readFileSync(new URL('../books/format-1/demo.json', import.meta.url), 'utf8'),
) as typeof file;

/** A book's parts as rows, as every format has had them. */
function partsOf({ goods: _, channels, ...book }: typeof file) {
  const head = Object.fromEntries(Object.entries(book).filter(([, value]) => !Array.isArray(value)));
  return [
    { kind: 'head', id: '', position: 0, body: head as unknown },
    ...Object.entries(book).flatMap(([kind, list]) =>
      Array.isArray(list)
        ? (list as { id: string }[]).map((body, position) => ({ kind, id: body.id, position, body: body as unknown }))
        : [],
    ),
    ...Object.entries(channels).map(([id, body], position) => ({ kind: 'channels', id, position, body })),
  ];
}

/** Puts the first into an empty database, as one was then. */
export async function fillAsFormat1(database: Database): Promise<void> {
  await transaction(database, async (connection) => {
    await migrateWithin(
      connection,
      migrations().filter((one) => one < '002'),
    );
    await connection.query(
      'insert into book_part select kind, id, position, body from jsonb_to_recordset($1) as part (kind text, id text, position integer, body jsonb)',
      [JSON.stringify(partsOf(firstFile))],
    );
    await connection.query(
      `insert into goods (sku, name, price, mass, size, tags, kind, template)
       select sku, name, price, nullif(mass, 'null'), nullif(size, 'null'), array(select jsonb_array_elements_text(tags)), kind, template
       from jsonb_to_recordset($1) as item (sku text, name text, price text, mass jsonb, size jsonb, tags jsonb, kind text, template text)`,
      [JSON.stringify(firstFile.goods)],
    );
  });
}

/** Puts it into an empty database, as one was then. */
export async function fillAsFormat2(database: Database): Promise<void> {
  await transaction(database, async (connection) => {
    await migrateWithin(
      connection,
      migrations().filter((one) => one < '006'),
    );
    await connection.query(
      'insert into book_part select kind, id, position, body from jsonb_to_recordset($1) as part (kind text, id text, position integer, body jsonb)',
      [JSON.stringify(partsOf(file))],
    );
    await connection.query(
      `insert into goods (sku, name, price, prices, cost, mass, size, tags, kind, template, parent, tax_class, origin, stocked_by, hazards, override, fee)
       select sku, name, price, coalesce(prices, '{}'), cost, mass, size, array(select jsonb_array_elements_text(tags)), kind, template, parent, "taxClass", origin,
         array(select jsonb_array_elements_text(coalesce("stockedBy", '[]'))), array(select jsonb_array_elements_text(coalesce(hazards, '[]'))), override, fee
       from jsonb_to_recordset($1) as item (sku text, name text, price text, prices jsonb, cost text, mass jsonb, size jsonb, tags jsonb, kind text, template text,
         parent text, "taxClass" text, origin text, "stockedBy" jsonb, hazards jsonb, override jsonb, fee jsonb)`,
      [JSON.stringify(file.goods, (_, value) => value ?? undefined)],
    );
  });
}
