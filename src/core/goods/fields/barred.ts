import { z } from 'zod';
import { naming } from '../../exact/index.ts';
import { ownElseTheirs, words } from './cells.ts';
import { goodsField } from './field.ts';

export const barredSchema = z.array(naming('service', 'alone')).max(12);
/** Services in a cell; `none` for a list that is stated and empty. */
export const barredText = (services: readonly string[]): string =>
  services.length === 0 ? 'none' : words.write(services);
export const barredOf = (cell: string): string[] => (cell === 'none' ? [] : words.read(cell));

/** Services it does not go by; null: not stated. */
export const barred = goodsField({
  name: 'barred',
  schema: barredSchema.nullable().default(null),
  head: 'not by',
  reads: { is: 'text' },
  write: (value) => (value ? barredText(value) : ''),
  read: (cell) => (cell === '' ? null : barredOf(cell)),
  inherit: ownElseTheirs,
});
