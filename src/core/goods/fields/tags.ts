import { z } from 'zod';
import { fullElseTheirs, words } from './cells.ts';
import { goodsField } from './field.ts';

export const tag = z.string().regex(/^[a-z0-9-]{1,40}$/, 'small letters, digits and hyphens');

export const tags = goodsField({
  name: 'tags',
  schema: z.array(tag),
  head: 'tags',
  needed: true,
  ...words,
  right: 'small letters, digits and hyphens, parted by spaces',
  inherit: fullElseTheirs,
});
