import { z } from 'zod';
import { massUnits, written } from '../../exact/index.ts';
import { ownElseTheirs } from './cells.ts';
import { goodsField } from './field.ts';

const schema = z.strictObject({ value: written.figure, unit: z.enum(massUnits) });
const form = new RegExp(`^(\\S+)\\s*(${massUnits.join('|')})$`);

/** A figure and a unit: `520 g`. */
export const mass = goodsField({
  name: 'mass',
  schema: schema.nullable(),
  head: 'mass',
  reads: { is: 'measure', of: 'mass' },
  write: (value) => (value ? `${value.value} ${value.unit}` : ''),
  read(cell) {
    const found = form.exec(cell);
    return cell === '' ? null : found ? { value: found[1], unit: found[2] } : cell;
  },
  inherit: ownElseTheirs,
});
