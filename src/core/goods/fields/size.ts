import { z } from 'zod';
import { lengthUnits, written } from '../../exact/index.ts';
import { ownElseTheirs } from './cells.ts';
import { goodsField } from './field.ts';

const { figure } = written;
const schema = z.strictObject({ length: figure, width: figure, height: figure, unit: z.enum(lengthUnits) });
const form = new RegExp(`^(\\S+)\\s*[x×]\\s*(\\S+)\\s*[x×]\\s*(\\S+?)\\s*(${lengthUnits.join('|')})$`);

/** Three sides and a unit: `120 x 12 x 8 cm`. */
export const size = goodsField({
  name: 'size',
  schema: schema.nullable(),
  head: 'size',
  reads: { is: 'sides' },
  write: (value) => (value ? `${value.length} x ${value.width} x ${value.height} ${value.unit}` : ''),
  read(cell) {
    const found = form.exec(cell);
    if (cell === '') return null;
    return found ? { length: found[1], width: found[2], height: found[3], unit: found[4] } : cell;
  },
  inherit: ownElseTheirs,
});
