import { written } from '../../exact/index.ts';
import { composed, own } from './cells.ts';
import { goodsField } from './field.ts';

export const sku = goodsField({
  name: 'sku',
  schema: written.sku,
  head: 'sku',
  reads: { is: 'text' },
  write: (value) => value,
  read: composed,
  inherit: own,
});
