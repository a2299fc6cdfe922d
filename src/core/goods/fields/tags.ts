import { z } from 'zod';
import type { Form } from '../../exact/index.ts';
import { fullElseTheirs, words } from './cells.ts';
import { goodsField } from './field.ts';

export const tag = z.string().regex(/^[a-z0-9-]{1,40}$/, 'tag' satisfies Form);

export const tags = goodsField({
  name: 'tags',
  schema: z.array(tag),
  head: 'tags',
  reads: { is: 'words' },
  ...words,
  inherit: fullElseTheirs,
});
