import type { Column } from '../../core/goods/index.ts';

/** What a field of goods is called over its column, and an example of what is typed there. */
interface GoodsFieldWords {
  readonly label: string;
  readonly example: string;
}

export const goodsFieldWords: Readonly<Record<Column, GoodsFieldWords>> = {
  sku: { label: 'SKU', example: 'LK-TAIL-01' },
  name: { label: 'Name', example: 'Ribbon tail' },
  price: { label: 'Price', example: '9.90' },
  mass: { label: 'Mass', example: '520 g' },
  size: { label: 'Size', example: '120 x 12 x 8 cm' },
  tags: { label: 'Tags', example: 'autumn' },
  kind: { label: 'Kind', example: 'parcel' },
  template: { label: 'Template', example: 'nothing' },
  parent: { label: 'Variant of', example: 'nothing' },
  cost: { label: 'Cost', example: '4.20' },
  prices: { label: 'Other prices', example: 'at harrowmere 14.00' },
  taxClass: { label: 'Tax class', example: 'standard' },
  origin: { label: 'Sent from', example: 'nothing' },
  stockedBy: { label: 'Stocked by', example: 'harrowmere' },
  notListed: { label: 'Not listed at', example: 'findlark' },
  hazards: { label: 'Hazards', example: 'lithium' },
  barred: { label: 'Not by', example: 'two-day' },
  ownRate: { label: 'Own rate', example: '6.00' },
  fee: { label: 'Handling fee', example: '1.30' },
  dated: { label: 'Dated', example: 'nothing' },
};
