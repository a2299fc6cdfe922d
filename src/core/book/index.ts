/** The book: its schema, reading and compiling it, edits and revisions. */
export { type CompiledBook, compileBook, inMarket, orderPercents, type Row, say, type Template } from './compile.ts';
export { type Change, changesOf, type Edit, foldChanges, takenBack, touches, valueAt, withEdit } from './edits.ts';
export { conversionInto, type ReadyMarket } from './market.ts';
export { readBasket, readBookFile, shaped } from './read.ts';
export { defaultClass, defaultKind, type Ready, type ReadyGoods, readyFinder, readyGoods } from './ready.ts';
export { type Basket, type BasketInput, type Book, type BookFile, type BookInput, basketSchema, bookFileSchema, bookSchema, type ChannelId, channelIds, type Market } from './schema.ts';
export { starterBook } from './starter.ts';
