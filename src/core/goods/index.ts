/** Goods: items, their figures, variants, selections, and the file they come and go in. */
export { type Bulk, bulkChanges } from './bulk.ts';
export {
  cellOf,
  csvOf,
  entryOf,
  type GoodsFile,
  readGoods,
  readGoodsSteps,
  writeGoods,
} from './csv.ts';
export { csvRows } from './csv-rows.ts';
export { goodsFields } from './fields/list.ts';
export { ownRateText } from './fields/own-rate.ts';
export { isLacking, lacks } from './findings.ts';
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
export { readSelection, readSkus, type Selection } from './selection.ts';
