/** The book: its schema, reading and compiling it, edits and revisions. */
export { type CompiledBook, compileBook, orderPercents } from './compile.ts';
export { type Change, changesOf, type Edit, foldChanges, takenBack, touches, valueAt, withEdit } from './edits.ts';
export { readBasket, readBookFile, shaped } from './read.ts';
export { type Basket, type Book, type BookFile, basketSchema, bookFileSchema, bookSchema, type ChannelId, channelIds } from './schema.ts';
