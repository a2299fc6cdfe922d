import { written } from '../../exact/index.ts';
import { ownElseTheirs, text } from './cells.ts';
import { goodsField } from './field.ts';

/** What a unit costs the seller, in the first market's currency. */
export const cost = goodsField({
  name: 'cost',
  schema: written.amount.nullable().default(null),
  head: 'cost',
  reads: { is: 'amount' },
  ...text,
  inherit: ownElseTheirs,
});
