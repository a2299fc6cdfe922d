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
  alike,
  type Change,
  changesOf,
  type Edit,
  foldChanges,
  NothingThere,
  narrowed,
  OtherKey,
  takenBack,
  touches,
  valueAt,
  withEdit,
} from './edits.ts';
export { type BookFinding, bookFindings } from './findings.ts';
export { groupsFrom2, type MigrationNote, migrated } from './migrate/index.ts';
export { migrationNotes, readBasket, readBookFile } from './read.ts';
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
export { bookProblems, leantOnByGoods, namedSkus, validate } from './validate.ts';
