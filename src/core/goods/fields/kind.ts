import { written } from '../../exact/index.ts';
import { ownElseTheirs, text } from './cells.ts';
import { goodsField } from './field.ts';

/** How it has to be handled: parcel, tube, freight, battery … */
export const kind = goodsField({
  name: 'kind',
  schema: written.id.nullable(),
  head: 'kind',
  reads: { is: 'word' },
  ...text,
  inherit: ownElseTheirs,
});
