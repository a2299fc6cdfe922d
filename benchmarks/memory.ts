import { demoBook } from '../demo/book.ts';
import { bookFileSchema, compileBook, readyGoods } from '../src/core/book/index.ts';
import { dialects } from '../src/core/channels/index.ts';
import { unwrap } from '../src/core/exact/index.ts';
import { manyOf } from './many.ts';
import { row } from './row.ts';

/** The most memory a process has that says and writes 100,000 goods at the channel it is given, and does nothing else. */
const { goods: some, ...body } = bookFileSchema.parse(demoBook());
const dialect = dialects.find(({ id }) => id === process.argv[2]);
if (!dialect) throw new Error(`There is no channel ${process.argv[2]}`);
const book = unwrap(compileBook(body));
for (const { pieces } of dialect.render(book, readyGoods(book, manyOf(some, 100_000)).goods).rules.written())
  for (const _ of pieces());
row(
  `${dialect.name}: the most memory in saying and writing 100,000 goods`,
  `${Math.round(process.resourceUsage().maxRSS / 1000).toLocaleString('en')} MB`,
);
