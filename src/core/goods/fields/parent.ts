import { naming } from '../../exact/index.ts';
import { composed, own, text } from './cells.ts';
import { goodsField } from './field.ts';

/** The item it is a variant of. */
export const parent = goodsField({
  name: 'parent',
  schema: naming('item', 'alone').nullable().default(null),
  head: 'parent',
  reads: { is: 'text' },
  ...text,
  read: (cell) => composed(cell) || null,
  inherit: own,
});
