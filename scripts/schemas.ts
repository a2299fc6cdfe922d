import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { z } from 'zod';
import { answerLineSchema, checkSchema, goodsSchema, renderSchema } from '../src/cli/written.ts';
import { basketSchema, bookFileSchema } from '../src/core/book/index.ts';
import { shopSchema } from '../src/core/channels/index.ts';

/** The JSON Schemas of the open formats, made from what the core reads by. Run as a program it writes them down. */
export const schemas = () => ({
  book: { $id: 'plemb-book-3', title: 'A book with its goods', ...z.toJSONSchema(bookFileSchema, { io: 'input' }) },
  basket: { $id: 'plemb-basket-3', title: 'A basket', ...z.toJSONSchema(basketSchema, { io: 'input' }) },
  answer: { $id: 'plemb-answer-1', title: 'A line of plemb quote --json', ...z.toJSONSchema(answerLineSchema) },
  goods: { $id: 'plemb-goods-1', title: 'What plemb goods --json prints', ...z.toJSONSchema(goodsSchema) },
  render: { $id: 'plemb-render-1', title: 'What plemb render --json prints', ...z.toJSONSchema(renderSchema) },
  check: { $id: 'plemb-check-1', title: 'What plemb check --json prints', ...z.toJSONSchema(checkSchema) },
  'lerrin-shop': {
    $id: 'lerrin-shop-2',
    title: 'The file of Lerrin Shop',
    ...z.toJSONSchema(shopSchema, { io: 'input' }),
  },
});

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const [name, schema] of Object.entries(schemas()))
    writeFileSync(
      new URL(`../docs/formats/${name}.schema.json`, import.meta.url),
      `${JSON.stringify(schema, null, 2)}\n`,
    );
}
