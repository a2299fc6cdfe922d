import { z } from 'zod';
import { naming } from '../../exact/index.ts';
import { fullElseTheirs, words } from './cells.ts';
import { goodsField } from './field.ts';

/** Channels that do not list it. */
export const notListed = goodsField({
  name: 'notListed',
  schema: z.array(naming('channel', 'alone')).default([]),
  head: 'not listed at',
  reads: { is: 'words' },
  ...words,
  inherit: fullElseTheirs,
});
