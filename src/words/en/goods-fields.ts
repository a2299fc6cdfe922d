import { type Column, type GoodsTarget, goodsFields, type ThereTarget, thereTargets } from '../../core/goods/index.ts';

/** What a field of goods is called over its column, an example of what is typed there, and what would be right. */
interface GoodsFieldWords {
  readonly label: string;
  readonly example: string;
  readonly right: string;
}

export const goodsFieldWords: Readonly<Record<Column, GoodsFieldWords>> = {
  sku: {
    label: 'SKU',
    example: 'LK-TAIL-01',
    right: 'at most 40 letters, digits, single spaces and signs, but no comma, semicolon or quotation mark',
  },
  name: { label: 'Name', example: 'Ribbon tail', right: 'a name of 1 to 120 letters' },
  price: {
    label: 'Price',
    example: '9.90',
    right: 'an amount such as 4.90; nothing for a variant that takes its parent’s',
  },
  mass: { label: 'Mass', example: '520 g', right: 'a figure and one of g, kg, oz, lb, such as 520 g' },
  size: {
    label: 'Size',
    example: '120 x 12 x 8 cm',
    right: 'three sides and one of mm, cm, in, such as 120 x 12 x 8 cm',
  },
  tags: { label: 'Tags', example: 'autumn', right: 'small letters, digits and hyphens, parted by spaces' },
  kind: { label: 'Kind', example: 'parcel', right: 'small letters, digits and hyphens, such as parcel' },
  template: {
    label: 'Template',
    example: 'nothing',
    right: 'the id of a template of the book, or nothing for the default one',
  },
  parent: { label: 'Variant of', example: 'nothing', right: 'the SKU of the item it is a variant of' },
  cost: { label: 'Cost', example: '4.20', right: 'an amount such as 2.10' },
  prices: {
    label: 'Other prices',
    example: 'at harrowmere 14.00',
    right: 'a market, a channel or both and an amount, parted by commas, such as japan 5200, at harrowmere 14.00',
  },
  taxClass: { label: 'Tax class', example: 'standard', right: 'small letters, digits and hyphens, such as standard' },
  origin: { label: 'Sent from', example: 'nothing', right: 'the name of a stock place' },
  stockedBy: { label: 'Stocked by', example: 'harrowmere', right: 'channels, parted by spaces, such as harrowmere' },
  notListed: {
    label: 'Not listed at',
    example: 'findlark',
    right: 'channels, parted by spaces, such as findlark, or none',
  },
  listedAs: {
    label: 'Listed as',
    example: 'at harrowmere HM-4411',
    right: 'a channel and an id there, parted by commas, such as at harrowmere HM-4411, at findlark 889',
  },
  hazards: {
    label: 'Hazards',
    example: 'lithium',
    right: 'small letters, digits and hyphens, parted by spaces, such as lithium',
  },
  barred: { label: 'Not by', example: 'two-day', right: 'services it does not go by, parted by spaces, or none' },
  ownRate: {
    label: 'Own rate',
    example: '6.00',
    right:
      'free, an amount such as 6.00, or a rate as in a book; waived behind it where free delivery waives it; or none',
  },
  fee: {
    label: 'Handling fee',
    example: '1.30',
    right: 'an amount such as 0.85, with waived behind it where free delivery waives it; or none',
  },
  dated: {
    label: 'Dated',
    example: 'nothing',
    right:
      'rows such as winter: handling fee 2.00 from 2026-12-01T00:00 until open in Europe/Dublin, parted by semicolons',
  },
};

/** What a column says of one channel. */
const thereWords = { id: 'Id', price: 'Price', listed: 'Listed' } as const;

/** What the columns of a file of goods can be taken for. */
export const goodsTargetLabels: Readonly<Record<GoodsTarget, string>> = {
  ...(Object.fromEntries(goodsFields.names.map((name) => [name, goodsFieldWords[name].label])) as Record<
    Column,
    string
  >),
  length: 'Length',
  width: 'Width',
  height: 'Height',
  ...(Object.fromEntries(
    thereTargets.map(({ name, sort, called }) => [name, `${thereWords[sort]} at ${called}`]),
  ) as Record<ThereTarget, string>),
};
