import { z } from 'zod';
import { lengthUnits, massUnits, written } from '../exact/index.ts';

const { amount, figure, id, name } = written;

export const itemSchema = z.strictObject({
  sku: z.string().regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/, 'letters, digits, dot, hyphen, underscore, at most 40'),
  name,
  price: amount,
  mass: z.strictObject({ value: figure, unit: z.enum(massUnits) }).nullable(),
  size: z.strictObject({ length: figure, width: figure, height: figure, unit: z.enum(lengthUnits) }).nullable(),
  tags: z.array(z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens')),
  kind: id,
  /** The template it is sent under; null for the default one. */
  template: id.nullable(),
});
export type Item = z.infer<typeof itemSchema>;
