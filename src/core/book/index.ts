/** The book: its schema, reading and compiling it, edits and revisions. */
export {
  amountInMarket,
  asOf,
  basketProblems,
  type CompiledBook,
  compileBook,
  orderPercents,
  type Row,
  rowAt,
  say,
  type Template,
} from './compile/index.ts';
export {
  type Change,
  changesOf,
  type Edit,
  foldChanges,
  NothingThere,
  narrowed,
  takenBack,
  touches,
  valueAt,
  withEdit,
} from './edits.ts';
export { type BookFinding, bookFindings } from './findings.ts';
export { groupsFrom2, type MigrationNote, migrated } from './migrate/index.ts';
export { bookProblems, migrationNotes, missingGoods, readBasket, readBookFile, skusOf } from './read.ts';
export {
  itemFor,
  type OwnCharge,
  type Ready,
  readyFinder,
  readyGoods,
} from './ready.ts';
export {
  type Basket,
  type BasketInput,
  type Book,
  type BookFile,
  type BookInput,
  basketSchema,
  bookFileSchema,
  bookSchema,
  type ChannelId,
  channelIds,
  defaultTemplateOf,
  type Market,
} from './schema.ts';
export { shaped } from './shaped.ts';
export { type StarterNames, starterBook } from './starter.ts';
