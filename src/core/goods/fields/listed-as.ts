import { z } from 'zod';
import { naming, written } from '../../exact/index.ts';
import { own } from './cells.ts';
import { goodsField } from './field.ts';

const form = /^at\s+(\S+)\s+(\S+)$/;

/** An id of its own: `at harrowmere HM-4411`. */
function listedOf(entry: string): unknown {
  const found = form.exec(entry);
  return found ? { channel: found[1], listing: found[2] } : entry;
}

/** The ids under which channels list it, where it is not by its SKU; a variant takes none of its parent's. */
export const listedAs = goodsField({
  name: 'listedAs',
  schema: z
    .array(z.strictObject({ channel: naming('channel', 'row'), listing: written.listing }))
    .max(40)
    .default([]),
  head: 'listed as',
  reads: { is: 'text' },
  write: (value) => value.map(({ channel, listing }) => `at ${channel} ${listing}`).join(', '),
  read: (cell) => (cell === '' ? [] : cell.split(/\s*,\s*/).map(listedOf)),
  inherit: own,
});
