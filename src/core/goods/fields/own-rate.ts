import { z } from 'zod';
import { rateSchema } from '../../rates/index.ts';
import { behind, ownElseTheirs, waivedOf } from './cells.ts';
import { goodsField } from './field.ts';

/** A rate of its own in place of its template's, in the first market's currency; `waived`: free delivery waives it. */
const ownRateSchema = z.strictObject({ rate: rateSchema, waived: z.boolean() });
export type OwnRate = z.infer<typeof ownRateSchema>;
/** Such a rate, or stated as none, which nothing of its parent's stands in for. */
export const ownRateOrNone = z.union([z.literal('none'), ownRateSchema]);

/** In a cell: `free`, `6.00`, `6.00 waived`, `none`; any other rate as in a book, in JSON. */
export function ownRateText(own: 'none' | OwnRate): string {
  if (own === 'none') return own;
  const { rate, waived } = own;
  return behind(rate.is === 'free' ? 'free' : rate.is === 'flat' ? rate.amount : JSON.stringify(rate), waived);
}
export function ownRateOf(cell: string): unknown {
  const [text, waived] = waivedOf(cell);
  if (text === 'none') return text;
  if (text === 'free') return { rate: { is: 'free' }, waived };
  if (!text.startsWith('{')) return { rate: { is: 'flat', amount: text }, waived };
  try {
    return { rate: JSON.parse(text) as unknown, waived };
  } catch {
    return cell;
  }
}

export const ownRate = goodsField({
  name: 'ownRate',
  schema: ownRateOrNone.nullable().default(null),
  head: 'own rate',
  reads: { is: 'text' },
  write: (value) => (value ? ownRateText(value) : ''),
  read: (cell) => (cell === '' ? null : ownRateOf(cell)),
  inherit: ownElseTheirs,
});
