import { z } from 'zod';
import { written } from '../../exact/index.ts';
import { fullElseTheirs, words } from './cells.ts';
import { goodsField } from './field.ts';

/** Channels that do not list it. */
export const notListed = goodsField({
  name: 'notListed',
  schema: z.array(written.id).default([]),
  head: 'not listed at',
  reads: { is: 'words' },
  ...words,
  inherit: fullElseTheirs,
});
