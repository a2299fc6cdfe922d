import { z } from 'zod';
import { written } from '../../exact/index.ts';
import { behind, ownElseTheirs, waivedOf } from './cells.ts';
import { goodsField } from './field.ts';

/** A handling fee of each unit; `waived`: free delivery waives it. */
const handlingSchema = z.strictObject({ each: written.amount, waived: z.boolean() });
export type HandlingBody = z.infer<typeof handlingSchema>;
/** Such a fee, or stated as none, which nothing of its parent's stands in for. */
export const feeOrNone = z.union([z.literal('none'), handlingSchema]);

/** In a cell: `1.30`, `1.30 waived`, `none`. */
export const feeText = (fee: 'none' | HandlingBody): string => (fee === 'none' ? fee : behind(fee.each, fee.waived));
export function feeOf(cell: string): unknown {
  const [each, waived] = waivedOf(cell);
  return each === 'none' ? each : { each, waived };
}

export const fee = goodsField({
  name: 'fee',
  schema: feeOrNone.nullable().default(null),
  head: 'handling fee',
  reads: { is: 'text' },
  write: (value) => (value ? feeText(value) : ''),
  read: (cell) => (cell === '' ? null : feeOf(cell)),
  inherit: ownElseTheirs,
});
