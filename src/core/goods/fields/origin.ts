import { written } from '../../exact/index.ts';
import { ownElseTheirs, text } from './cells.ts';
import { goodsField } from './field.ts';

/** The stock place it is sent from; null: its template's. */
export const origin = goodsField({
  name: 'origin',
  schema: written.name.nullable().default(null),
  head: 'origin',
  reads: { is: 'text' },
  ...text,
  inherit: ownElseTheirs,
});
