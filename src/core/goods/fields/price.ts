import { written } from '../../exact/index.ts';
import { ownElseTheirs, text } from './cells.ts';
import { goodsField } from './field.ts';

/** In the first market's currency. A variant without one takes its parent's, as with everything it does not state. */
export const price = goodsField({
  name: 'price',
  schema: written.amount.nullable(),
  head: 'price',
  reads: { is: 'amount' },
  ...text,
  inherit: ownElseTheirs,
});
