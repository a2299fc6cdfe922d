/** The book: its schema, reading and compiling it, edits and revisions. */

export {
  type Change,
  changesTo,
  foldChanges,
  narrowed,
  takenBack,
  touching,
  valueAt,
  withEdit,
} from './changes.ts';
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
export { type BookAndGoods, drafted, itemAt } from './drafted.ts';
export { alike, type Edit, editTo, NothingThere, OtherKey } from './edit.ts';
export { type BookFinding, bookFindings } from './findings.ts';
export { importGoods } from './import-goods.ts';
export { type Label, type LabelSort, type LabelUse, labelsOf, relabelled } from './labels.ts';
export { turnedMarket } from './market.ts';
export { groupsFrom2, type MigrationNote, migrated } from './migrate/index.ts';
export {
  countOf,
  editsOf,
  type Patch,
  patchAt,
  patched,
  type Turn,
  turned,
  turnsBetween,
} from './patch.ts';
export { patchWith } from './patch-with.ts';
export { migrationNotes, readBasket, readBookFile } from './read.ts';
export {
  itemFor,
  listingIn,
  type OwnCharge,
  type Ready,
  readyFinder,
  readyGoods,
} from './ready.ts';
export { type NamedThing, type Removal, removal } from './removal.ts';
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
  channelsOf,
  defaultTemplateOf,
  lookedAt,
  type Market,
} from './schema.ts';
export { shaped } from './shaped.ts';
export { type StarterNames, starterBook } from './starter.ts';
export { bookProblems, leantOnByGoods, namedSkus, validate, validateSteps } from './validate.ts';
