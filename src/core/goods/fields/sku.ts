import { written } from '../../exact/index.ts';
import { own } from './cells.ts';
import { goodsField } from './field.ts';

export const sku = goodsField({
  name: 'sku',
  schema: written.sku,
  head: 'sku',
  reads: { is: 'text' },
  write: (value) => value,
  read: (cell) => cell,
  inherit: own,
});
