/** What each channel can be told, what it will read, and what the core believes it then charges. */
import { type ChannelId, type CompiledBook, itemFor } from '../book/index.ts';
import type { Dialect, Listed } from './dialect.ts';
import { findlark } from './findlark/index.ts';
import { harrowmere } from './harrowmere/index.ts';
import { lerrinShop } from './lerrin-shop/index.ts';

/** A dialect without the goods its channel stocks: those it delivers itself, by its own rules. */
const ownGoods = (dialect: Dialect): Dialect => ({
  ...dialect,
  render(book, goods) {
    const own = listedAt(book, dialect.id, goods);
    const rendition = dialect.render(book, own);
    const theirs = goods.filter((item) => item.stockedBy.includes(dialect.id)).length;
    if (theirs === 0) return rendition;
    return {
      ...rendition,
      notes: [...rendition.notes, { clause: { about: 'stocked', items: theirs }, reads: `${theirs} goods that ${dialect.name} stocks and delivers itself`, fidelity: { is: 'exact' } }],
    };
  },
});

/** Goods that a channel lists and does not stock itself, as they are sold there at the moment the book is read as of. */
export const listedAt = (book: CompiledBook, id: ChannelId, goods: readonly Listed[]): readonly Listed[] =>
  goods.some((item) => item.stockedBy.includes(id) || item.notListed.includes(id) || item.varies !== null)
    ? goods.flatMap((item) => (item.stockedBy.includes(id) || item.notListed.includes(id) ? [] : [{ ...itemFor(item, id, book.at), varies: item.varies }]))
    : goods;

export const dialects: readonly Dialect[] = [lerrinShop, harrowmere, findlark].map(ownGoods);
export const dialectOf = (id: ChannelId): Dialect => dialects.find((one) => one.id === id) as Dialect;
export { leastBefore, leastTaking, stated, type Threshold } from './bounds.ts';
export {
  type ChannelBasket,
  type ChannelChoice,
  type ChannelFile,
  type Clause,
  type Dialect,
  type Fidelity,
  type Listed,
  type Note,
  type Rendition,
  type Rules,
  type SideStep,
  sideSteps,
} from './dialect.ts';
export { shopSchema } from './lerrin-shop/format.ts';
export { apartBy } from './plain.ts';
export { isFor, isPlain, plainOffer } from './plain-offer.ts';
export { type Listing, type RecordFinding, recordFindings } from './records.ts';
