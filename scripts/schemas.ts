import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import { basketSchema, bookFileSchema } from '../src/core/book/index.ts';
import { shopSchema } from '../src/core/channels/index.ts';

/** The JSON Schemas of the open formats, made from what the core reads by. Run as a program it writes them down. */
export const schemas = () => ({
  book: { $id: 'plemb-book-2', title: 'A book with its goods', ...z.toJSONSchema(bookFileSchema, { io: 'input' }) },
  basket: { $id: 'plemb-basket-2', title: 'A basket', ...z.toJSONSchema(basketSchema, { io: 'input' }) },
  'lerrin-shop': { $id: 'lerrin-shop-1', title: 'The file of Lerrin Shop', ...z.toJSONSchema(shopSchema, { io: 'input' }) },
});

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const [name, schema] of Object.entries(schemas())) writeFileSync(new URL(`../docs/formats/${name}.schema.json`, import.meta.url), `${JSON.stringify(schema, null, 2)}\n`);
}
