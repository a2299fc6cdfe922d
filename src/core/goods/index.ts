/** Goods: items, their figures, variants, selections, and the file they come and go in. */
export { type Bulk, type BulkChange, bulkChanges } from './bulk.ts';
export {
  type BadLine,
  cellOf,
  csvOf,
  entryOf,
  type GoodsFile,
  readGoods,
  readGoodsSteps,
  writeGoods,
} from './csv.ts';
export { type ItemRow, rowText } from './fields/dated.ts';
export type { HandlingBody } from './fields/fee.ts';
export { goodsFields } from './fields/list.ts';
export { type OwnRate, ownRateText } from './fields/own-rate.ts';
export { isLacking, type Lack, lacks } from './findings.ts';
export { completer, type ItemFigures, readItem, withParents } from './item.ts';
export { layersOf, lineOf, type OwnDelivery, type OwnLayers, ownAt, turnsOfLayers } from './layers.ts';
export {
  type Column,
  defaultKind,
  type Item,
  itemSchema,
  type SelectionBody,
  selectionSchema,
} from './schema.ts';
export { type PastedSkus, readSelection, readSkus, type Selection } from './selection.ts';
