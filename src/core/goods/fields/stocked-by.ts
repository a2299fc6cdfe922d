import { z } from 'zod';
import { naming } from '../../exact/index.ts';
import { fullElseTheirs, words } from './cells.ts';
import { goodsField } from './field.ts';

/** Channels that stock it and deliver it themselves. */
export const stockedBy = goodsField({
  name: 'stockedBy',
  schema: z.array(naming('channel', 'alone')).default([]),
  head: 'stocked by',
  reads: { is: 'words' },
  ...words,
  inherit: fullElseTheirs,
});
