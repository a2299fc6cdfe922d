import { written } from '../../exact/index.ts';
import { own } from './cells.ts';
import { goodsField } from './field.ts';

export const name = goodsField({
  name: 'name',
  schema: written.name,
  head: 'name',
  reads: { is: 'line' },
  write: (value) => value,
  read: (cell) => cell,
  inherit: own,
});
