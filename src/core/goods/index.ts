/** Goods: items, their figures, and the file they come and go in. */
export { type BadLine, cellOf, csvOf, entryOf, type GoodsFile, goodsColumns, readGoods, writeGoods } from './csv.ts';
export { readItem, type Weighed } from './item.ts';
export { type Item, itemSchema } from './schema.ts';
