import { z } from 'zod';
import { written } from '../../exact/index.ts';
import { fullElseTheirs, words } from './cells.ts';
import { goodsField } from './field.ts';

/** What bars it from services, such as lithium. */
export const hazards = goodsField({
  name: 'hazards',
  schema: z.array(written.id).default([]),
  head: 'hazards',
  reads: { is: 'words' },
  ...words,
  inherit: fullElseTheirs,
});
