/** Goods: items, their figures, variants, selections, and the file they come and go in. */
export { type Bulk, type BulkChange, bulkChanges } from './bulk.ts';
export {
  type BadLine,
  type Column,
  cellOf,
  csvOf,
  entryOf,
  type GoodsFile,
  goodsColumns,
  ownRateText,
  readGoods,
  readGoodsSteps,
  rowText,
  writeGoods,
} from './csv.ts';
export { isLacking, type Lack, lacks } from './findings.ts';
export { completer, type Figures, readItem, withParents } from './item.ts';
export { layersOf, lineOf, type OwnDelivery, type OwnLayers, ownAt, turnsOfLayers } from './layers.ts';
export {
  defaultKind,
  type Handling,
  type Item,
  type ItemRow,
  itemSchema,
  type OwnRate,
  type SelectionBody,
  selectionSchema,
} from './schema.ts';
export { type PastedSkus, readSelection, readSkus, type Selection } from './selection.ts';
