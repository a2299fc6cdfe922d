import type { Column } from '../../core/goods/index.ts';

export const heads: Record<Column, string> = {
  sku: 'SKU',
  name: 'Name',
  price: 'Price',
  mass: 'Mass',
  size: 'Size',
  tags: 'Tags',
  kind: 'Kind',
  template: 'Template',
  barred: 'Not by',
  ownRate: 'Own rate',
  fee: 'Handling fee',
  dated: 'Dated',
  cost: 'Cost',
  parent: 'Variant of',
  origin: 'Sent from',
  hazards: 'Hazards',
  stockedBy: 'Stocked by',
  notListed: 'Not listed at',
  taxClass: 'Tax class',
  prices: 'Other prices',
};
/** The columns of the sheet, in order, and how wide each is. */
const sheet: Record<Column, number> = {
  sku: 176,
  name: 210,
  price: 76,
  mass: 76,
  size: 136,
  tags: 130,
  kind: 76,
  template: 84,
  barred: 100,
  ownRate: 92,
  fee: 100,
  cost: 70,
  parent: 150,
  origin: 90,
  hazards: 90,
  stockedBy: 100,
  notListed: 100,
  taxClass: 84,
  prices: 150,
  dated: 220,
};
export const shownColumns = Object.keys(sheet) as Column[];
export const widths = shownColumns.map((id) => `${sheet[id]}px`).join(' ');
export const figures: ReadonlySet<Column> = new Set(['price', 'mass', 'cost', 'ownRate', 'fee']);
