import { written } from '../../exact/index.ts';
import { ownElseTheirs, text } from './cells.ts';
import { goodsField } from './field.ts';

export const taxClass = goodsField({
  name: 'taxClass',
  schema: written.id.nullable().default(null),
  head: 'tax class',
  reads: { is: 'word' },
  ...text,
  inherit: ownElseTheirs,
});
