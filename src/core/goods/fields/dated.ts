import { z } from 'zod';
import { naming, written } from '../../exact/index.ts';
import { barredOf, barredSchema, barredText } from './barred.ts';
import { own } from './cells.ts';
import { feeOf, feeOrNone, feeText } from './fee.ts';
import { goodsField } from './field.ts';
import { ownRateOf, ownRateOrNone, ownRateText } from './own-rate.ts';

const { id, window } = written;

/**
 * A field of an item given for a time: of the rows in force the later begun counts, the item's own field being the
 * earliest.
 */
const rowSchema = z.strictObject({
  id,
  window,
  sets: z.discriminatedUnion('is', [
    z.strictObject({ is: z.literal('template'), template: naming('template', 'row').nullable() }),
    z.strictObject({ is: z.literal('not by'), services: barredSchema }),
    z.strictObject({ is: z.literal('own rate'), rate: ownRateOrNone }),
    z.strictObject({ is: z.literal('handling fee'), fee: feeOrNone }),
  ]),
});
export type ItemRow = z.infer<typeof rowSchema>;

function valueText(sets: ItemRow['sets']): string {
  switch (sets.is) {
    case 'template':
      return sets.template ?? 'none';
    case 'not by':
      return barredText(sets.services);
    case 'own rate':
      return ownRateText(sets.rate);
    case 'handling fee':
      return feeText(sets.fee);
  }
}

/** A row in a cell: `winter: handling fee 2.00 from 2026-12-01T00:00 until open in Europe/Dublin`. */
export const rowText = ({ id, window: { from, until, zone }, sets }: ItemRow): string =>
  `${id}: ${sets.is} ${valueText(sets)} from ${from ?? 'open'} until ${until ?? 'open'} in ${zone}`;

const windowWords = / from (\S+) until (\S+) in (\S+)$/;
const whatWords = /^([a-z0-9-]+): (template|not by|own rate|handling fee) (.+)$/;

function rowOf(text: string): unknown {
  const when = windowWords.exec(text);
  const what = whatWords.exec(text.replace(windowWords, ''));
  if (!when || !what) return text;
  const [, id, is, value = ''] = what;
  const end = (word: string | undefined) => (word === 'open' ? null : word);
  const window = { from: end(when[1]), until: end(when[2]), zone: when[3] };
  switch (is) {
    case 'template':
      return { id, window, sets: { is, template: value === 'none' ? null : value } };
    case 'not by':
      return { id, window, sets: { is, services: barredOf(value) } };
    case 'own rate':
      return { id, window, sets: { is, rate: ownRateOf(value) } };
    default:
      return { id, window, sets: { is, fee: feeOf(value) } };
  }
}

/** Its template and its own delivery, given for a time. */
export const dated = goodsField({
  name: 'dated',
  schema: z.array(rowSchema).max(60).default([]),
  head: 'dated',
  reads: { is: 'text' },
  write: (value) => value.map(rowText).join('; '),
  read: (cell) => (cell === '' ? [] : cell.split(/\s*;\s*/).map(rowOf)),
  // What is given for a time is taken field by field, as of a moment: see layers.ts.
  inherit: own,
});
