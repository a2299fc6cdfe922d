import { type ChannelId, type CompiledBook, itemFor, listingIn } from '../book/index.ts';
import { memo } from '../exact/index.ts';
import type { Dialect, Listed } from './dialect.ts';

/**
 * Whether a channel counts in the currency that a book is compiled in; else nothing can be told there, and nothing
 * asked.
 */
export const countedAlike = (book: CompiledBook, { currency }: Pick<Dialect, 'currency'>): boolean =>
  book.currency === currency;

/**
 * Goods that a channel lists and does not stock itself, as they are sold there at the moment the book is read as of.
 */
export const listedAt = (book: CompiledBook, id: ChannelId, goods: readonly Listed[]): readonly Listed[] => {
  const known = listedBy(book)(goods);
  const before = known.get(id);
  if (before) return before;
  const listed = listedOf(book, id, goods);
  known.set(id, listed);
  return listed;
};
/** Each channel's, once. */
const listedBy = memo((_: CompiledBook) =>
  memo((_goods: readonly Listed[]) => new Map<ChannelId, readonly Listed[]>()),
);

const listedOf = (book: CompiledBook, id: ChannelId, goods: readonly Listed[]): readonly Listed[] =>
  goods.some((item) => !isOurs(item, id) || !isAlike(item))
    ? goods
        .filter((item) => isOurs(item, id))
        .map((item) =>
          isAlike(item) ? item : { ...itemFor(item, id, book.at), listing: listingIn(item, id), varies: item.varies },
        )
    : goods;

/** Whether an item is the same in every channel and at every moment. */
const isAlike = ({ varies, listings }: Listed): boolean => varies === null && listings === null;

const isOurs = (item: Listed, id: ChannelId): boolean => !item.stockedBy.includes(id) && !item.notListed.includes(id);
