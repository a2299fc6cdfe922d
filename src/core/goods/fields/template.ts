import { naming } from '../../exact/index.ts';
import { ownElseTheirs, text } from './cells.ts';
import { goodsField } from './field.ts';

/** The template it is sent under; null: by selection, or the default one. */
export const template = goodsField({
  name: 'template',
  schema: naming('template', 'alone').nullable(),
  head: 'template',
  reads: { is: 'text' },
  ...text,
  inherit: ownElseTheirs,
});
