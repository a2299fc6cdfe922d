/** Goods: items, their figures, variants, selections, and the file they come and go in. */
export { type Block, type BlockEdits, blockText, emptied, filledDown, filledRight, pasted } from './block.ts';
export { type Bulk, bulkChanges } from './bulk.ts';
export {
  cellOf,
  type GoodsFile,
  readGoods,
  readGoodsSteps,
  writeGoods,
} from './csv.ts';
export { entryReader } from './entry.ts';
export { goodsFields } from './fields/list.ts';
export { channelsIn, hiddenAt, shownAt } from './fields/not-listed.ts';
export { ownRateText } from './fields/own-rate.ts';
export { pricedAt, pricedIn } from './fields/prices.ts';
export { isLacking, lacks } from './findings.ts';
export {
  absentFrom,
  type CellChange,
  type GoodsImport,
  goodsImport,
  type ImportLine,
  type MissingWay,
  missingWays,
} from './import.ts';
export { completer, type ItemFigures, readItem, sizeEntry, withParents } from './item.ts';
export { layersOf, lineOf, type OwnDelivery, type OwnLayers, ownAt, turnsOfLayers } from './layers.ts';
export { listedTwice, listingOf, mayBeMarked, skuNamed } from './listing.ts';
export {
  type Column,
  defaultKind,
  type Item,
  itemSchema,
  type SelectionBody,
  selectionSchema,
} from './schema.ts';
export { readSelection, readSkus, type Selection } from './selection.ts';
export { type GoodsTarget, goodsTargets } from './targets.ts';
export { type ThereTarget, thereTargets } from './there.ts';
export { amountOf, needsText, readWhere, testsOf, type Where, whereTest, whereText } from './where.ts';
