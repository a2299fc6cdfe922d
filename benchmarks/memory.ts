import { demoBook } from '../demo/book.ts';
import { bookFileSchema, channelIds, compileBook, readyGoods } from '../src/core/book/index.ts';
import { dialectOf, toldAt } from '../src/core/channels/index.ts';
import { unwrap } from '../src/core/exact/index.ts';
import { manyOf } from './many.ts';
import { row } from './row.ts';

/**
 * The most memory a process has that says and writes 100,000 goods at the channel it is given, in every currency that
 * it sells in, and does nothing else.
 */
const { goods: some, ...body } = bookFileSchema.parse(demoBook());
const channel = channelIds.find((id) => id === process.argv[2]);
if (!channel) throw new Error(`There is no channel ${process.argv[2]}`);
const items = manyOf(some, 100_000);
const told = toldAt(channel, body, (market) => {
  const book = unwrap(compileBook(body, market));
  return { book, goods: readyGoods(book, items).goods };
});
for (const { rendition } of told) for (const { pieces } of rendition.rules.written()) for (const _ of pieces());
row(
  `${dialectOf(channel).name}: the most memory in saying and writing 100,000 goods`,
  `${Math.round(process.resourceUsage().maxRSS / 1000).toLocaleString('en')} MB`,
);
